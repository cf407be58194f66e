import { moveByRows, paintedNotes, resizeEnds, resizeStarts, tappedNote, type Gesture, type GestureSetting, type Note } from '@yibbo/core';
import { memo, useMemo } from 'react';
import type { OpenPart } from '../../../state/session/selectors';
import type { GridRow } from '../../../acts/pattern/rows';
import { ladderOf } from './bend-line';
import { NoteBlock } from './NoteBlock';
import type { GridWindow } from '../viewport/viewport';

interface GestureLayerProps {
  readonly gesture: Gesture;
  readonly setting: GestureSetting;
  readonly lifted: readonly Note[];
  readonly part: OpenPart;
  readonly rows: readonly GridRow[];
  readonly window: GridWindow;
}

/** The result of the running gesture: the note or the run being drawn, the group being moved (one container, moved by transform), the
 *  notes being resized, the rectangle. */
export function GestureLayer({ gesture, setting, lifted, part, rows, window }: GestureLayerProps) {
  const place = { part, rows, window };
  const rowOf = (pitch: number) => rows.findIndex((row) => row.pitch === pitch);
  if (gesture.state === 'drawing') return <Blocks notes={[{ id: 'drawing', patternId: part.pattern.id, ...gesture.note }]} {...place} />;
  if (gesture.state === 'painting') {
    const run = paintedNotes(gesture.path, (at) => tappedNote(at, setting));
    return <Blocks notes={run.map((note) => ({ id: `run ${note.start}`, patternId: part.pattern.id, ...note }))} {...place} />;
  }
  if (gesture.state === 'resizing')
    return <Blocks notes={(gesture.edge === 'start' ? resizeStarts : resizeEnds)(lifted, gesture.ticks)} {...place} />;
  if (gesture.state === 'moving') {
    const moved = moveByRows(lifted, gesture.ticks, gesture, setting.paint.rows);
    const [before, after] = [lifted[0], moved[0]];
    if (!before || !after) return null;
    // Where some stand on rows that are not shown, or may come to, the rows between are not the same for all: they are placed one by one.
    if (gesture.rows === null || lifted.some(({ pitch }) => rowOf(pitch) < 0)) return <Blocks notes={moved} {...place} />;
    const rowsDown = rowOf(after.pitch) - rowOf(before.pitch);
    return <Carried notes={lifted} ticks={after.start - before.start} rowsDown={rowsDown} {...place} />;
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

/** A group being dragged: one layer, moved by transform. Only what is, or may soon come, into view is drawn. */
function Carried({ notes, ticks, rowsDown, ...place }: BlocksProps & { readonly ticks: number; readonly rowsDown: number }) {
  const { fromTick, toTick, pixelsPerTick, rowPixels } = place.window;
  const width = toTick - fromTick;
  const windowsAway = Math.round(ticks / width);
  const near = useMemo(() => {
    const [from, to] = [fromTick - (1 + windowsAway) * width, toTick + (1 - windowsAway) * width];
    return notes.filter(({ start, length }) => start < to && start + length > from);
  }, [notes, fromTick, toTick, width, windowsAway]);
  const transform = `translate(${ticks * pixelsPerTick}px, ${rowsDown * rowPixels}px)`;
  return (
    <div style={{ position: 'absolute', zIndex: 3, willChange: 'transform', transform }}>
      <Blocks notes={near} {...place} />
    </div>
  );
}

interface BlocksProps {
  readonly notes: readonly Note[];
  readonly part: OpenPart;
  readonly rows: readonly GridRow[];
  readonly window: GridWindow;
}

/** Notes being dragged. Remembered while they only move: then their container does. */
const Blocks = memo(function Blocks({ notes, part, rows, window }: BlocksProps) {
  const index = new Map(rows.map(({ pitch }, row) => [pitch, row]));
  const ladder = ladderOf(rows);
  return notes.map((note) => {
    const row = index.get(note.pitch);
    if (row === undefined) return null;
    return (
      <NoteBlock
        key={note.id}
        note={note}
        ladder={ladder}
        colour={`var(--track${part.track.colour})`}
        isSelected
        left={(note.start - window.fromTick) * window.pixelsPerTick}
        top={(row - window.fromRow) * window.rowPixels}
        width={note.length * window.pixelsPerTick}
        height={window.rowPixels}
      />
    );
  });
});
