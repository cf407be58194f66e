import { division, divisionName, nextForm, stepDivision, type Division } from '@yibbo/core';
import { selectPart, type OpenPart } from '../../state/session/selectors';
import type { Thunk } from '../../state/store';
import { patternViewSet, type PatternView } from '../../state/preferences/pattern-views';

/** The target of a division: the whole pattern, one row, or the marked range of time. */
export type GridTarget = 'pattern' | { readonly row: number } | { readonly start: number; readonly end: number };

/** The division a target has of its own; null where it has none and follows the pattern. */
export function ownDivision({ view, division: inUse }: OpenPart, target: GridTarget): Division | null {
  if (target === 'pattern') return inUse;
  if ('row' in target) return view.rowDivisions[target.row] ?? null;
  return view.spanDivisions.find(({ start, end }) => start === target.start && end === target.end)?.division ?? null;
}

/** Sets a division; null takes a row's or a stretch's own away. A new stretch takes the place of what it lies over. No note moves. */
export function setDivision(target: GridTarget, value: Division | null): Thunk {
  return (dispatch, getState) => {
    const part = selectPart(getState());
    if (part) dispatch(patternViewSet({ patternId: part.pattern.id, view: changed(part, target, value) }));
  };
}

function changed({ view }: OpenPart, target: GridTarget, value: Division | null): Partial<PatternView> {
  if (target === 'pattern') return { division: value ?? division('1/16'), followsZoom: false };
  if ('row' in target) {
    const { [target.row]: _gone, ...others } = view.rowDivisions;
    return { rowDivisions: value ? { ...others, [target.row]: value } : others };
  }
  const { start, end } = target;
  const rests = view.spanDivisions.flatMap((span) =>
    [
      { ...span, end: Math.min(span.end, start) },
      { ...span, start: Math.max(span.start, end) },
    ].filter((rest) => rest.start < rest.end),
  );
  const spans = value ? [...rests, { start, end, division: value }] : rests;
  return { spanDivisions: spans.sort((a, b) => a.start - b.start) };
}

/** One step coarser or finer, or the next form, of the pattern's division. */
export function changeGrid(change: 'coarser' | 'finer' | 'form'): Thunk {
  return (dispatch, getState) => {
    const part = selectPart(getState());
    if (!part) return;
    const next = change === 'form' ? nextForm(part.division) : stepDivision(part.division, change === 'finer' ? 1 : -1);
    dispatch(setDivision('pattern', next));
  };
}

/** The exceptions from the pattern's division, in words: "Closed hat 1/8 triplet". */
export function pinsOf({ view }: OpenPart, nameOf: (pitch: number) => string): readonly string[] {
  return [
    ...Object.entries(view.rowDivisions).map(([pitch, own]) => `${nameOf(Number(pitch))} ${divisionName(own)}`),
    ...view.spanDivisions.map(({ division: own }) => `a span ${divisionName(own)}`),
  ];
}
