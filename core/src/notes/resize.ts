import type { Note } from '../model/entities';
import { clamp } from '../time';

/** Moves the end of every note by the same `ticks`; no note gets shorter than one tick. */
export function resizeEnds(notes: readonly Note[], ticks: number): readonly Note[] {
  if (ticks === 0) return notes;
  return notes.map((note) => ({ ...note, length: Math.max(1, note.length + ticks) }));
}

/** Moves the start of every note by the same `ticks` and keeps its end; stops at tick 0 and one tick before the end. */
export function resizeStarts(notes: readonly Note[], ticks: number): readonly Note[] {
  if (ticks === 0) return notes;
  return notes.map((note) => {
    const start = clamp(note.start + ticks, 0, note.start + note.length - 1);
    return { ...note, start, length: note.start + note.length - start };
  });
}

/** Makes every note longer or shorter by a share of its length, at its end or at its start, whose other end then stays. None gets shorter than one
 *  tick, none starts before tick 0. */
export function scaleLengths(notes: readonly Note[], share: number, edge: 'start' | 'end'): readonly Note[] {
  if (share === 1) return notes;
  return notes.map((note) => {
    const length = Math.max(1, Math.round(note.length * share));
    if (edge === 'end') return { ...note, length };
    const end = note.start + note.length;
    const start = Math.max(0, end - length);
    return { ...note, start, length: end - start };
  });
}
