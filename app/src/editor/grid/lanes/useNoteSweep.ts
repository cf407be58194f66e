import {
  counted,
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
import { useRef, useState, type PointerEvent } from 'react';
import { editNotes } from '../../../acts/document/edits';
import { useAppDispatch, useAppSelector } from '../../../state/store';
import { hearNote } from '../../../acts/gesture/hear';
import type { Viewport } from '../viewport/viewport';
import { laneValue, MARGIN, STEM_APART } from './lane-size';
import { NOTE_LANES, type NoteLaneKind } from './note-lanes';
import { useEscape } from './useEscape';
import { tellWhom } from '../../../acts/pattern/select';

const REACH_TOUCH = 22;
const REACH_MOUSE = 10;
const NOTHING: Swept = new Map();

/** The state of a drag in the lane: setting the note it began on, or sweeping over more. */
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
  readonly kind: NoteLaneKind;
  readonly height: number;
  readonly trackId: Id;
  readonly viewport: Viewport;
  readonly notes: readonly Note[];
  readonly selected: ReadonlySet<Id>;
}

/** A drag up or down sets the note it began on; a sweep gives all notes it passes the height it has there, or that of the shape drawn from where it
 *  began; while notes are selected, only those. Letting go at the left of the lane, or Escape, leaves all as it was. */
export function useNoteSweep({ kind, height, trackId, viewport, notes, selected }: SweepParts) {
  const dispatch = useAppDispatch();
  const { shape, turns, sweepMode } = useAppSelector((state) => state.preferences);
  const isVelocity = kind === NOTE_LANES.velocity;
  // Only loudness has proportions to keep.
  const mode = isVelocity ? sweepMode : 'set';
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
  const add = (line: (tick: number) => number | null) => setSwept((before) => new Map([...before, ...sweptBy(meant, line, mode, kind)]));

  const onPointerDown = (event: PointerEvent<HTMLElement>) => {
    // One finger sweeps; others that come meanwhile do nothing.
    if (sweep.current || (event.pointerType === 'mouse' && event.button !== 0)) return;
    event.currentTarget.setPointerCapture(event.pointerId);
    const at = placeAt(event, viewport, kind, height);
    const reach = event.pointerType === 'mouse' ? REACH_MOUSE : REACH_TOUCH;
    const near = { reach, pixelsPerTick: viewport.pixelsPerTick, pixelsPerValue: (height - 2 * MARGIN) / (kind.high - kind.low) };
    const note = stemAt(meant, at, near, kind);
    const from = { ...at, tick: note?.start ?? at.tick };
    sweep.current = { pointerId: event.pointerId, fromX: event.clientX, from, note, isSweeping: false, last: at };
    if (!note) {
      const isOther = selected.size > 0 && stemAt(notes, at, near, kind) !== null;
      if (isOther) dispatch(tellWhom(selected.size));
      return;
    }
    setSwept(new Map([[note.id, at.value]]));
    dispatch(hearNote(trackId, note.pitch, isVelocity ? at.value : note.velocity));
  };
  const onPointerMove = (event: PointerEvent<HTMLElement>) => {
    const now = sweep.current;
    if (!now || now.pointerId !== event.pointerId) return;
    const at = placeAt(event, viewport, kind, height);
    if (!now.isSweeping && Math.abs(event.clientX - now.fromX) > REACH_MOUSE) {
      now.isSweeping = true;
      now.last = now.from;
      setSwept(NOTHING);
    }
    if (now.isSweeping && shape !== 'hand') setSwept(sweptBy(meant, shapeBetween(now.from, at, shape, turns), mode, kind));
    else if (now.isSweeping) add(lineBetween(now.last, at));
    else if (now.note) setSwept(new Map([[now.note.id, at.value]]));
    now.last = at;
  };
  const onPointerUp = (event: PointerEvent<HTMLElement>) => {
    if (sweep.current?.pointerId !== event.pointerId) return;
    const isLeft = event.clientX < event.currentTarget.getBoundingClientRect().left;
    const given = isLeft ? NOTHING : swept;
    end();
    if (given.size === 0) return;
    const label = `${kind.name}, ${counted(given.size, 'note')}`;
    dispatch(editNotes(label, (all) => withNotes(all, raised(all, given, kind))));
  };
  return { swept, handlers: { onPointerDown, onPointerMove, onPointerUp, onPointerCancel: end } };
}

function placeAt(event: PointerEvent<HTMLElement>, viewport: Viewport, kind: NoteLaneKind, height: number): SweepPlace {
  const box = event.currentTarget.getBoundingClientRect();
  return {
    tick: (event.clientX - box.left + viewport.scrollX) / viewport.pixelsPerTick,
    value: laneValue(event.clientY - box.top, kind, height),
  };
}

interface Reach {
  readonly reach: number;
  readonly pixelsPerTick: number;
  readonly pixelsPerValue: number;
}

/** The note whose stem is within reach of a place, the nearest by its head: notes of a chord stand side by side. */
function stemAt(notes: readonly Note[], at: SweepPlace, { reach, pixelsPerTick, pixelsPerValue }: Reach, kind: NoteLaneKind): Note | null {
  const near = notes.filter(({ start }) => Math.abs(start - at.tick) * pixelsPerTick <= reach + 8 * STEM_APART);
  const places = stemPlaces(near);
  let best: Note | null = null;
  let bestAway = Infinity;
  for (const note of near) {
    const across = Math.abs((note.start - at.tick) * pixelsPerTick + places.get(note.id)! * STEM_APART);
    const away = Math.hypot(across, (kind.of(note) - at.value) * pixelsPerValue);
    if (across <= reach && away < bestAway) [best, bestAway] = [note, away];
  }
  return best;
}

function raised(notes: readonly Note[], given: Swept, kind: NoteLaneKind): Note[] {
  return notes.filter(({ id }) => given.has(id)).map((note) => kind.given(note, given.get(note.id)!));
}
