import {
  clamp,
  gridOfRow,
  lineAfter,
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
import { putChosenChord } from '../../../acts/pattern/put-chord';
import { addNotes } from '../../../acts/document/edits';
import { useEffects } from '../../../state/effects';
import { selectHandledNotes, selectNotes, type OpenPart } from '../../../state/session/selectors';
import { cursorSet, selectionSet, spanSet } from '../../../state/session/session';
import { useAppDispatch, useAppSelector } from '../../../state/store';
import type { GridRow } from '../../../acts/pattern/rows';
import { hearNote } from '../../../acts/gesture/hear';
import type { Viewport } from '../viewport/viewport';

export interface GridCursor {
  /** Where keys act; null until a key is used on the grid. */
  readonly place: Place | null;
  /** Where a frame drawn by keys began; null while none is. */
  readonly corner: Place | null;
  readonly rowIndex: number;
  readonly handlers: { onKeyDown: (event: KeyboardEvent) => void };
}

interface CursorParts {
  readonly part: OpenPart;
  readonly rows: readonly GridRow[];
  readonly viewport: Viewport;
  readonly surface: RefObject<HTMLElement | null>;
  readonly setting: GestureSetting;
}

/** Handles keys at the cursor. */
function useCursorActs({ part, setting }: CursorParts) {
  const dispatch = useAppDispatch();
  const notes = useAppSelector(selectNotes);
  const selected = useAppSelector((state) => state.session.selected);
  const select = (ids: readonly Id[]) => void dispatch(selectionSet(ids));
  return {
    select,
    /** Selects what a frame between two places touches. */
    frame: (from: Place, to: Place) => select(notesInRectangle(notes, ...stepsBetween(from, to, part))),
    /** Marks the time of the frame on the ruler and selects all that starts in it. */
    markSpan: (from: Place, to: Place) => {
      const [first, last] = stepsBetween(from, to, part);
      const span = { start: first.tick, end: last.tick };
      dispatch(spanSet(span));
      select(notesInSpan(notes, span).map(({ id }) => id));
    },
    /** Puts a note, or the chord that is chosen; says whether it was a chord, whose end the cursor has gone to. */
    putNote: ({ tick, pitch }: Place): boolean => {
      if (dispatch(putChosenChord({ start: tick, pitch }))) return true;
      if (notes.some((note) => note.pitch === pitch && note.start === tick)) return false;
      dispatch(hearNote(part.track.id, pitch, setting.velocity));
      dispatch(addNotes('Draw a note', [tappedNote({ tick, pitch }, setting)]));
      select([]);
      return false;
    },
    /** Selects the note at a place, if there is one; says whether there was. */
    takeNote: ({ tick, pitch }: Place, isAdding: boolean): boolean => {
      const there = notes.find((note) => note.pitch === pitch && note.start <= tick && note.start + note.length > tick);
      if (there) select(isAdding ? toggled(selected, there.id) : [there.id]);
      return there !== undefined;
    },
  };
}

/** Where the cursor is and goes. */
function useCursorPlace({ part, rows, viewport }: CursorParts) {
  const dispatch = useAppDispatch();
  const place = useAppSelector((state) => state.session.cursor);
  const rowOf = ({ pitch }: Place) => rows.findIndex((row) => row.pitch === pitch);
  const start = (): Place => {
    const row = clamp(Math.round((viewport.scrollY + viewport.height / 2) / viewport.rowPixels), 0, rows.length - 1);
    return { tick: lineBefore(part.grid, viewport.scrollX / viewport.pixelsPerTick), pitch: rows[row]!.pitch };
  };
  const setPlace = (to: Place) => void dispatch(cursorSet(to));
  const reveal = (to: Place) => {
    setPlace(to);
    viewport.reveal(to.tick, rowOf(to));
    return to;
  };
  return {
    place,
    here: () => place ?? start(),
    rowIndex: place ? rowOf(place) : -1,
    setPlace,
    go: (steps: number, rowsDown: number) => {
      const from = place ?? start();
      const tick = lineFrom(gridOfRow(part, from.pitch), from.tick, steps);
      return reveal({ tick, pitch: rows[clamp(rowOf(from) + rowsDown, 0, rows.length - 1)]!.pitch });
    },
    /** To the first or the last step of the row. */
    goToEnd: (key: 'Home' | 'End') => {
      const { pitch } = place ?? start();
      return reveal({ tick: key === 'Home' ? 0 : lineFrom(gridOfRow(part, pitch), rowLength(part.pattern, pitch), -1), pitch });
    },
  };
}

const ARROWS: Readonly<Record<string, readonly [steps: number, rowsDown: number]>> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
};

/** Moving about and entering notes on the grid by keys: arrows go from step to step and row to row while no note is selected or current, with
 *  Ctrl always, Ctrl Home and End to the ends of the row; Enter puts a note there, or selects the one that is there; with Q held, arrows leave a note wherever they go. B begins a frame that the
 *  arrows stretch; Shift and Enter mark its time on the ruler. */
export function useGridCursor(parts: CursorParts): GridCursor {
  const { held } = useEffects();
  const hasHandled = useAppSelector((state) => selectHandledNotes(state).length > 0);
  const acts = useCursorActs(parts);
  const { place, here, rowIndex, setPlace, go, goToEnd } = useCursorPlace(parts);
  const [corner, setCorner] = useState<Place | null>(null);
  const arrive = (to: Place) => corner && acts.frame(corner, to);
  const enter = (isAdding: boolean) => {
    if (corner) {
      if (isAdding) acts.markSpan(corner, here());
      return setCorner(null);
    }
    const at = here();
    setPlace(at);
    if (acts.takeNote(at, isAdding) || isAdding || acts.putNote(at)) return;
    setPlace({ ...at, tick: lineAfter(gridOfRow(parts.part, at.pitch), at.tick) });
  };
  const onKeyDown = (event: KeyboardEvent) => {
    if (event.target !== parts.surface.current || event.altKey) return;
    const ctrl = event.ctrlKey || event.metaKey;
    const arrow = (hasHandled && !ctrl && !corner) || event.shiftKey ? undefined : ARROWS[event.key];
    if (arrow) {
      if (held.has('paint')) acts.putNote(here());
      arrive(go(...arrow));
    } else if (ctrl && (event.key === 'Home' || event.key === 'End')) arrive(goToEnd(event.key));
    else if (event.key === 'Enter' && !ctrl) enter(event.shiftKey);
    else if (event.key.toLowerCase() === 'b' && !ctrl) {
      setPlace(here());
      setCorner(here());
      acts.frame(here(), here());
    } else if (event.key === 'Escape' && corner) {
      setCorner(null);
      acts.select([]);
    } else return;
    event.preventDefault();
    event.stopPropagation();
  };
  return { place, corner, rowIndex, handlers: { onKeyDown } };
}

function toggled(selected: readonly Id[], id: Id): readonly Id[] {
  return selected.includes(id) ? selected.filter((other) => other !== id) : [...selected, id];
}

/** The corners of the steps from one place to another, both included. */
export function stepsBetween(a: Place, b: Place, grids: Grids): [Place, Place] {
  const [left, right] = a.tick <= b.tick ? [a, b] : [b, a];
  return [
    { tick: left.tick, pitch: a.pitch },
    { tick: lineAfter(gridOfRow(grids, right.pitch), right.tick), pitch: b.pitch },
  ];
}
