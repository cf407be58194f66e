import { beatTicks, type Id, type Note } from '@yibbo/core';
import RotateBack from 'lucide-react-native/icons/rotate-ccw';
import RotateOn from 'lucide-react-native/icons/rotate-cw';
import { memo } from 'react';
import { XStack } from 'tamagui';
import { desk } from '../../audio/desk';
import { Press } from '../../controls/Press';
import { Words } from '../../controls/words';
import { runAction } from '../../store/trials';
import type { OpenPart } from '../../store/selectors';
import { useAppDispatch } from '../../store/store';
import { patternViewSet, selectionSet } from '../../store/view';
import type { GridRow } from '../rows';
import { notesInCell, type StepCell } from './step-cells';
import { StepButton } from './StepButton';

interface StepRowProps {
  readonly part: OpenPart;
  readonly row: GridRow;
  readonly span: { readonly start: number; readonly end: number };
  readonly lines: readonly (readonly StepCell[])[];
  readonly notes: readonly Note[];
  /** The notes as they are, where a trial shows others. */
  readonly original: readonly Note[] | null;
  readonly selected: ReadonlySet<Id>;
  readonly isOpen: boolean;
  readonly isInHand: boolean;
  readonly isWide: boolean;
}

const CELL_SIZE = 46;

/** A row of the steps: open with its cells and its own bar, or a strip that shows its hits and opens at a tap. */
export const StepRow = memo(function StepRow(props: StepRowProps) {
  return (
    <div
      data-row={props.row.pitch}
      style={{ borderBottom: '1px solid var(--line)', background: props.isInHand ? 'var(--paper)' : undefined }}
    >
      {props.isOpen ? <OpenRow {...props} /> : <Strip {...props} />}
    </div>
  );
});

function Strip({ part, row, span, notes }: StepRowProps) {
  const dispatch = useAppDispatch();
  const mine = notes.filter(({ pitch, start }) => pitch === row.pitch && start >= span.start && start < span.end);
  const beatShare = (100 * beatTicks(part.meter)) / (span.end - span.start);
  const take = () => {
    desk.audition(part.track.id, row.pitch, 100);
    dispatch(patternViewSet({ patternId: part.pattern.id, view: { rowInHand: row.pitch } }));
  };
  return (
    <button
      aria-label={`${row.name}, ${mine.length} ${mine.length === 1 ? 'hit' : 'hits'}. Take in hand.`}
      onClick={take}
      style={{
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
      }}
    >
      <span style={{ width: 86, flexShrink: 0, fontSize: 15, whiteSpace: 'nowrap', overflow: 'hidden', textOverflow: 'ellipsis' }}>
        {row.name}
      </span>
      <span
        style={{
          position: 'relative',
          flex: 1,
          height: 24,
          background: `linear-gradient(to right, var(--line) 1px, transparent 1px) 0 0 / ${beatShare}% 100%, var(--card)`,
          borderRadius: 4,
          overflow: 'hidden',
        }}
      >
        {mine.map((note) => {
          const size = 6 + 10 * (note.velocity / 127);
          return (
            <span
              key={note.id}
              style={{
                position: 'absolute',
                left: `calc(${((note.start - span.start) / (span.end - span.start)) * 100}% + 2px)`,
                top: 12 - size / 2,
                width: size,
                height: size,
                borderRadius: '50%',
                boxSizing: 'border-box',
                background: note.muted ? 'transparent' : `var(--track${part.track.colour})`,
                border: `2px ${note.chance === undefined ? 'solid' : 'dashed'} var(--track${part.track.colour})`,
              }}
            />
          );
        })}
      </span>
    </button>
  );
}

function OpenRow(props: StepRowProps) {
  const { row, lines, isWide } = props;
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
        <div style={{ width: 200 }}>
          <RowBar {...props} />
        </div>
        {cells}
      </div>
    );
  }
  return (
    <div aria-label={`${row.name}, in hand`} role="group">
      <RowBar {...props} />
      {cells}
    </div>
  );
}

function RowBar({ part, row, notes, isWide }: StepRowProps) {
  const dispatch = useAppDispatch();
  const mine = notes.filter(({ pitch }) => pitch === row.pitch).map(({ id }) => id);
  const turn = (count: number) => dispatch(runAction('rotate', { count, unit: 'grid', around: 'pattern' }, mine));
  return (
    <XStack alignItems="center" paddingLeft={4}>
      <Press label={`Hear ${row.name}`} shown={row.name} onPress={() => desk.audition(part.track.id, row.pitch, 100)} />
      {isWide ? null : (
        <Words small faded oneLine>
          {mine.length} {mine.length === 1 ? 'hit' : 'hits'}
        </Words>
      )}
      <XStack flexGrow={1} />
      <Press label={`Rotate ${row.name} back`} icon={RotateBack} iconOnly disabled={!mine.length} onPress={() => turn(-1)} />
      <Press label={`Rotate ${row.name} on`} icon={RotateOn} iconOnly disabled={!mine.length} onPress={() => turn(1)} />
      {isWide ? null : (
        <Press label={`Select row ${row.name}`} shown="Select row" disabled={!mine.length} onPress={() => dispatch(selectionSet(mine))} />
      )}
    </XStack>
  );
}

function Cell({ part, row, cell, notes, original, selected }: StepRowProps & { readonly cell: StepCell }) {
  const hits = notesInCell(notes, row.pitch, cell);
  const isHeld = notes.some(({ pitch, start, length }) => pitch === row.pitch && start < cell.start && start + length > cell.start);
  return (
    <StepButton
      part={part}
      cell={cell}
      rowName={row.name}
      pitch={row.pitch}
      hits={hits}
      isHeld={isHeld}
      isSelected={hits.some(({ id }) => selected.has(id))}
      wasHit={original !== null && notesInCell(original, row.pitch, cell).length > 0}
      isFirst={cell.index === 0}
      size={CELL_SIZE}
    />
  );
}
