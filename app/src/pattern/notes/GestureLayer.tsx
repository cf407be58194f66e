import { limitedTranspose, moveNotes, resizeEnds, resizeStarts, type Gesture, type Note } from '@yibbo/core';
import type { OpenPart } from '../../store/selectors';
import type { GridRow } from '../rows';
import { NoteBlock } from './NoteBlock';
import type { GridWindow } from './viewport';

interface GestureLayerProps {
  readonly gesture: Gesture;
  readonly lifted: readonly Note[];
  readonly part: OpenPart;
  readonly rows: readonly GridRow[];
  readonly window: GridWindow;
}

/** What the running gesture would make: the note being drawn, the group being moved (one container, moved by transform), the
 *  notes being resized, the rectangle. */
export function GestureLayer({ gesture, lifted, part, rows, window }: GestureLayerProps) {
  const colour = `var(--track${part.track.colour})`;
  const rowOf = (pitch: number) => rows.findIndex((row) => row.pitch === pitch);
  const block = (note: Note) => (
    <NoteBlock
      key={note.id}
      note={note}
      colour={colour}
      isSelected
      left={(note.start - window.fromTick) * window.pixelsPerTick}
      top={(rowOf(note.pitch) - window.fromRow) * window.rowPixels}
      width={note.length * window.pixelsPerTick}
      height={window.rowPixels}
    />
  );
  if (gesture.state === 'drawing') return block({ id: 'drawing', patternId: part.pattern.id, ...gesture.note });
  if (gesture.state === 'resizing') return (gesture.edge === 'start' ? resizeStarts : resizeEnds)(lifted, gesture.ticks).map(block);
  if (gesture.state === 'moving') {
    // Rows of a kit are not a semitone apart, so its notes are placed one by one.
    if (part.track.kind === 'drums') return moveNotes(lifted, gesture.ticks, gesture.semitones).map(block);
    const ticks = Math.max(gesture.ticks, -Math.min(...lifted.map(({ start }) => start)));
    const semitones = limitedTranspose(lifted, gesture.semitones);
    return (
      <div style={{ position: 'absolute', transform: `translate(${ticks * window.pixelsPerTick}px, ${-semitones * window.rowPixels}px)` }}>
        {lifted.map(block)}
      </div>
    );
  }
  if (gesture.state !== 'selecting') return null;
  const { from, to } = gesture;
  const rowsTouched = [rowOf(from.pitch), rowOf(to.pitch)].sort((a, b) => a - b) as [number, number];
  return (
    <div
      style={{
        position: 'absolute',
        zIndex: 3,
        pointerEvents: 'none',
        border: '2px solid var(--act)',
        background: 'color-mix(in srgb, var(--act) 14%, transparent)',
        boxSizing: 'border-box',
        left: (Math.min(from.tick, to.tick) - window.fromTick) * window.pixelsPerTick,
        width: Math.abs(to.tick - from.tick) * window.pixelsPerTick,
        top: (rowsTouched[0] - window.fromRow) * window.rowPixels,
        height: (rowsTouched[1] - rowsTouched[0] + 1) * window.rowPixels,
      }}
    />
  );
}
