import {
  clamp,
  lineBetween,
  shapeBetween,
  stemPlaces,
  sweptBy,
  withNotes,
  type Id,
  type Note,
  type SweepPlace,
  type Swept,
} from '@yibbo/core';
import { useEffect, useRef, useState, type PointerEvent } from 'react';
import { editNotes } from '../../../document/edits';
import { useAppDispatch, useAppSelector } from '../../../store';
import { hearNote } from '../gesture/hear';
import type { Viewport } from '../viewport/viewport';
import { LANE_HEIGHT, MARGIN, STEM_APART } from './lane-size';

const REACH_TOUCH = 22;
const REACH_MOUSE = 10;
const NOTHING: Swept = new Map();

/** What a drag in the lane is doing: setting the note it began on, or sweeping over more. */
interface Sweep {
  readonly pointerId: number;
  readonly fromX: number;
  readonly from: SweepPlace;
  /** The note it began on; null where it began beside all. */
  readonly note: Note | null;
  isSweeping: boolean;
  last: SweepPlace;
}

interface SweepParts {
  readonly trackId: Id;
  readonly viewport: Viewport;
  readonly notes: readonly Note[];
  readonly selected: ReadonlySet<Id>;
}

/** A drag up or down sets the note it began on; a sweep gives all notes it passes the height it has there, or that of the shape drawn from where it
 *  began; while notes are selected, only those. Letting go at the left of the lane, or Escape, leaves all as it was. */
export function useVelocitySweep({ trackId, viewport, notes, selected }: SweepParts) {
  const dispatch = useAppDispatch();
  const { shape, turns, sweepMode } = useAppSelector((state) => state.preferences);
  const [swept, setSwept] = useState<Swept>(NOTHING);
  const sweep = useRef<Sweep | null>(null);
  const end = () => {
    sweep.current = null;
    setSwept(NOTHING);
  };
  useEscape(() => {
    const isOn = sweep.current !== null;
    end();
    return isOn;
  });
  const meant = selected.size === 0 ? notes : notes.filter(({ id }) => selected.has(id));
  const add = (line: (tick: number) => number | null) => setSwept((before) => new Map([...before, ...sweptBy(meant, line, sweepMode)]));

  const onPointerDown = (event: PointerEvent<HTMLElement>) => {
    if (event.pointerType === 'mouse' && event.button !== 0) return;
    event.currentTarget.setPointerCapture(event.pointerId);
    const at = placeAt(event, viewport);
    const note = stemAt(meant, at, event.pointerType === 'mouse' ? REACH_MOUSE : REACH_TOUCH, viewport.pixelsPerTick);
    const from = { ...at, tick: note?.start ?? at.tick };
    sweep.current = { pointerId: event.pointerId, fromX: event.clientX, from, note, isSweeping: false, last: at };
    if (!note) return;
    setSwept(new Map([[note.id, at.velocity]]));
    dispatch(hearNote(trackId, note.pitch, at.velocity));
  };
  const onPointerMove = (event: PointerEvent<HTMLElement>) => {
    const now = sweep.current;
    if (!now || now.pointerId !== event.pointerId) return;
    const at = placeAt(event, viewport);
    if (!now.isSweeping && Math.abs(event.clientX - now.fromX) > REACH_MOUSE) {
      now.isSweeping = true;
      now.last = now.from;
      setSwept(NOTHING);
    }
    if (now.isSweeping && shape !== 'hand') setSwept(sweptBy(meant, shapeBetween(now.from, at, shape, turns), sweepMode));
    else if (now.isSweeping) add(lineBetween(now.last, at));
    else if (now.note) setSwept(new Map([[now.note.id, at.velocity]]));
    now.last = at;
  };
  const onPointerUp = (event: PointerEvent<HTMLElement>) => {
    const isLeft = event.clientX < event.currentTarget.getBoundingClientRect().left;
    const given = sweep.current && !isLeft ? swept : NOTHING;
    end();
    if (given.size === 0) return;
    const label = `Velocity, ${given.size} ${given.size === 1 ? 'note' : 'notes'}`;
    dispatch(editNotes(label, (all) => withNotes(all, raised(all, given))));
  };
  return { swept, handlers: { onPointerDown, onPointerMove, onPointerUp, onPointerCancel: end } };
}

/** Calls `cancel` at Escape, which goes no further where that called something off. */
function useEscape(cancel: () => boolean): void {
  const latest = useRef(cancel);
  useEffect(() => {
    latest.current = cancel;
  });
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (event.key === 'Escape' && latest.current()) event.stopPropagation();
    };
    globalThis.addEventListener('keydown', onKey, true);
    return () => globalThis.removeEventListener('keydown', onKey, true);
  }, []);
}

function placeAt(event: PointerEvent<HTMLElement>, viewport: Viewport): SweepPlace {
  const box = event.currentTarget.getBoundingClientRect();
  const share = (box.bottom - MARGIN - event.clientY) / (box.height - 2 * MARGIN);
  return {
    tick: (event.clientX - box.left + viewport.scrollX) / viewport.pixelsPerTick,
    velocity: clamp(Math.round(share * 127), 1, 127),
  };
}

/** The note whose stem is within reach of a place, the nearest by its head: notes of a chord stand side by side. */
function stemAt(notes: readonly Note[], at: SweepPlace, reachPixels: number, pixelsPerTick: number): Note | null {
  const near = notes.filter(({ start }) => Math.abs(start - at.tick) * pixelsPerTick <= reachPixels + 8 * STEM_APART);
  const places = stemPlaces(near);
  const velocityPixels = (LANE_HEIGHT - 2 * MARGIN) / 127;
  let best: Note | null = null;
  let bestAway = Infinity;
  for (const note of near) {
    const across = Math.abs((note.start - at.tick) * pixelsPerTick + places.get(note.id)! * STEM_APART);
    const away = Math.hypot(across, (note.velocity - at.velocity) * velocityPixels);
    if (across <= reachPixels && away < bestAway) [best, bestAway] = [note, away];
  }
  return best;
}

function raised(notes: readonly Note[], given: Swept): Note[] {
  return notes.filter(({ id }) => given.has(id)).map((note) => ({ ...note, velocity: given.get(note.id)! }));
}
