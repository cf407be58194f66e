import { beatTicks, type Id, type Note } from '@yibbo/core';
import { memo, type CSSProperties } from 'react';
import { useEffects } from '../../../state/effects';
import { takeRow } from '../../../acts/pattern/row-acts';
import type { OpenPart } from '../../../state/session/selectors';
import { useAppDispatch, useAppSelector } from '../../../state/store';
import type { GridRow } from '../../../acts/pattern/rows';
import { RowBar } from './RowBar';
import { barSpan, CELLS_ACROSS, linesOf, notesInCell, type StepCell } from './step-cells';
import { StepButton } from './StepButton';
import { hitsInBar, hitWords, type ShownHit } from './step-hits';

interface StepRowProps {
  readonly part: OpenPart;
  readonly row: GridRow;
  readonly bar: number;
  readonly cells: readonly StepCell[];
  /** The row's own notes. */
  readonly notes: readonly Note[];
  /** The same as they are, where a trial shows others. */
  readonly original: readonly Note[] | null;
  readonly selected: ReadonlySet<Id>;
  readonly isOpen: boolean;
  readonly isActive: boolean;
  readonly isWide: boolean;
}

const CELL_SIZE = 46;
/** On a wide screen a row is one line, unless it has very many cells. */
const CELLS_ACROSS_WIDE = 32;

/** A row of the steps: open with its cells and its own bar, or a strip that shows its hits and opens at a tap. */
export const StepRow = memo(function StepRow(props: StepRowProps) {
  return (
    <div
      data-row={props.row.pitch}
      style={{ borderBottom: '1px solid var(--line)', background: props.isActive ? 'var(--paper)' : undefined }}
    >
      {props.isOpen ? <OpenRow {...props} /> : <Strip {...props} />}
    </div>
  );
});

function Strip(props: StepRowProps) {
  const { part, row } = props;
  const dispatch = useAppDispatch();
  const { sound } = useEffects();
  const hits = hitsInBar(part, row.pitch, props.bar, props.notes);
  const take = () => {
    sound.audition(part.track.id, row.pitch, 100);
    dispatch(takeRow(row.pitch));
  };
  return (
    <button aria-label={`${row.name}, ${hitWords(hits.length, props.notes.length)}. Make it the current row.`} onClick={take} style={STRIP}>
      <span style={STRIP_NAME}>{row.name}</span>
      <StripHits {...props} hits={hits} />
    </button>
  );
}

const STRIP: CSSProperties = {
  display: 'flex',
  alignItems: 'center',
  width: '100%',
  height: 44,
  flexShrink: 0,
  padding: '0 8px',
  border: 0,
  background: 'transparent',
  color: 'var(--ink)',
  cursor: 'pointer',
  textAlign: 'left',
};
const STRIP_NAME: CSSProperties = {
  width: 86,
  flexShrink: 0,
  fontSize: 15,
  whiteSpace: 'nowrap',
  overflow: 'hidden',
  textOverflow: 'ellipsis',
};

/** The hits of a strip, ink dots along its bar. */
function StripHits({ part, bar, hits }: StepRowProps & { readonly hits: readonly ShownHit[] }) {
  const { start, end } = barSpan(part, bar);
  const beatShare = (100 * beatTicks(part.meter)) / (end - start);
  const ink = `var(--track${part.track.colour})`;
  const ground = `linear-gradient(to right, var(--line) 1px, transparent 1px) 0 0 / ${beatShare}% 100%, var(--card)`;
  return (
    <span style={{ position: 'relative', flex: 1, height: 24, background: ground, borderRadius: 4, overflow: 'hidden' }}>
      {hits.map(({ note, tick }) => {
        const size = 6 + 10 * (note.velocity / 127);
        return (
          <span
            key={`${note.id} ${tick}`}
            style={{
              position: 'absolute',
              opacity: tick === note.start ? 1 : 0.5,
              left: `calc(${((tick - start) / (end - start)) * 100}% + 2px)`,
              top: 12 - size / 2,
              width: size,
              height: size,
              borderRadius: '50%',
              boxSizing: 'border-box',
              background: note.muted ? 'transparent' : ink,
              border: `2px ${note.chance === undefined ? 'solid' : 'dashed'} ${ink}`,
            }}
          />
        );
      })}
    </span>
  );
}

function OpenRow(props: StepRowProps) {
  const { row, cells: mine, isWide } = props;
  const lines = linesOf(mine, isWide ? CELLS_ACROSS_WIDE : CELLS_ACROSS);
  const cells = (
    <div style={{ flex: 1, minWidth: 0, padding: isWide ? '4px 8px' : '0 8px 8px', display: 'flex', flexDirection: 'column', gap: 4 }}>
      {lines.map((line, lineIndex) => (
        <div key={lineIndex} style={{ display: 'flex', gap: 3 }}>
          {line.map((cell) => (
            <Cell key={cell.index} {...props} cell={cell} />
          ))}
        </div>
      ))}
    </div>
  );
  if (isWide) {
    return (
      <div style={{ display: 'flex', alignItems: 'center' }}>
        <div style={{ width: 256 }}>
          <RowBar {...props} />
        </div>
        {cells}
      </div>
    );
  }
  return (
    <div aria-label={`${row.name}, current row`} role="group">
      <RowBar {...props} />
      {cells}
    </div>
  );
}

function Cell({ part, row, cell, notes, original, selected, isActive }: StepRowProps & { readonly cell: StepCell }) {
  const hits = notesInCell(notes, row.pitch, cell);
  const isEntry = useAppSelector(({ playingIn, session: { cursor } }) =>
    Boolean(playingIn.steps && cursor?.pitch === row.pitch && cursor.tick >= cell.start && cursor.tick < cell.end),
  );
  const isHeld = notes.some(({ pitch, start, length }) => pitch === row.pitch && start < cell.source && start + length > cell.source);
  return (
    <StepButton
      part={part}
      cell={cell}
      rowName={row.name}
      pitch={row.pitch}
      hits={hits}
      isHeld={isHeld}
      isEntry={isEntry}
      isSelected={hits.some(({ id }) => selected.has(id))}
      wasHit={original !== null && notesInCell(original, row.pitch, cell).length > 0}
      isFirst={isActive && cell.index === 0}
      size={CELL_SIZE}
    />
  );
}
