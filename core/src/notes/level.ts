import type { Note } from '../model/entities';
import { clamp } from '../time';

/** Makes every note louder by the same `steps` of velocity (softer if negative), each kept within 1..127. */
export function leveled(notes: readonly Note[], steps: number): readonly Note[] {
  if (steps === 0) return notes;
  return notes.map((note) => ({ ...note, velocity: clamp(note.velocity + steps, 1, 127) }));
}
