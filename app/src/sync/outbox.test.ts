import 'fake-indexeddb/auto';
import type { Change, Id } from '@yibbo/core';
import { openDB } from 'idb';
import { Outbox } from './outbox';

globalThis.structuredClone ??= <T>(value: T) => JSON.parse(JSON.stringify(value)) as T;
const change = (id: Id, at = 0) => ({ id, label: id, at, device: 'd', entries: [] }) as unknown as Change;
const ids = (changes: readonly Change[]) => changes.map(({ id }) => id);

// First of all: what an earlier version has kept is there but once.
it('storage that does not answer in time is told, and what it had kept comes late, in the order it was made', async () => {
  // Another window has the store of an earlier version open.
  const old = await openDB('yibbo outbox', 1, {
    upgrade: (database) => void database.createObjectStore('changes', { keyPath: ['song', 'change.id'] }),
  });
  await old.put('changes', { song: 'old', change: change('a', 2), order: 0 });
  await old.put('changes', { song: 'old', change: change('z', 1), order: 7 });
  await old.put('changes', { song: 'old', change: change('m', 1), order: 3 });
  await old.put('changes', { song: 'other', change: change('x', 0), order: 0 });
  let late: readonly Change[] = [];
  const outbox = new Outbox();
  const asked = outbox.unsent('old', (changes) => (late = changes));
  const both = await Promise.allSettled([asked, outbox.keep('old', change('new', 3))]);
  expect(both.map((each) => each.status === 'rejected' && String(each.reason))).toEqual(Array(2).fill('Error: Storage does not answer.'));
  expect([outbox.hasAll, late]).toEqual([false, []]);
  old.close();
  for (let wait = 0; wait < 100 && !outbox.hasAll; wait++) await new Promise((resolve) => setTimeout(resolve, 10));
  expect(ids(late)).toEqual(['m', 'z', 'a']);
  expect(ids(await outbox.unsent('old', () => undefined))).toEqual(['m', 'z', 'a', 'new']);
  expect([...(await outbox.songs())].sort()).toEqual(['old', 'other']);
  const now = await openDB('yibbo outbox');
  expect([...now.objectStoreNames]).toEqual(['unsent']);
  now.close();
  await outbox.replace('old', []);
  await outbox.drop('other', ['x']);
  expect(await outbox.songs()).toEqual([]);
}, 20_000);

it('asks the browser once to be kept, when there is something to keep', async () => {
  localStorage.removeItem('yibbo asked to stay');
  let asked = 0;
  Object.assign(navigator, { storage: { persist: () => Promise.resolve(++asked > 0) } });
  const outbox = new Outbox();
  await outbox.unsent('stay', () => undefined);
  expect(asked).toBe(0);
  await outbox.keep('stay', change('a'));
  await outbox.keep('stay', change('b'));
  await new Outbox().keep('stay', change('c'));
  expect(asked).toBe(1);
  await outbox.replace('stay', []);
});

it('a Change that could not be kept goes with the next one, and none is kept twice', async () => {
  const outbox = new Outbox();
  await outbox.unsent('twice', () => undefined);
  const add = jest.spyOn(IDBObjectStore.prototype, 'add').mockImplementationOnce(() => {
    throw new Error('no room');
  });
  await expect(outbox.keep('twice', change('a'))).rejects.toThrow('no room');
  add.mockRestore();
  expect(outbox.hasAll).toBe(false);
  await outbox.keep('twice', change('b'));
  expect(outbox.hasAll).toBe(true);
  expect(ids(await new Outbox().unsent('twice', () => undefined)).sort()).toEqual(['a', 'b']);
  // One that is acknowledged meanwhile is not kept any more.
  void outbox.keep('twice', change('c'));
  await outbox.drop('twice', ['a', 'b', 'c']);
  expect(outbox.hasAll).toBe(true);
});

it('what is kept comes back in its order, song by song; what is dropped or replaced does not', async () => {
  const outbox = new Outbox();
  const ids = async (songId: Id) => (await new Outbox().unsent(songId, () => undefined)).map(({ id }) => id);
  for (const id of ['z', 'a', 'm']) await outbox.keep('one', change(id));
  await outbox.keep('two', change('x'));
  expect(outbox.hasAll).toBe(true);
  expect(await ids('one')).toEqual(['z', 'a', 'm']);
  await outbox.drop('one', ['a', 'x']);
  expect([await ids('one'), await ids('two')]).toEqual([['z', 'm'], ['x']]);
  await outbox.replace('one', [change('n'), change('z')]);
  expect([await ids('one'), await ids('two')]).toEqual([['n', 'z'], ['x']]);
});

it('a page that goes away before its last Changes are kept says them last, and the next one has them in order', async () => {
  const outbox = new Outbox();
  await outbox.keep('late', change('first'));
  void outbox.keep('late', change('second'));
  void outbox.keep('late', change('third'));
  expect(outbox.hasAll).toBe(false);
  window.dispatchEvent(new Event('pagehide'));
  const next = await new Outbox().unsent('late', () => undefined);
  expect(next.map(({ id }) => id)).toEqual(['first', 'second', 'third']);
  expect(Object.keys(localStorage).filter((key) => key.startsWith('yibbo unsent'))).toEqual([]);
});

it('storage that is denied says so, and keeps what it was given to keep with the next', async () => {
  const open = jest.spyOn(indexedDB, 'open').mockImplementation(() => {
    throw new Error('denied');
  });
  const outbox = new Outbox();
  open.mockRestore();
  await expect(outbox.keep('denied', change('lost'))).rejects.toThrow();
  expect(outbox.hasAll).toBe(false);
  await expect(outbox.unsent('denied', () => undefined)).rejects.toThrow();
});
