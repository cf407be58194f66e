import type { GestureSetting, Note } from '@yibbo/core';
import type { KeyboardEvent, RefObject } from 'react';
import type { OpenPart } from '../../../state/session/selectors';
import { selectionSet } from '../../../state/session/session';
import { useAppDispatch } from '../../../state/store';
import { finishGesture } from '../../../acts/gesture/finish';
import { notesInCell, type StepCell } from './step-cells';
import { targetIn, type CellsByRow } from './useCellSurface';

interface StepKeyParts {
  readonly container: RefObject<HTMLElement | null>;
  readonly part: OpenPart;
  readonly notes: readonly Note[];
  readonly cells: CellsByRow;
  readonly setting: GestureSetting;
}

/** Keys on a cell: arrows go to others, Enter sets a hit or takes it away, Shift and Enter selects it. */
export function useStepKeys({ container, part, notes, cells, setting }: StepKeyParts): (event: KeyboardEvent<HTMLElement>) => void {
  const dispatch = useAppDispatch();
  const { selected } = setting;
  const select = (pitch: number, cell: StepCell) => {
    const hit = notesInCell(notes, pitch, cell)[0];
    if (hit) dispatch(selectionSet(selected.has(hit.id) ? [...selected].filter((id) => id !== hit.id) : [...selected, hit.id]));
  };
  const set = (pitch: number, cell: StepCell) => {
    const target = targetIn(notes, pitch, cell);
    const from = { tick: cell.source, pitch };
    const gesture = { state: 'pressing', from, target, purpose: 'draw', extend: false, copy: false } as const;
    const context = { trackId: part.track.id, notes, setting, tapErases: true };
    dispatch(finishGesture({ gesture, isTouch: false, isDouble: false }, context));
  };
  return (event) => {
    const from = (event.target as HTMLElement).closest<HTMLElement>('[data-cell]');
    if (!from || event.ctrlKey || event.metaKey || (event.shiftKey && event.key.startsWith('Arrow'))) return;
    const pitch = Number(from.dataset.pitch);
    const index = Number(from.dataset.cell);
    const mine = cells.get(pitch)!;
    const focus = (at: number) => container.current?.querySelector<HTMLElement>(`[data-cell="${at}"][data-pitch="${pitch}"]`)?.focus();
    if (event.key === 'ArrowRight') focus(Math.min(mine.length - 1, index + 1));
    else if (event.key === 'ArrowLeft') focus(Math.max(0, index - 1));
    else if (event.key === 'ArrowDown' || event.key === 'ArrowUp') focusRow(container.current, from, event.key === 'ArrowDown' ? 1 : -1);
    else if (event.key === 'Enter') (event.shiftKey ? select : set)(pitch, mine[index]!);
    else return;
    event.preventDefault();
    event.stopPropagation();
  };
}

/** Moves focus to the cell above or below, or to the strip that opens its row. */
function focusRow(container: HTMLElement | null, from: HTMLElement, direction: 1 | -1): void {
  const row = from.closest('[data-row]');
  const next = direction === 1 ? row?.nextElementSibling : row?.previousElementSibling;
  const target = next?.querySelector<HTMLElement>(`[data-cell="${from.dataset.cell}"]`) ?? next?.querySelector<HTMLElement>('button');
  (target ?? container?.querySelector<HTMLElement>('[data-cell]'))?.focus();
}
