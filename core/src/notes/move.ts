import { byStartThenPitch } from '../model/document';
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

/** Puts `changed` notes back among the others of their pattern, by id; new ids are added. */
export function withNotes(all: readonly Note[], changed: readonly Note[]): readonly Note[] {
  if (changed.length === 0) return all;
  const ids = new Set(changed.map(({ id }) => id));
  return [...all.filter(({ id }) => !ids.has(id)), ...changed].sort(byStartThenPitch);
}
