import type { NotesAction } from './action';
import { deleteNotes } from './copy/delete';
import { mute } from './feel/mute';
import { velocityScale } from './feel/velocity-scale';
import { velocitySet } from './feel/velocity-set';
import { firstCut } from './length/first-cut';
import { join } from './length/join';
import { splitLines } from './length/split-lines';
import { splitParts } from './length/split-parts';
import { transpose } from './pitch/transpose';
import { nudge } from './time/nudge';
import { quantize } from './time/quantize';
import { reverse } from './time/reverse';
import { rotate } from './time/rotate';

/** Every action there is, in the order the tray shows them. Tray, trial strip, key list and contract tests read this list. */
export const ACTIONS: readonly NotesAction[] = [
  nudge,
  rotate,
  quantize,
  reverse,
  splitParts,
  firstCut,
  splitLines,
  join,
  transpose,
  velocityScale,
  velocitySet,
  mute,
  deleteNotes,
];

/** Throws for an id that is not in the list. */
export function actionById(id: string): NotesAction {
  const action = ACTIONS.find((candidate) => candidate.id === id);
  if (!action) throw new Error(`There is no action "${id}".`);
  return action;
}
