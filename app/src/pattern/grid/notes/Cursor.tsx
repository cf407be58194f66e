import {
  barBeatWords,
  clamp,
  lineAfter,
  gridOfRow,
  lineBefore,
  lineFrom,
  notesInRectangle,
  notesInSpan,
  rowLength,
  tappedNote,
  type GestureSetting,
  type Grids,
  type Id,
  type Place,
} from '@yibbo/core';
import { useState, type KeyboardEvent, type RefObject } from 'react';
import { addNotes } from '../../../document/edits';
import { selectHasSelection, selectNotes, type OpenPart } from '../../../session/selectors';
import { useAppDispatch, useAppSelector } from '../../../store';
import { cursorSet, selectionSet, spanSet } from '../../../session/session';
import type { GridRow } from '../../acts/rows';
import { hearNote } from '../gesture/hear';
import { useEffects } from '../../../effects';
import type { GridWindow, Viewport } from '../viewport/viewport';

export interface GridCursor {
  /** Where keys act; null until a key is used on the grid. */
  readonly place: Place | null;
  /** Where a frame drawn by keys began; null while none is. */
  readonly corner: Place | null;
  readonly rowIndex: number;
  readonly handlers: { onKeyDown: (event: KeyboardEvent) => void };
}

/** Moving about and entering notes on the grid by keys: arrows go from box to box and row to row while nothing is selected, with
 *  Ctrl always, Ctrl Home and End to the ends of the row; Enter puts a note there, or selects the one that is there; with Q held, arrows leave a note wherever they go. B begins a frame that the
 *  arrows stretch; Shift and Enter mark its time on the ruler. */
export function useGridCursor(
  part: OpenPart,
  rows: readonly GridRow[],
  viewport: Viewport,
  surface: RefObject<HTMLElement | null>,
  setting: GestureSetting,
): GridCursor {
  const dispatch = useAppDispatch();
  const { held } = useEffects();
  const notes = useAppSelector(selectNotes);
  const hasSelection = useAppSelector(selectHasSelection);
  const selected = useAppSelector((state) => state.session.selected);
  const place = useAppSelector((state) => state.session.cursor);
  const setPlace = (to: Place) => void dispatch(cursorSet(to));
  const [corner, setCorner] = useState<Place | null>(null);
  const rowIndex = rows.findIndex(({ pitch }) => pitch === place?.pitch);

  const start = (): Place => {
    const row = clamp(Math.round((viewport.scrollY + viewport.height / 2) / viewport.rowPixels), 0, rows.length - 1);
    return { tick: lineBefore(part.grid, viewport.scrollX / viewport.pixelsPerTick), pitch: rows[row]!.pitch };
  };

  const go = (boxes: number, rowsDown: number) => {
    const from = place ?? start();
    if (held.has('paint')) putNote(from);
    const tick = lineFrom(gridOfRow(part, from.pitch), from.tick, boxes);
    goTo(tick, clamp(rows.findIndex(({ pitch }) => pitch === from.pitch) + rowsDown, 0, rows.length - 1));
  };

  const goTo = (tick: number, row: number) => {
    const to = { tick, pitch: rows[row]!.pitch };
    setPlace(to);
    viewport.reveal(tick, row);
    if (corner) select(notesInRectangle(notes, ...boxesBetween(corner, to, part)));
  };

  /** To the first or the last box of the row. */
  const goToEnd = (key: 'Home' | 'End') => {
    const { pitch } = place ?? start();
    const last = lineFrom(gridOfRow(part, pitch), rowLength(part.pattern, pitch), -1);
    goTo(
      key === 'Home' ? 0 : last,
      rows.findIndex((row) => row.pitch === pitch),
    );
  };

  const select = (ids: readonly Id[]) => void dispatch(selectionSet(ids));

  const beginFrame = () => {
    const from = place ?? start();
    setPlace(from);
    setCorner(from);
    select(notesInRectangle(notes, ...boxesBetween(from, from, part)));
  };

  /** Marks the time of the frame on the ruler and selects all that starts in it. */
  const markSpan = (from: Place) => {
    const [first, last] = boxesBetween(from, place ?? from, part);
    const span = { start: first.tick, end: last.tick };
    dispatch(spanSet(span));
    select(notesInSpan(notes, span).map(({ id }) => id));
    setCorner(null);
  };

  const putNote = ({ tick, pitch }: Place) => {
    if (notes.some((note) => note.pitch === pitch && note.start === tick)) return;
    dispatch(hearNote(part.track.id, pitch, setting.velocity));
    dispatch(addNotes('Draw a note', [tappedNote({ tick, pitch }, setting)]));
    select([]);
  };

  const enter = (isAdding: boolean) => {
    if (corner) return isAdding ? markSpan(corner) : setCorner(null);
    const { tick, pitch } = place ?? start();
    setPlace({ tick, pitch });
    const there = notes.find((note) => note.pitch === pitch && note.start <= tick && note.start + note.length > tick);
    if (there) return select(isAdding ? toggled(selected, there.id) : [there.id]);
    if (isAdding) return;
    putNote({ tick, pitch });
    setPlace({ tick: lineAfter(gridOfRow(part, pitch), tick), pitch });
  };

  const onKeyDown = (event: KeyboardEvent) => {
    if (event.target !== surface.current || event.altKey) return;
    const ctrl = event.ctrlKey || event.metaKey;
    const steps: Record<string, readonly [number, number]> = {
      ArrowLeft: [-1, 0],
      ArrowRight: [1, 0],
      ArrowUp: [0, -1],
      ArrowDown: [0, 1],
    };
    const step = (hasSelection && !ctrl && !corner) || event.shiftKey ? undefined : steps[event.key];
    if (step) go(step[0], step[1]);
    else if (ctrl && (event.key === 'Home' || event.key === 'End')) goToEnd(event.key);
    else if (event.key === 'Enter' && !ctrl) enter(event.shiftKey);
    else if (event.key.toLowerCase() === 'b' && !ctrl) beginFrame();
    else if (event.key === 'Escape' && corner) {
      setCorner(null);
      select([]);
    } else return;
    event.preventDefault();
    event.stopPropagation();
  };
  return { place, corner, rowIndex, handlers: { onKeyDown } };
}

