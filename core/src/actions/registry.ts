import type { NotesAction } from './action';
import { deleteNotes } from './copy/delete';
import { firstCut } from './length/first-cut';
import { splitLines } from './length/split-lines';
import { splitParts } from './length/split-parts';
import { transpose } from './pitch/transpose';
import { nudge } from './time/nudge';
import { quantize } from './time/quantize';
import { rotate } from './time/rotate';

/** Every action there is, in the order the tray shows them. Tray, trial strip, key list and contract tests read this list. */
export const ACTIONS: readonly NotesAction[] = [nudge, rotate, quantize, splitParts, firstCut, splitLines, transpose, deleteNotes];

/** Throws for an id that is not in the list. */
export function actionById(id: string): NotesAction {
  const action = ACTIONS.find((candidate) => candidate.id === id);
  if (!action) throw new Error(`There is no action "${id}".`);
  return action;
}
