import 'fake-indexeddb/auto';
import { newSong, type Answer, type Change, type Id, type ServerSong } from '@yibbo/core';
import { KeptSongs, MOST_KEPT } from './kept-songs';

globalThis.structuredClone ??= <T>(value: T) => JSON.parse(JSON.stringify(value)) as T;
let clock = 0;
const opened = () => new KeptSongs(() => ++clock);
const song = (id: Id): ServerSong => ({ song: newSong(id, 'Fog', 1), revision: 0, history: [] });
const named = (id: Id, before: string, name: string) =>
  ({
    id,
    label: name,
    at: 0,
    device: 'd',
    entries: [{ kind: 'edit', of: 'song', ids: ['here'], fields: { name: [[before], [name]] } }],
  }) as unknown as Change;
const answer = (revision: number, missed: Answer['missed']): Answer => ({ revision, missed, lost: [], known: [] });

it('the last opened songs are kept, and all that only this browser has', async () => {
  const kept = opened();
  await kept.put(song('mine'), { id: 'mine', name: 'Mine', seed: 1 });
  for (let number = 0; number < MOST_KEPT + 3; number++) await kept.put(song(`many${number}`));
  const ids = await kept.ids();
  expect([ids.length, ids.includes('mine'), ids.includes(`many${MOST_KEPT + 2}`), ids.includes('many0')]).toEqual([
    MOST_KEPT,
    true,
    true,
    false,
  ]);
  await kept.drop(['many9']);
  expect(await kept.open('many9')).toBeNull();
});

it('a kept song goes on with the answers to it: others’ Changes, our own by their names, each once', async () => {
  const kept = opened();
  await kept.put(song('here'), { id: 'here', name: 'Fog', seed: 1 });
  const [ours, theirs, unnamed] = [named('ours', 'Fog', 'Ebb'), named('theirs', 'Ebb', 'Low'), named('unnamed', 'Low', 'High')];
  await kept.answered('here', 0, answer(1, [{ revision: 1, id: 'ours' }]), [ours, unnamed]);
  await kept.answered('here', 1, answer(1, []), [unnamed]);
  const both = answer(2, [
    { revision: 1, id: 'ours' },
    { revision: 2, id: 'theirs', change: theirs },
  ]);
  // Two windows heard the same.
  await kept.answered('here', 0, both, [ours]);
  await kept.answered('here', 1, both, [ours]);
  // An answer to what was never heard of is no help.
  await kept.answered('here', 9, answer(10, [{ revision: 10, id: 'far', change: named('far', 'Low', 'Far') }]), []);
  const now = (await opened().open('here'))!;
  expect([now.server.song.song.name, now.server.revision, now.server.history.map(({ id }) => id)]).toEqual(['Low', 2, ['ours', 'theirs']]);
  expect(now.toMake).toEqual({ id: 'here', name: 'Fog', seed: 1 });
  await kept.made('here');
  expect((await kept.open('here'))!.toMake).toBeNull();
  // Opened from the server again, it forgets what led there.
  await kept.put({ ...song('here'), revision: 7 });
  expect((await kept.open('here'))!.server).toMatchObject({ revision: 7, history: [] });
  expect([await kept.open('never'), await kept.made('never')]).toEqual([null, undefined]);
});

it('where there is no room the other songs make some, but none that only this browser has; where that is not enough it is told', async () => {
  const kept = opened();
  await kept.drop(await kept.ids());
  await kept.put(song('mine'), { id: 'mine', name: 'Fog', seed: 1 });
  for (const id of ['one', 'two']) await kept.put(song(id));
  const { put } = IDBObjectStore.prototype;
  const full = jest.spyOn(IDBObjectStore.prototype, 'put').mockImplementationOnce(() => {
    throw new Error('QuotaExceededError');
  });
  await kept.put(song('three'));
  expect([...(await kept.ids())].sort()).toEqual(['mine', 'three']);
  full.mockImplementation(() => {
    throw new Error('QuotaExceededError');
  });
  await expect(kept.put(song('four'))).rejects.toThrow('QuotaExceededError');
  full.mockRestore();
  expect(IDBObjectStore.prototype.put).toBe(put);
  expect(await kept.open('mine')).not.toBeNull();
});
