import { barBeatWords, beatTicks, figuresOf, isUnsure, otherWords, type Note } from '@yibbo/core';
import type { CSSProperties } from 'react';
import type { OpenPart } from '../../../state/session/selectors';
import { HATCH } from '../notes/NoteBlock';
import { UNHEARD_WORDS, useIsUnheard } from '../unheard';
import { isRepeat, type StepCell } from './step-cells';

export interface StepButtonProps {
  readonly part: OpenPart;
  readonly cell: StepCell;
  readonly rowName: string;
  readonly pitch: number;
  readonly hits: readonly Note[];
  /** Whether a longer note from an earlier cell still sounds here. */
  readonly isHeld: boolean;
  /** Whether the next step that is put in goes here. */
  readonly isEntry: boolean;
  readonly isSelected: boolean;
  /** Where a trial's original stood. */
  readonly wasHit: boolean;
  /** Whether Tab comes to it: the first cell of the current row. */
  readonly isFirst: boolean;
  readonly size: number;
}

/** A cell of the current row: an ink dot that grows with velocity, on a ground that is darker on the beat. */
export function StepButton({ part, cell, rowName, pitch, hits, isHeld, isEntry, isSelected, wasHit, isFirst, size }: StepButtonProps) {
  const hit = hits[0];
  const isOnBeat = cell.start % beatTicks(part.meter) === 0;
  const offset = hit ? (hit.start - cell.source) / (cell.end - cell.start) : 0;
  const figures = hit ? stepFigures(hit) : '';
  const isUnheard = useIsUnheard(hit);
  const state = hit
    ? [
        '',
        `velocity ${hit.velocity}`,
        ...(hits.length > 1 ? [`${hits.length} hits`] : []),
        ...(offset ? ['off grid'] : []),
        ...(hit.muted ? ['muted'] : []),
        ...(isUnheard ? [UNHEARD_WORDS] : []),
        ...otherWords(hit),
        ...(figures ? [`marked ${figures}`] : []),
      ].join(', ')
    : '';
  return (
    <div
      role="checkbox"
      aria-checked={hit !== undefined}
      aria-label={`${rowName} ${barBeatWords(part.meters, cell.start)}${isRepeat(cell) ? ', repeat' : ''}${state}`}
      data-cell={cell.index}
      data-step={cell.index}
      data-pitch={pitch}
      tabIndex={isFirst ? 0 : -1}
      style={{
        ...CELL,
        height: size,
        background: isOnBeat ? 'var(--wash)' : 'var(--card)',
        ...(isEntry ? ENTRY : {}),
        borderColor: isSelected ? 'var(--act)' : isOnBeat ? 'var(--lineStrong)' : 'var(--line)',
        borderWidth: isSelected ? 3 : 1,
        ...(isRepeat(cell) ? REPEAT : {}),
      }}
    >
      {isHeld ? <div style={{ ...TAIL, background: `var(--track${part.track.colour})` }} /> : null}
      {wasHit && !hit ? <div data-testid="was" style={{ ...DOT, width: '50%', border: '2px dashed var(--faded)' }} /> : null}
      {hit ? <Dot hit={hit} colour={`var(--track${part.track.colour})`} offset={offset} count={hits.length} /> : null}
    </div>
  );
}

/** Where the next step goes that is put in. */
const ENTRY: CSSProperties = { outline: '3px solid var(--head)', outlineOffset: -1 };

/** The small figures on a cell. A bend has no room for its line here. */
function stepFigures(hit: Note): string {
  return [figuresOf(hit), hit.bend ? '~' : ''].filter(Boolean).join(' ');
}

function Dot({
  hit,
  colour,
  offset,
  count,
}: {
  readonly hit: Note;
  readonly colour: string;
  readonly offset: number;
  readonly count: number;
}) {
  const figures = stepFigures(hit);
  const isUnheard = useIsUnheard(hit);
  const share = 28 + 56 * (hit.velocity / 127);
  return (
    <>
      <div
        style={{
          ...DOT,
          width: `${share}%`,
          background: hit.muted
            ? 'transparent'
            : isUnheard
              ? HATCH
              : isUnsure(hit)
                ? 'color-mix(in srgb, currentColor 55%, var(--card))'
                : colour,
          color: colour,
          border: `2px ${isUnsure(hit) ? 'dashed' : 'solid'} ${colour}`,
        }}
      />
      {hit.roll ? (
        <div style={ROLL}>
          {Array.from({ length: hit.roll.hits }, (_, index) => (
            <div key={index} style={{ width: 3, height: 9, borderRadius: 1, background: 'var(--ink)' }} />
          ))}
        </div>
      ) : null}
      {figures ? <span style={FIGURES}>{figures}</span> : null}
      {offset ? (
        <div style={{ position: 'absolute', top: 0, bottom: 0, left: `${offset * 100}%`, width: 3, background: 'var(--act)' }} />
      ) : null}
      {count > 1 ? <span style={COUNT}>{count}</span> : null}
    </>
  );
}

const CELL: CSSProperties = {
  position: 'relative',
  flex: 1,
  minWidth: 0,
  boxSizing: 'border-box',
  borderStyle: 'solid',
  borderRadius: 6,
  display: 'flex',
  alignItems: 'center',
  justifyContent: 'center',
  touchAction: 'none',
  cursor: 'pointer',
  overflow: 'hidden',
};
/** The row has gone round and begins again: what is set here is set where it is written. */
const REPEAT: CSSProperties = { borderStyle: 'dashed', opacity: 0.55 };
const DOT: CSSProperties = { aspectRatio: '1', maxHeight: '92%', borderRadius: '50%', boxSizing: 'border-box', position: 'relative' };
const TAIL: CSSProperties = { position: 'absolute', left: 0, right: 0, height: 4, opacity: 0.55 };
const ROLL: CSSProperties = { position: 'absolute', left: 0, right: 0, bottom: 1, display: 'flex', gap: 2, justifyContent: 'center' };
const FIGURES: CSSProperties = {
  position: 'absolute',
  left: 2,
  top: 1,
  padding: '0 2px',
  borderRadius: 2,
  background: 'var(--card)',
  fontSize: 12,
  lineHeight: '13px',
  fontWeight: 600,
  color: 'var(--ink)',
};
const COUNT: CSSProperties = { position: 'absolute', right: 3, bottom: 0, fontSize: 12, fontWeight: 600, color: 'var(--ink)' };
