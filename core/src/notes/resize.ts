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
