import type { Change, Document, Note } from '@yibbo/core';
import { notesOf } from '@yibbo/core';
import { fork } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { SpawnedServer } from './spawned-server';

jest.setTimeout(120_000);

const folder = mkdtempSync(join(tmpdir(), 'yibbo-others-'));
const server = new SpawnedServer(folder);
beforeAll(() => server.start());
afterAll(async () => {
  await server.kill();
  rmSync(folder, { recursive: true, force: true });
});

interface Opened {
  readonly song: Document;
  readonly revision: number;
}
interface Answer {
  readonly revision: number;
  readonly isFar?: boolean;
  readonly missed: readonly unknown[];
  readonly known: readonly string[];
}

const listed = async () => (await server.call<{ id: string; name: string; bars?: number; isBeingMade?: boolean }[]>('/songs')).body;
const opened = async (id: string) => (await server.call<Opened>(`/songs/${id}`)).body;
const copyOf = async (id: string) => (await server.post<{ id: string }>(`/songs/${id}/copies`, {})).body.id;
const demo = async () => (await listed()).find(({ name }) => name === 'Tide Table')!.id;

let count = 0;
const change = (entries: Change['entries'] = []): Change => ({ id: `o${++count}`, label: '', at: 0, device: 'd', entries });
function tap(patternId: string): Change {
  const note = {
    id: `n${++count}`,
    patternId,
    start: (count * 7) % 1900,
    length: 10,
    pitch: 30 + (count % 60),
    velocity: 90,
    muted: false,
  };
  return change([{ kind: 'create', of: 'notes', entities: [note as unknown as Note] }]);
}

/** A program that holds the songs' file locked for so long, in a process of its own. */
async function lockFor(ms: number): Promise<void> {
  const script = join(folder, 'lock.cjs');
  writeFileSync(
    script,
    `const file = new (require(${JSON.stringify(require.resolve('better-sqlite3'))}))(${JSON.stringify(join(folder, 'yibbo.sqlite'))});
     file.exec('begin immediate');
     process.send('locked');
     setTimeout(() => { file.exec('rollback'); process.exit(0); }, ${ms});`,
  );
  const child = fork(script);
  await new Promise((resolve) => child.once('message', resolve));
}

it('five hundred taps made offline and sent as one piece let others in again and again, and are all there', async () => {
  const id = await copyOf(await demo());
  const { song } = await opened(id);
  const patternId = song.patterns[0]!.id;
  const before = notesOf(song, patternId).length;
  const changes = Array.from({ length: 500 }, () => tap(patternId));
  const { result, answers } = await server.meanwhile(server.post<Answer>(`/songs/${id}/changes`, { base: 0, changes }));
  expect(result.body.revision).toBe(500);
  expect(answers).toBeGreaterThan(3);
  expect(notesOf((await opened(id)).song, patternId)).toHaveLength(before + 500);
});

it('a list of a hundred songs that have changed lets others in, and comes in the end with a card for each', async () => {
  const ids: string[] = [];
  for (let index = 0; index < 100; index++) ids.push(await copyOf(await demo()));
  for (const id of ids) await server.post(`/songs/${id}/changes`, { base: 0, changes: [change()] });
  const asked = await server.meanwhile(listed());
  expect(asked.answers).toBeGreaterThan(3);
  expect(asked.result.length).toBeGreaterThan(100);
  let songs = asked.result;
  while (songs.some(({ isBeingMade }) => isBeingMade)) songs = await listed();
  for (const id of ids) expect(songs.find((song) => song.id === id)?.bars).toBeGreaterThan(40);
});

it('a window that missed more than it can be told is sent for the song; what it sends is taken all the same', async () => {
  const id = await copyOf(await demo());
  const { song } = await opened(id);
  const patternId = song.patterns[0]!.id;
  for (let base = 0; base < 600; base += 200)
    await server.post(`/songs/${id}/changes`, { base, changes: Array.from({ length: 200 }, () => tap(patternId)) });
  const late = tap(patternId);
  const far = await server.post<Answer>(`/songs/${id}/changes`, { base: 0, changes: [late] });
  expect(far.body).toMatchObject({ revision: 601, isFar: true, missed: [], known: [late.id] });
  const near = await server.post<Answer>(`/songs/${id}/changes`, { base: 590, changes: [] });
  expect(near.body.isFar).toBeUndefined();
  expect(near.body.missed).toHaveLength(11);
  // Few steps, but large ones.
  const ids = notesOf((await opened(id)).song, patternId).map((note) => note.id);
  const velocity = (to: number) =>
    change([{ kind: 'edit', of: 'notes', in: patternId, ids, fields: { velocity: [ids.map(() => 90), ids.map(() => to)] } }]);
  for (let base = 601; base < 646; base++) await server.post(`/songs/${id}/changes`, { base, changes: [velocity(base % 100)] });
  const large = (await server.post<Answer>(`/songs/${id}/changes`, { base: 601, changes: [] })).body;
  expect([large.isFar, large.missed.length]).toEqual([true, 0]);
});

it('while another program holds the file locked for 6 s others are answered, and the first write after it goes through', async () => {
  const id = await copyOf(await demo());
  await lockFor(6000);
  const saved = server.post<Answer>(`/songs/${id}/changes`, { base: 0, changes: [change()] });
  const reads = server.meanwhile(saved);
  expect((await listed()).length).toBeGreaterThan(3);
  expect((await opened(await demo())).revision).toBe(0);
  const { result, answers } = await reads;
  expect(result).toMatchObject({ status: 200, body: { revision: 1 } });
  expect(answers).toBeGreaterThan(100);
  for (let base = 1; base < 4; base++) expect((await server.post(`/songs/${id}/changes`, { base, changes: [change()] })).status).toBe(200);
});
