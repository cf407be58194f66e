import { byStartThenPitch } from '../model/collections';
import type { Note } from '../model/entities';
import { clamp } from '../time';

/** Moves notes by `ticks` and `semitones` as one group: the whole group stops where its first note meets tick 0 or
 *  its outermost pitch meets 0 or 127, so its shape never changes. */
export function moveNotes(notes: readonly Note[], ticks: number, semitones: number): readonly Note[] {
  if (notes.length === 0) return notes;
  const byTicks = limitedShift(notes, ticks);
  const byPitch = limitedTranspose(notes, semitones);
  if (byTicks === 0 && byPitch === 0) return notes;
  return notes.map((note) => ({ ...note, start: note.start + byTicks, pitch: note.pitch + byPitch }));
}

/** How far back or on the group can really go towards `ticks` before its first note meets tick 0. */
export function limitedShift(notes: readonly Note[], ticks: number): number {
  return Math.max(ticks, -notes.reduce((first, { start }) => Math.min(first, start), Infinity));
}

/** How far notes are transposed in one go, in semitones. */
export const MOST_TRANSPOSED = 48;

/** How far up or down the group can really go towards `semitones` within 0..127. */
export function limitedTranspose(notes: readonly Note[], semitones: number): number {
  let lowest = 127;
  let highest = 0;
  for (const { pitch } of notes) {
    lowest = Math.min(lowest, pitch);
    highest = Math.max(highest, pitch);
  }
  return clamp(semitones, -lowest, 127 - highest);
}

/** Moves notes by `ticks` and by a number of shown rows, top first, as one group: it stops where its first note meets the top or
 *  the bottom row. Notes on rows that are not shown go by semitones instead, as all do where `rows` is null. */
export function moveByRows(
  notes: readonly Note[],
  ticks: number,
  up: { readonly rows: number | null; readonly semitones: number },
  shown: readonly number[],
): readonly Note[] {
  const index = new Map(shown.map((pitch, row) => [pitch, row]));
  const places = notes.flatMap(({ pitch }) => index.get(pitch) ?? []);
  if (up.rows === null || places.length < notes.length) return moveNotes(notes, ticks, up.semitones);
  const down = limitedRows(places, -up.rows, shown.length);
  const moved = moveNotes(notes, ticks, 0);
  return down === 0 ? moved : moved.map((note) => ({ ...note, pitch: shown[index.get(note.pitch)! + down]! }));
}

function limitedRows(places: readonly number[], down: number, rows: number): number {
  const top = places.reduce((least, place) => Math.min(least, place), Infinity);
  const bottom = places.reduce((most, place) => Math.max(most, place), 0);
  return clamp(down, -top, rows - 1 - bottom);
}

/** Puts `changed` notes back among the others of their pattern, by id; new ids are added. */
export function withNotes(all: readonly Note[], changed: readonly Note[]): readonly Note[] {
  if (changed.length === 0) return all;
  const ids = new Set(changed.map(({ id }) => id));
  return [...all.filter(({ id }) => !ids.has(id)), ...changed].sort(byStartThenPitch);
}
