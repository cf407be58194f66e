import type { Note } from '../model/entities';
import { modulo } from '../time';
import type { LoopOf } from './landing';

/** Turns the loop by `ticks` (may be negative): a start pushed past the end re-enters at the beginning.
 *  Lengths stay; notes that lie outside [fromTick, fromTick + loopTicks) stay where they are. */
export function rotateStarts(notes: readonly Note[], ticks: number, loopTicks: number, fromTick = 0): readonly Note[] {
  return rotateRows(notes, ticks, () => loopTicks, fromTick);
}

/** The same for rows that go round in lengths of their own. */
export function rotateRows(notes: readonly Note[], ticks: number, loopOf: LoopOf, fromTick = 0): readonly Note[] {
  if (ticks === 0) return notes;
  return notes.map((note) => {
    const inLoop = note.start - fromTick;
    const loopTicks = loopOf(note.pitch);
    if (inLoop < 0 || inLoop >= loopTicks) return note;
    return { ...note, start: fromTick + modulo(inLoop + ticks, loopTicks) };
  });
}

/** The span notes cover: from the earliest start to the latest end. An empty list covers nothing. */
export function spanOf(notes: readonly Note[]): { readonly start: number; readonly end: number } {
  if (notes.length === 0) return { start: 0, end: 0 };
  let start = Infinity;
  let end = 0;
  for (const note of notes) {
    start = Math.min(start, note.start);
    end = Math.max(end, note.start + note.length);
  }
  return { start, end };
}
