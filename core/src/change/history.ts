import type { Id } from '../model/entities';
import type { ChangeLabel } from './change';

export interface HistoryState {
  /** The Change that undo would take back. */
  readonly undo: Id | null;
  /** The undoing Change that redo would take back. */
  readonly redo: Id | null;
}

/** Reads from the labels alone what undo and redo would act on. `labels` is oldest first.
 *  Undoing an undo is a redo; a new Change empties the redo side. */
export function historyState(labels: readonly ChangeLabel[]): HistoryState {
  const done: Id[] = [];
  const undone: Id[] = [];
  for (const { id, undoes } of labels) {
    if (undoes !== undefined && done.includes(undoes)) {
      done.splice(done.lastIndexOf(undoes), 1);
      undone.push(id);
    } else if (undoes !== undefined && undone.includes(undoes)) {
      undone.splice(undone.lastIndexOf(undoes), 1);
      done.push(id);
    } else {
      done.push(id);
      undone.length = 0;
    }
  }
  return { undo: done.at(-1) ?? null, redo: undone.at(-1) ?? null };
}
