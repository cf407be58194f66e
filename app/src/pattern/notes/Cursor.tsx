import { barBeatWords, clamp, lineAfter, lineAt, lineBefore, lineIndexAt, type Place } from '@yibbo/core';
import { useState, type KeyboardEvent, type RefObject } from 'react';
import { addNotes } from '../../store/edits';
import { desk } from '../../audio/desk';
import { selectHasSelection, selectNotes, type OpenPart } from '../../store/selectors';
import { useAppDispatch, useAppSelector } from '../../store/store';
import { selectionSet } from '../../store/view';
import type { GridRow } from '../rows';
import { DRAWN_VELOCITY } from '../useSetting';
import type { GridWindow, Viewport } from './viewport';

export interface GridCursor {
  /** Where keys act; null until a key is used on the grid. */
  readonly place: Place | null;
  readonly rowIndex: number;
  readonly handlers: { onKeyDown: (event: KeyboardEvent) => void };
}

/** Moving about and entering notes on the grid by keys: arrows go from box to box and row to row while nothing is selected;
 *  Enter puts a note there, or selects the one that is there. */
export function useGridCursor(
  part: OpenPart,
  rows: readonly GridRow[],
  viewport: Viewport,
  surface: RefObject<HTMLElement | null>,
): GridCursor {
  const dispatch = useAppDispatch();
  const notes = useAppSelector(selectNotes);
  const hasSelection = useAppSelector(selectHasSelection);
  const [place, setPlace] = useState<Place | null>(null);
  const rowIndex = rows.findIndex(({ pitch }) => pitch === place?.pitch);

  const start = (): Place => {
    const row = clamp(Math.round((viewport.scrollY + viewport.height / 2) / viewport.rowPixels), 0, rows.length - 1);
    return { tick: lineBefore(part.grid, viewport.scrollX / viewport.pixelsPerTick), pitch: rows[row]!.pitch };
  };

  const go = (boxes: number, rowsDown: number) => {
    const from = place ?? start();
    const tick = lineAt(part.grid, Math.max(0, lineIndexAt(part.grid, from.tick) + boxes));
    const row = clamp(rows.findIndex(({ pitch }) => pitch === from.pitch) + rowsDown, 0, rows.length - 1);
    setPlace({ tick, pitch: rows[row]!.pitch });
    viewport.reveal(tick, row);
  };

  const enter = () => {
    const { tick, pitch } = place ?? start();
    setPlace({ tick, pitch });
    const there = notes.find((note) => note.pitch === pitch && note.start <= tick && note.start + note.length > tick);
    if (there) return void dispatch(selectionSet([there.id]));
    desk.audition(part.track.id, pitch, DRAWN_VELOCITY);
    dispatch(addNotes('Draw a note', [{ start: tick, length: lineAfter(part.grid, tick) - tick, pitch, velocity: DRAWN_VELOCITY }]));
    dispatch(selectionSet([]));
    setPlace({ tick: lineAfter(part.grid, tick), pitch });
  };

  const onKeyDown = (event: KeyboardEvent) => {
    if (event.target !== surface.current || event.ctrlKey || event.metaKey || event.altKey) return;
    const steps: Record<string, readonly [number, number]> = {
      ArrowLeft: [-1, 0],
      ArrowRight: [1, 0],
      ArrowUp: [0, -1],
      ArrowDown: [0, 1],
    };
    const step = hasSelection ? undefined : steps[event.key];
    if (step) go(step[0], step[1]);
    else if (event.key === 'Enter') enter();
    else return;
    event.preventDefault();
    event.stopPropagation();
  };
  return { place, rowIndex, handlers: { onKeyDown } };
}

export function Cursor({
  cursor: { place, rowIndex },
  part,
  window,
}: {
  readonly cursor: GridCursor;
  readonly part: OpenPart;
  readonly window: GridWindow;
}) {
  if (!place) return null;
  const width = (lineAfter(part.grid, place.tick) - place.tick) * window.pixelsPerTick;
  return (
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
}
