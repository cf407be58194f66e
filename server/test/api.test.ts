import { API, errorSchema, type ApiRoute, type Change } from '@yibbo/core';
import { exportMidi } from '@yibbo/core/midi';
import { demoSong } from '@yibbo/core/demo';
import { TestServer } from './test-server';

const server = new TestServer();
beforeAll(() => server.start());
afterAll(async () => {
  await server.stop();
  server.remove();
});

const asked = new Set<string>();

/** Asks for one thing the server can be asked for, and holds what it answers against what it says it would. */
async function ask(name: keyof typeof API, params: Readonly<Record<string, string>> = {}, body?: unknown, query = '') {
  const route: ApiRoute = API[name];
  asked.add(name);
  const path = route.path.replace(/:(\w+)/g, (_whole, param: string) => params[param]!);
  const isBytes = body instanceof Uint8Array;
  const init: RequestInit = { method: route.method };
  if (body !== undefined)
    Object.assign(init, {
      headers: { 'content-type': isBytes ? 'audio/midi' : 'application/json' },
      body: isBytes ? Buffer.from(body) : JSON.stringify(body),
    });
  const { status, body: answer, headers } = await server.call<Record<string, unknown>>(`${path}${query}`, init);
  expect([name, headers.get('cache-control')]).toEqual([name, 'no-store']);
  expect([name, status < 300]).toEqual([name, true]);
  if (route.answer === null) expect([name, answer]).toEqual([name, null]);
  else if (typeof route.answer === 'object') expect([name, route.answer.safeParse(answer).error]).toEqual([name, undefined]);
  return answer;
}

it('every answer is what the schemas say, and so is a refusal', async () => {
  const { id } = (await ask('createSong', {}, { name: 'Tide Table' })) as { id: string };
  const change: Change = {
    id: 'c1',
    label: 'Rename',
    at: 0,
    device: 'd',
    entries: [{ kind: 'edit', of: 'song', ids: [id], fields: { name: [['Tide Table'], ['Gull Parade']] } }],
  };
  await ask('sendChanges', { id }, { base: 0, head: null, changes: [change] });
  await ask('readChange', { id, changeId: 'c1' });
  await ask('readHistory', { id }, undefined, '?before=2');
  await ask('readSongAt', { id, changeId: 'c1' });
  await ask('openSong', { id });
  await ask('renameSong', { id }, { name: 'Last Boat Home' });
  await ask('copySong', { id });
  await ask('rescueSong', { id });
  let count = 0;
  await ask(
    'importSong',
    {},
    exportMidi(
      demoSong(() => `d${++count}`),
      'written',
    ).bytes,
    '?name=Ferry',
  );
  expect(await ask('listSongs')).toHaveLength(4);
  await ask('deleteSong', { id });
  await ask('listSongs', {}, undefined, '?deleted=yes');
  await ask('returnSong', { id });
  await ask('readServer');
  await ask('noticeSeen');
  await ask('wrongCodesSeen');
  await ask('takeAsWhole', { id });
  await ask('songCopies', { id });
  await ask('tellHere', { id, window: 'w1' }, { name: 'Anna', placementId: null, start: 0, end: 80_640, noteIds: [] });
  const put = { putId: 'p1', kind: 'sound', id: 's1', value: { name: 'Mine', kind: 'drums', made: { soundId: 'x' }, at: 1 } };
  await ask('exchangeBelongings', {}, { since: 0, puts: [put] });
  for (const name of ['listFiles', 'clearFiles', 'returnFiles'] as const) await ask(name);
  await ask('fileStanding', { hash: 'a'.repeat(64) });
  const refused = await server.call('/songs/nowhere');
  expect(errorSchema.safeParse(refused.body).success).toBe(true);
  // Bytes and streams are no JSON; entering, sending away, copies of days, sound files, song files and everything as one file have tests of their own.
  const others = [
    'followSong',
    'exportSong',
    'enter',
    'sendAway',
    'songFromCopy',
    'returnFromCopy',
    'sendEverything',
    'returnEverything',
    'sendFile',
    'readFile',
    'sendSongFile',
    'takeSongFile',
    'sendCollection',
  ];
  expect(
    Object.keys(API)
      .filter((name) => !asked.has(name))
      .sort(),
  ).toEqual(others.sort());
});

it('no answer is kept by a browser, whatever is asked for and however it ends', async () => {
  for (const { method, path } of Object.values(API) as readonly ApiRoute[]) {
    const answer = await fetch(`${server.address}${path.replace(/:\w+/g, 'none')}`, { method });
    expect([method, path, answer.headers.get('cache-control')]).toEqual([method, path, 'no-store']);
    await answer.body?.cancel();
  }
  for (const path of ['/nowhere', '/songs/%', '/health']) expect((await server.call(path)).headers.get('cache-control')).toBe('no-store');
});
