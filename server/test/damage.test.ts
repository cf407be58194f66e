import { notesOf, type Change, type Document, type Note } from '@yibbo/core';
import Database from 'better-sqlite3';
import { closeSync, mkdtempSync, openSync, readdirSync, rmSync, writeSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { SpawnedServer } from './spawned-server';

jest.setTimeout(120_000);

const folder = mkdtempSync(join(tmpdir(), 'yibbo-damage-'));
let server = new SpawnedServer(folder);
const begin = async () => (server = await new SpawnedServer(folder).start());
afterAll(async () => {
  await server.kill();
  rmSync(folder, { recursive: true, force: true });
});

interface Listed {
  readonly id: string;
  readonly name: string;
  readonly problem?: string;
  readonly missing?: number;
  readonly isBeingMade?: boolean;
}
interface Opened {
  readonly song: Document;
  readonly revision: number;
  readonly missing?: number;
  readonly history: readonly { readonly point?: string }[];
}
interface News {
  readonly notice: string | null;
  readonly copies: readonly { readonly day: string; readonly found: { readonly songs: number } | null }[];
}

const opened = async (id: string) => (await server.call<Opened>(`/songs/${id}`)).body;
const news = async () => (await server.call<News>('/server')).body;
const until = async <T>(ask: () => Promise<T>, isSo: (answer: T) => boolean): Promise<T> => {
  for (;;) {
    const answer = await ask();
    if (isSo(answer)) return answer;
    await new Promise((resolve) => setTimeout(resolve, 50));
  }
};
const listed = () =>
  until(
    async () => (await server.call<Listed[]>('/songs')).body,
    (songs) => songs.every(({ isBeingMade }) => !isBeingMade),
  );

/** Thirty notes, one Change each, and a saved point after the tenth. */
function thirtyNotes(patternId: string): Change[] {
  const change = (id: string, rest: Partial<Change>): Change => ({ id, label: id, at: 0, device: 'd', entries: [], ...rest });
  const drawn = Array.from({ length: 30 }, (_, index): Change => {
    const note = { id: `n${index}`, patternId, start: index * 60, length: 30, pitch: 60, velocity: 90, muted: false } as unknown as Note;
    return change(`c${index}`, { entries: [{ kind: 'create', of: 'notes', entities: [note] }] });
  });
  return [...drawn.slice(0, 10), change('point', { label: 'Saved point: Dusk', point: 'Dusk' }), ...drawn.slice(10)];
}

/** Overwrites the page that SQLite begins to read a table at. */
function overwriteRoot(table: string): void {
  const path = join(folder, 'yibbo.sqlite');
  const file = new Database(path);
  const { rootpage } = file.prepare('select rootpage from sqlite_master where name = ?').get(table) as { rootpage: number };
  file.close();
  for (const part of ['-wal', '-shm']) rmSync(path + part, { force: true });
  const handle = openSync(path, 'r+');
  writeSync(handle, Buffer.alloc(4096, 0xa5), 0, 4096, (rootpage - 1) * 4096);
  closeSync(handle);
}

it('a song whose newest steps are lost with a damaged file says so by name, opens, and comes back whole from a copy, beside it', async () => {
  await begin();
  const [demo] = await listed();
  const id = (await server.post<{ id: string }>(`/songs/${demo!.id}/copies`, {})).body.id;
  await server.call(`/songs/${id}`, { method: 'PATCH', headers: { 'content-type': 'application/json' }, body: '{"name":"Low Water"}' });
  const patternId = (await opened(id)).song.patterns[0]!.id;
  const before = notesOf((await opened(id)).song, patternId).length;
  const sent = await server.post<{ revision: number }>(`/songs/${id}/changes`, { base: 1, changes: thirtyNotes(patternId) });
  expect(sent.body.revision).toBe(32);
  // The copy of the day is made at the next start.
  await server.kill('SIGTERM');
  rmSync(join(folder, 'copies'), { recursive: true, force: true });
  await begin();
  const { copies } = await until(news, (each) => each.copies.length > 0);
  expect(copies[0]!.found).toMatchObject({ songs: 4 });
  await server.kill('SIGTERM');

  overwriteRoot('changes');
  await begin();
  expect(server.said).toContain('Not all of it could be read of: Low Water.');
  expect((await listed()).filter(({ missing }) => missing !== undefined)).toMatchObject([{ id, name: 'Low Water', missing: 32 }]);
  const hurt = await opened(id);
  expect(hurt).toMatchObject({ revision: 0, missing: 32 });
  expect(notesOf(hurt.song, patternId)).toHaveLength(before);

  const days = await server.call<{ copies: { day: string; revision: number }[] }>(`/songs/${id}/days`);
  expect(days.body.copies).toMatchObject([{ day: copies[0]!.day, revision: 32 }]);
  const bring = () => server.call<{ songs: string[]; known: string[] }>(`/server/copies/${copies[0]!.day}/return`, { method: 'POST' });
  const back = (await bring()).body;
  expect(back.songs).toEqual([expect.stringMatching(/^Low Water, as it was on \w+day \d+ \w+$/)]);
  expect(back.known).toHaveLength(3);
  // Twice does no harm; and the old one stays.
  expect((await bring()).body.songs).toEqual([]);
  const beside = (await listed()).find(({ name }) => name === back.songs[0])!;
  const whole = await opened(beside.id);
  expect(notesOf(whole.song, patternId)).toHaveLength(before + 30);
  expect(whole.song.song.name).toBe(back.songs[0]);
  expect(whole.history.filter(({ point }) => point === 'Dusk')).toHaveLength(1);
  expect((await opened(id)).revision).toBe(0);
  // It goes on like any other, and so does the damaged one.
  for (const song of [id, beside.id]) {
    const { revision } = await opened(song);
    const change = { id: `more-${song}`, label: '', at: 0, device: 'd', entries: [] };
    expect((await server.post<{ revision: number }>(`/songs/${song}/changes`, { base: revision, changes: [change] })).body.revision).toBe(
      revision + 1,
    );
  }
  expect((await server.call(`/songs/${id}/missing`, { method: 'DELETE' })).status).toBe(204);
  expect((await listed()).find((song) => song.id === id)?.missing).toBeUndefined();
});

it('a whole song comes beside itself as it was on a day, each time it is asked for', async () => {
  const demo = (await listed()).find(({ name }) => name === 'Tide Table')!;
  const { day } = (await news()).copies[0]!;
  for (let time = 0; time < 2; time++) {
    const made = await server.call<{ id: string; name: string }>(`/songs/${demo.id}/days/${day}`, { method: 'POST' });
    expect(made).toMatchObject({ status: 201, body: { name: expect.stringMatching(/^Tide Table, as it was on/) } });
    const [there, here] = [await opened(made.body.id), await opened(demo.id)];
    expect(there.song.notes).toEqual(here.song.notes);
    expect(there.song.song.id).toBe(made.body.id);
  }
  expect((await server.call(`/songs/${demo.id}/days/2001-01-01`, { method: 'POST' })).status).toBe(404);
  expect((await server.call(`/songs/nowhere/days/${day}`, { method: 'POST' })).status).toBe(404);
});

it('devices, settings and what is one’s own survive a damaged file', async () => {
  const put = { putId: 'p1', kind: 'favourite', id: 'oar', value: { at: 1 } };
  await server.post('/belongings', { since: 0, puts: [put] });
  const { body: before } = await server.call<{ code: string }>('/server');
  await server.kill('SIGTERM');
  overwriteRoot('snapshots');
  await begin();
  expect(server.said).toContain('was damaged');
  expect((await server.call<{ code: string }>('/server')).body.code).toBe(before.code);
  const own = await server.post<{ things: unknown[] }>('/belongings', { since: 0, puts: [] });
  expect(own.body.things).toEqual([{ kind: 'favourite', id: 'oar', value: { at: 1 } }]);
  expect(readdirSync(folder).filter((name) => name.startsWith('damaged-'))).toHaveLength(2);
});
