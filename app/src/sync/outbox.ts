import type { Change, Id } from '@yibbo/core';
import { createStore, delMany, entries, set } from 'idb-keyval';

/** Changes the server has not acknowledged yet, kept in the browser's database so that closing the page loses none. Each has a
 *  record of its own: with one list for all, every edit would write down all that came before it. */
const store = typeof indexedDB === 'undefined' ? undefined : createStore('yibbo outbox', 'changes');

interface Kept {
  readonly change: Change;
  /** Place among the changes of this page, for those made in one millisecond. */
  readonly order: number;
}

let order = 0;

export async function unsentChanges(songId: Id): Promise<Change[]> {
  if (!store) return [];
  const kept = (await entries<[Id, Id], Kept>(store)).filter(([[song]]) => song === songId).map(([, each]) => each);
  return kept.sort((a, b) => a.change.at - b.change.at || a.order - b.order).map(({ change }) => change);
}

export async function keepUnsent(songId: Id, change: Change): Promise<void> {
  if (store) await set([songId, change.id], { change, order: order++ } satisfies Kept, store);
}

export async function dropUnsent(songId: Id, ids: readonly Id[]): Promise<void> {
  if (store && ids.length)
    await delMany(
      ids.map((id) => [songId, id]),
      store,
    );
}
