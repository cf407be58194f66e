import { type Change, type Document } from '@yibbo/core';
import { demoSong } from '@yibbo/core/demo';
import Database from 'better-sqlite3';
import { mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { TestServer } from './test-server';

const [one, other] = [new TestServer('127.0.0.1', [], '.yibbo-server-'), new TestServer()];
beforeAll(() => Promise.all([one.start(), other.start()]));
afterAll(async () => {
  for (const server of [one, other]) {
    await server.stop();
    server.remove();
  }
});

interface Opened {
  readonly song: Document;
  readonly revision: number;
  readonly history: readonly { readonly id: string }[];
}
interface Brought {
  readonly songs: string[];
  readonly known: string[];
}

let count = 0;
async function demo(server: TestServer, name: string): Promise<Document> {
  const document = demoSong(() => `e${++count}`);
  const named = { ...document, song: { ...document.song, name } };
  await server.queries.create(named);
  return named;
}
const naming = ({ song }: Document, name: string): Change => ({
  id: `c${++count}`,
  label: '',
  at: 0,
  device: 'd',
  entries: [{ kind: 'edit', of: 'song', ids: [song.id], fields: { name: [[song.name], [name]] } }],
});
const send = (server: TestServer, song: Document, base: number, change: Change) =>
  server.post<unknown>(`/songs/${song.song.id}/changes`, { base, changes: [change] });
const open = async (server: TestServer, id: string) => (await server.call<Opened>(`/songs/${id}`)).body;
const names = async (server: TestServer) => (await server.call<{ name: string }[]>('/songs')).body.map(({ name }) => name).sort();
const everything = async (server: TestServer) => new Uint8Array(await (await fetch(`${server.address}/server/everything`)).arrayBuffer());
const bring = (server: TestServer, bytes: Uint8Array | string) =>
  server.call<Brought & { error?: { message: string } }>('/server/everything/return', {
    method: 'POST',
    headers: { 'content-type': 'application/octet-stream' },
    body: bytes as BodyInit,
  });

it('all songs with their histories, and what is one’s own, go out as one file and come back on another machine, without secrets', async () => {
  const song = await demo(one, 'Gull Parade');
  const first = naming(song, 'Ferry');
  await send(one, song, 0, first);
  await demo(one, 'Low Water');
  const put = { putId: 'p1', kind: 'favourite', id: 'oar', value: { at: 1 } };
  await one.post('/belongings', { since: 0, puts: [put] });
  const bytes = await everything(one);

  const folder = mkdtempSync(join(tmpdir(), 'yibbo-everything-'));
  writeFileSync(join(folder, 'all.sqlite'), bytes);
  const file = new Database(join(folder, 'all.sqlite'));
  expect(file.prepare('select count(*) as count from devices').get()).toMatchObject({ count: 0 });
  expect(file.prepare('select count(*) as count from settings').get()).toMatchObject({ count: 0 });
  file.close();
  rmSync(folder, { recursive: true });

  expect((await bring(other, bytes)).body).toEqual({ songs: expect.arrayContaining(['Ferry', 'Low Water']) as string[], known: [] });
  expect(await open(other, song.song.id)).toEqual(await open(one, song.song.id));
  const own = await other.post<{ things: unknown[] }>('/belongings', { since: 0, puts: [] });
  expect(own.body.things).toEqual([{ kind: 'favourite', id: 'oar', value: { at: 1 } }]);
  // Twice does no harm, and neither does what has gone on since.
  expect((await bring(other, bytes)).body).toMatchObject({ songs: [] });
  await send(other, song, 1, naming(song, 'Ferry, again'));
  expect((await bring(other, bytes)).body).toMatchObject({ songs: [], known: expect.arrayContaining(['Ferry']) as string[] });
  expect(await names(other)).toEqual(['Ferry, again', 'Low Water']);
});

it('a song that has gone another way here comes beside it, with its own history', async () => {
  const song = await demo(one, 'Tide Table');
  await bring(other, await everything(one));
  await send(one, song, 0, naming(song, 'Tide Table, east'));
  await send(other, song, 0, naming(song, 'Tide Table, west'));
  const { body } = await bring(other, await everything(one));
  expect(body.songs).toEqual([expect.stringMatching(/^Tide Table, east, as it was on \w+day/)]);
  expect((await open(other, song.song.id)).song.song.name).toBe('Tide Table, west');
  expect((await bring(other, await everything(one))).body.songs).toEqual([]);
});

it.each([
  ['nothing', ''],
  ['text', 'no songs here '.repeat(1000)],
  ['a database of something else', null],
  ['a file that was cut off', 'half'],
])('%s is refused in words, and nothing is changed or left behind', async (what, given) => {
  const before = await names(other);
  let bytes: Uint8Array | string = given ?? '';
  if (given === null) {
    const path = join(other.folder, 'birds.sqlite');
    const file = new Database(path);
    file.exec('create table birds (name text)');
    file.close();
    bytes = new Uint8Array(readFileSync(path));
  } else if (given === 'half') bytes = (await everything(one)).slice(0, 20_000);
  const { status, body } = await bring(other, bytes);
  expect([what, status]).toEqual([what, 422]);
  expect(body.error?.message).toMatch(/Choose (one|another)/);
  expect(await names(other)).toEqual(before);
  expect(readdirSync(other.folder).filter((name) => name.includes('.tmp'))).toEqual([]);
});
