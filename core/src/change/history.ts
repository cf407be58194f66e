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
  const side = new Map<Id, Id[]>();
  const put = (list: Id[], id: Id) => {
    list.push(id);
    side.set(id, list);
  };
  for (const { id, undoes } of labels) {
    const from = undoes === undefined ? undefined : side.get(undoes);
    if (undoes !== undefined && from) {
      // What is undone is nearly always the newest, so that looking from the end is quick.
      from.splice(from.lastIndexOf(undoes), 1);
      side.delete(undoes);
      put(from === done ? undone : done, id);
    } else {
      put(done, id);
      for (const each of undone) side.delete(each);
      undone.length = 0;
    }
  }
  return { undo: done.at(-1) ?? null, redo: undone.at(-1) ?? null };
}