function toggled(selected: readonly Id[], id: Id): readonly Id[] {
  return selected.includes(id) ? selected.filter((other) => other !== id) : [...selected, id];
}

/** The corners of the boxes from one place to another, both included. */
function boxesBetween(a: Place, b: Place, grids: Grids): [Place, Place] {
  const [left, right] = a.tick <= b.tick ? [a, b] : [b, a];
  return [
    { tick: left.tick, pitch: a.pitch },
    { tick: lineAfter(gridOfRow(grids, right.pitch), right.tick), pitch: b.pitch },
  ];
}

export function Cursor({
  cursor: { place, corner, rowIndex },
  part,
  rows,
  window,
}: {
  readonly cursor: GridCursor;
  readonly part: OpenPart;
  readonly rows: readonly GridRow[];
  readonly window: GridWindow;
}) {
  if (!place) return null;
  const frame = corner ? boxesBetween(corner, place, part) : null;
  const width = (lineAfter(gridOfRow(part, place.pitch), place.tick) - place.tick) * window.pixelsPerTick;
  const cell = (
    <div
      data-testid="cursor"
      aria-live="polite"
      style={{
        position: 'absolute',
        left: (place.tick - window.fromTick) * window.pixelsPerTick,
        top: (rowIndex - window.fromRow) * window.rowPixels,
        width,
        height: window.rowPixels,
        border: '2px solid var(--head)',
        boxSizing: 'border-box',
        borderRadius: 4,
        zIndex: 3,
        pointerEvents: 'none',
        overflow: 'hidden',
        color: 'transparent',
        fontSize: 1,
      }}
    >
      {barBeatWords(part.meters, place.tick)}
    </div>
  );
  if (!frame) return cell;
  const from = rows.findIndex(({ pitch }) => pitch === corner!.pitch);
  return (
    <>
      <div
        style={{
          position: 'absolute',
          left: (frame[0].tick - window.fromTick) * window.pixelsPerTick,
          width: (frame[1].tick - frame[0].tick) * window.pixelsPerTick,
          top: (Math.min(from, rowIndex) - window.fromRow) * window.rowPixels,
          height: (Math.abs(from - rowIndex) + 1) * window.rowPixels,
          border: '2px solid var(--act)',
          boxSizing: 'border-box',
          zIndex: 3,
          pointerEvents: 'none',
        }}
      />
      {cell}
    </>
  );
}
