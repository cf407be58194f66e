import type { Id, Note } from '../model/entities';
import { seededRandom } from './random';

/** What chance is drawn from, beside the note and the pass: the same place in the same song always draws the same. */
export interface DrawFrom {
  readonly seed: number;
  readonly placementId: Id;
}

/** Whether a note has anything that makes it sound in some passes and rest in others. */
export function isConditional({ chance, passes }: Note): boolean {
  return chance !== undefined || passes !== undefined;
}

/** Whether a note sounds in `pass` (counted from 0). One draw for each note and pass, whichever window asks. */
export function soundsIn(note: Note, pass: number, from: DrawFrom): boolean {
  const { passes, chance } = note;
  if (passes && ((passes.mask >> (pass % passes.of)) & 1) === 0) return false;
  return chance === undefined || draw(from, note.drawnWith ?? note.id, pass) * 100 < chance;
}

/** Uniform in [0, 1). */
function draw({ seed, placementId }: DrawFrom, noteId: Id, pass: number): number {
  return seededRandom(hashText(`${seed} ${placementId} ${noteId} ${pass}`))();
}

/** A number in [0, 2^32) from a text (FNV-1a). */
export function hashText(text: string): number {
  let value = 0x811c9dc5;
  for (let index = 0; index < text.length; index++) value = Math.imul(value ^ text.charCodeAt(index), 0x01000193);
  return value >>> 0;
}
