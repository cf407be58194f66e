import type { Id, Note } from '../model/entities';
import { clamp } from '../time';
import { shapeHeight, type Shape } from './shapes';

/** How a sweep over velocities treats notes that start together: keep their proportions, the loudest coming to the line, or set each to it. */
export const SWEEP_MODES = ['scale', 'set'] as const;
export type SweepMode = (typeof SWEEP_MODES)[number];

/** A place in a lane. */
export interface SweepPlace {
  readonly tick: number;
  readonly value: number;
}

/** A value that every note has. */
export interface NoteValue {
  readonly low: number;
  readonly high: number;
  readonly of: (note: Note) => number;
}

export const VELOCITY: NoteValue = { low: 1, high: 127, of: ({ velocity }) => velocity };

/** Values given to notes, by id. */
export type Swept = ReadonlyMap<Id, number>;

/** Gives notes the value of a line at their start. Those it is null for are left alone. */
export function sweptBy(notes: readonly Note[], line: (tick: number) => number | null, mode: SweepMode, value = VELOCITY): Swept {
  const highest = new Map<number, number>();
  for (const note of notes) highest.set(note.start, Math.max(value.of(note), highest.get(note.start) ?? -Infinity));
  const given = new Map<Id, number>();
  for (const note of notes) {
    const target = line(note.start);
    if (target === null) continue;
    const share = mode === 'set' ? 1 : value.of(note) / highest.get(note.start)!;
    given.set(note.id, clamp(Math.round(target * share), value.low, value.high));
  }
  return given;
}

/** The straight line between two places of a sweep, and nothing outside of them. */
export function lineBetween(from: SweepPlace, to: SweepPlace): (tick: number) => number | null {
  const [left, right] = from.tick < to.tick ? [from, to] : [to, from];
  return (tick) => {
    if (tick < left.tick || tick > right.tick) return null;
    const share = right.tick === left.tick ? 1 : (tick - left.tick) / (right.tick - left.tick);
    return left.value + (right.value - left.value) * share;
  };
}

/** A shape between the start of a drag and its present place. */
export function shapeBetween(
  from: SweepPlace,
  to: SweepPlace,
  shape: Exclude<Shape, 'hand'>,
  turns: number,
): (tick: number) => number | null {
  const [low, high] = [Math.min(from.tick, to.tick), Math.max(from.tick, to.tick)];
  const across = to.tick - from.tick || 1;
  return (tick) => {
    if (tick < low || tick > high) return null;
    return from.value + (to.value - from.value) * shapeHeight(shape, (tick - from.tick) / across, turns);
  };
}

/** Where the stem of each note stands among those that begin with it, lowest pitch first, counted from 0: side by side, so that each note of a
 *  chord has a handle of its own. */
export function stemPlaces(notes: readonly Note[]): ReadonlyMap<Id, number> {
  const counts = new Map<number, number>();
  const places = new Map<Id, number>();
  for (const { id, start } of [...notes].sort((a, b) => a.start - b.start || a.pitch - b.pitch)) {
    const place = counts.get(start) ?? 0;
    places.set(id, place);
    counts.set(start, place + 1);
  }
  return places;
}
