import type { Id, Note } from '../model/entities';
import { hashText } from '../model/ids';
import type { Groups } from './groups';
import { seededRandom } from './random';

/** The seed of a chance draw beside note and pass: the same place in the same song always draws the same. */
export interface DrawFrom {
  readonly seed: number;
  readonly placementId: Id;
}

/** Whether a note has anything that makes it sound in some passes and rest in others. */
export function isConditional({ chance, passes, oneOf }: Note): boolean {
  return chance !== undefined || passes !== undefined || oneOf !== undefined;
}

/** Whether a note sounds in `pass` (counted from 0). One draw for each note or group and pass, whichever window asks. */
export function soundsIn(note: Note, pass: number, from: DrawFrom, groups: Groups): boolean {
  if (!isInTurn(note, pass)) return false;
  const { chance, oneOf } = note;
  if (oneOf !== undefined) return groups.chosen(oneOf, pass) === drawIdOf(note);
  return chance === undefined || draw(from, drawIdOf(note), pass) * 100 < chance;
}

/** Whether `pass` is one of those a note may sound in. */
export function isInTurn({ passes }: Note, pass: number): boolean {
  return !passes || ((passes.mask >> (pass % passes.of)) & 1) === 1;
}

/** The id a note's chance is drawn for: that of the note it is a piece of, else its own. */
export function drawIdOf({ drawnWith, id }: Note): Id {
  return drawnWith ?? id;
}

/** Uniform in [0, 1), for a note or a group. */
export function draw({ seed, placementId }: DrawFrom, id: Id, pass: number): number {
  return seededRandom(hashText(`${seed} ${placementId} ${id} ${pass}`))();
}
