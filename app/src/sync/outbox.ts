import type { Change, Id } from '@yibbo/core';
import { createStore, get, update } from 'idb-keyval';

/** Changes the server has not acknowledged yet, kept in the browser's database so that closing the page loses none. */
const store = typeof indexedDB === 'undefined' ? undefined : createStore('yibbo', 'unsent');

export async function unsentChanges(songId: Id): Promise<Change[]> {
  return store ? ((await get<Change[]>(songId, store)) ?? []) : [];
}

export async function keepUnsent(songId: Id, change: Change): Promise<void> {
  if (store) await update<Change[]>(songId, (kept = []) => [...kept, change], store);
}

export async function dropUnsent(songId: Id, ids: ReadonlySet<Id>): Promise<void> {
  if (store) await update<Change[]>(songId, (kept = []) => kept.filter(({ id }) => !ids.has(id)), store);
}
