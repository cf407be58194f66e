import type { Change, Document, Note } from '@yibbo/core';
import {
  cpSync,
  mkdirSync,
  existsSync,
  mkdtempSync,
  readdirSync,
  rmSync,
  truncateSync,
  writeFileSync,
  openSync,
  writeSync,
  closeSync,
  statSync,
} from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { COSTLY_BODIES, packed } from './attack-bodies';
import { COSTLY_FILES, meta, midiFile } from './midi-files';
import { SpawnedServer } from './spawned-server';

jest.setTimeout(120_000);

const folders: string[] = [];
const servers: SpawnedServer[] = [];
function newFolder(): string {
  folders.push(mkdtempSync(join(tmpdir(), 'yibbo-survival-')));
  return folders.at(-1)!;
}
function serverOn(folder: string, environment: Record<string, string> = {}): SpawnedServer {
  servers.push(new SpawnedServer(folder, environment));
  return servers.at(-1)!;
}
afterAll(async () => {
  for (const server of servers) await server.kill();
  for (const folder of folders) rmSync(folder, { recursive: true, force: true });
});

interface Opened {
  song: Document;
  revision: number;
  history: { id: string }[];
}
interface Listed {
  id: string;
  name: string;
  problem?: string;
  missing?: number;
  isBeingMade?: boolean;
}
const MIDI = { 'content-type': 'audio/midi' };
const opened = async (server: SpawnedServer, id: string) => (await server.call<Opened>(`/songs/${id}`)).body;
/** The songs, once all cards are made. */
async function listed(server: SpawnedServer): Promise<Listed[]> {
  for (;;) {
    const { body } = await server.call<Listed[]>('/songs');
    if (body.every(({ isBeingMade }) => !isBeingMade)) return body;
    await new Promise((resolve) => setTimeout(resolve, 50));
  }
}

let count = 0;
/** A Change that renames the song: small, and told apart afterwards. */
function rename(songId: string, id = `r${++count}`): Change {
  return {
    id,
    label: id,
    at: 0,
    device: 'd',
    entries: [{ kind: 'edit', of: 'song', ids: [songId], fields: { name: [['Gull Parade'], [id]] } }],
  };
}

describe('a request that costs more than it weighs', () => {
  const server = serverOn(newFolder());
  beforeAll(() => server.start());

  it.each(COSTLY_BODIES)('%s: is refused, holds up nobody, and takes no more than 200 MB', async (_what, body) => {
    const id = await server.newSong();
    await server.call('/songs');
    server.forgetMostMemory();
    const before = server.mostMemory;
    const bytes = packed(body());
    const sent = server.post<{ error: { code: string } }>(`/songs/${id}/changes`, bytes, { 'content-encoding': 'gzip' });
    const { result, answers } = await server.meanwhile(sent);
    expect(result.status).toBeGreaterThanOrEqual(400);
    expect(result.status).toBeLessThan(500);
    expect(result.body.error.code).toMatch(/^(badRequest|invalid|tooMany|tooDeep|badJson)$/);
    expect(answers).toBeGreaterThan(0);
    expect(server.mostMemory - before).toBeLessThan(200);
    expect(await opened(server, id)).toMatchObject({ revision: 0 });
  });

  it('for a song that is not there is refused before its body is read', async () => {
    const result = await server.post<{ error: { code: string } }>('/songs/none/changes', packed(COSTLY_BODIES[0]![1]()), {
      'content-encoding': 'no such packing',
    });
    expect(result).toMatchObject({ status: 404, body: { error: { code: 'noSuchSong' } } });
  });
});

describe('MIDI files that cost more than they weigh', () => {
  const server = serverOn(newFolder());
  beforeAll(() => server.start());

  it.each(COSTLY_FILES)('%s: comes in and opens, or is refused in words, and holds up nobody', async (_what, file) => {
    const sent = server.post<{ id: string; error?: { message: string } }>('/songs/import?name=File', file(), MIDI);
    const { result, answers } = await server.meanwhile(sent);
    expect(answers).toBeGreaterThan(0);
    if (result.status === 201) expect((await opened(server, result.body.id)).revision).toBe(0);
    else expect(result).toMatchObject({ status: 422, body: { error: { message: expect.stringMatching(/\.$/) } } });
  });

  it.each([196, 200, 127, 128, 129, 300])(
    'a track name of %i letters over two channels comes in, opens, and keeps its letters',
    async (letters) => {
      const name = 'abcdefghij'.repeat(30).slice(0, letters);
      const body = Buffer.from([...meta(3, name), 0, 0x90, 60, 100, 0, 0x91, 60, 100, 96, 0x90, 60, 0, 0, 0x91, 60, 0, 0, 0xff, 0x2f, 0]);
      const made = await server.post<{ id: string }>('/songs/import', midiFile([body]), MIDI);
      expect(made.status).toBe(201);
      const { song } = await opened(server, made.body.id);
      expect(song.song.file?.trackNames).toEqual([name.slice(0, 200)]);
      expect(song.tracks).toHaveLength(2);
      expect(song.tracks[1]!.name).toMatch(/^abcdefghij.* · 2$/);
    },
  );
});

describe('a large song', () => {
  it('is nudged as a whole in one window while another takes a note away: in little time, as columns, and opens again', async () => {
    const folder = newFolder();
    const server = await serverOn(folder).start();
    const events = Buffer.concat(
      Array.from({ length: 40_000 }, (_, index) => Buffer.from([1, 0x90, index % 128, 100, 1, 0x90, index % 128, 0])),
    );
    const made = await server.post<{ id: string }>(
      '/songs/import?tracks=long',
      midiFile([Buffer.concat([events, Buffer.from([0, 0xff, 0x2f, 0])])]),
      MIDI,
    );
    const { song } = await opened(server, made.body.id);
    const [patternId, notes] = Object.entries(song.notes)[0] as [string, Note[]];
    expect(notes).toHaveLength(40_000);
    const taken: Change = { id: 'take', label: '', at: 0, device: 'a', entries: [{ kind: 'remove', of: 'notes', entities: [notes[7]!] }] };
    const starts = notes.map(({ start }) => start);
    const nudge: Change = {
      id: 'nudge',
      label: '',
      at: 0,
      device: 'b',
      entries: [
        {
          kind: 'edit',
          of: 'notes',
          in: patternId,
          ids: notes.map(({ id }) => id),
          fields: { start: [starts, starts.map((start) => start + 5)] },
        },
      ],
    };
    await server.post(`/songs/${made.body.id}/changes`, { base: 0, changes: [taken] });
    const sent = server.post<{ missed: { change: Change }[]; lost: unknown[] }>(`/songs/${made.body.id}/changes`, {
      base: 0,
      changes: [nudge],
    });
    const { result, answers } = await server.meanwhile(sent);
    expect(answers).toBeGreaterThan(0);
    expect(result.body.lost).toEqual([{ of: 'notes', id: notes[7]!.id }]);
    expect(result.body.missed[1]!.change.entries).toHaveLength(1);
    await server.kill();
    const again = await serverOn(folder).start();
    const after = await opened(again, made.body.id);
    expect((after.song.notes[patternId] as Note[]).map(({ start }) => start)).toEqual(
      starts.filter((_start, index) => index !== 7).map((start) => start + 5),
    );
  });
});

describe('a server that is killed while three windows write', () => {
  it('keeps every change it acknowledged, none twice', async () => {
    const folder = newFolder();
    let server = await serverOn(folder).start();
    const id = await server.newSong();
    const acknowledged = new Set<string>();
    const sent = new Map<string, Change>();
    for (let round = 0; round < 4; round++) {
      let isOver = false;
      const writer = async () => {
        while (!isOver) {
          // Those that were not acknowledged before the kill are sent again, as a window does.
          const change = [...sent.values()].find((each) => !acknowledged.has(each.id) && Math.random() < 0.5) ?? rename(id);
          sent.set(change.id, change);
          const reply = await server.post<{ known: string[] }>(`/songs/${id}/changes`, { base: 0, changes: [change] }).catch(() => null);
          if (reply?.status === 200) for (const known of reply.body.known) acknowledged.add(known);
        }
      };
      const writers = [writer(), writer(), writer()];
      await new Promise((resolve) => setTimeout(resolve, 300 + Math.random() * 400));
      await server.kill();
      isOver = true;
      await Promise.all(writers);
      server = await serverOn(folder).start();
    }
    const { history } = await opened(server, id);
    const ids = history.map((each) => each.id);
    expect(acknowledged.size).toBeGreaterThan(10);
    expect(new Set(ids).size).toBe(ids.length);
    for (const each of acknowledged) expect(ids).toContain(each);
  });
});

describe('the folder of songs', () => {
  it('belongs to one server at a time, and a kill leaves no lock behind', async () => {
    const folder = newFolder();
    const first = await serverOn(folder).start();
    await expect(serverOn(folder).start()).rejects.toThrow(/Another Yibbo is running on the songs in/);
    await first.kill();
    await serverOn(folder).start();
  });

  it('has a copy of each day, from which songs that are gone come back', async () => {
    const folder = newFolder();
    let server = await serverOn(folder).start();
    const id = await server.newSong('Fog Bank');
    await server.post(`/songs/${id}/changes`, { base: 0, changes: [rename(id, 'kept')] });
    await server.kill('SIGTERM');
    // The copy of the day is made at the next start, once there is something new in it.
    rmSync(join(folder, 'copies'), { recursive: true, force: true });
    server = await serverOn(folder).start();
    const isCopied = () =>
      existsSync(join(folder, 'copies')) && readdirSync(join(folder, 'copies')).some((name) => name.endsWith('.sqlite'));
    for (let wait = 0; wait < 200 && !isCopied(); wait++) await new Promise((resolve) => setTimeout(resolve, 50));
    await server.kill('SIGTERM');
    const copy = readdirSync(join(folder, 'copies')).find((name) => name.endsWith('.sqlite'));
    expect(copy).toMatch(/^\d{4}-\d\d-\d\d\.sqlite$/);

    // Someone empties the file: that is said, and the copy brings the songs back with their history.
    for (const part of ['-wal', '-shm']) rmSync(join(folder, `yibbo.sqlite${part}`), { force: true });
    truncateSync(join(folder, 'yibbo.sqlite'));
    server = await serverOn(folder).start();
    expect(server.said).toContain('The file that songs were kept in was empty or gone.');
    expect(await listed(server)).toEqual([]);
    const news = await server.call<{ notice: string; copies: { day: string; found: { songs: number } }[] }>('/server');
    expect(news.body.notice).toContain('bring songs back from them under Settings');
    expect(news.body.copies[0]!.found.songs).toBe(4);
    const back = await server.call<{ songs: string[] }>(`/server/copies/${news.body.copies[0]!.day}/return`, { method: 'POST' });
    expect(back.body.songs.sort()).toEqual(['Gull Parade', 'Last Boat Home', 'Tide Table', 'kept']);
    expect(await opened(server, id)).toMatchObject({ revision: 1, history: [{ id: 'kept' }], song: { song: { name: 'kept' } } });
    // Twice does no harm.
    expect((await server.call(`/server/copies/${news.body.copies[0]!.day}/return`, { method: 'POST' })).body).toMatchObject({ songs: [] });
  });

  it('whose file is damaged is put aside, and what can be read of each song is saved from it', async () => {
    const folder = newFolder();
    let server = await serverOn(folder).start();
    const demos = await listed(server);
    for (let index = 0; index < 30; index++) {
      const { id } = (await server.post<{ id: string }>(`/songs/${demos[0]!.id}/copies`, {})).body;
      await server.call(`/songs/${id}`, {
        method: 'PATCH',
        headers: { 'content-type': 'application/json' },
        body: `{"name":"Name ${index}"}`,
      });
    }
    await server.kill('SIGTERM');
    for (const part of ['-wal', '-shm']) rmSync(join(folder, `yibbo.sqlite${part}`), { force: true });
    const path = join(folder, 'yibbo.sqlite');
    // Pages in the middle are overwritten, as by a bad disk.
    const file = openSync(path, 'r+');
    writeSync(file, Buffer.alloc(4096 * 2, 0xa5), 0, 4096 * 2, Math.floor(statSync(path).size / 8192) * 4096);
    closeSync(file);
    server = await serverOn(folder).start();
    expect(server.said).toContain('The file that songs are kept in was damaged.');
    expect(readdirSync(folder).some((name) => name.startsWith('damaged-'))).toBe(true);
    const songs = await listed(server);
    expect(songs.length).toBeGreaterThan(25);
    const readable = songs.filter(({ problem }) => problem === undefined);
    expect(readable.length).toBeGreaterThan(25);
    for (const { id } of readable) {
      const { song, revision } = await opened(server, id);
      const isDemo = demos.some((demo) => demo.id === id);
      expect(revision).toBe(isDemo ? 0 : 1);
      // The copies are of the song that is listed first.
      if (!isDemo) expect(song.tracks).toHaveLength(6);
    }
    // And it goes on as ever.
    expect(await server.newSong()).toBeTruthy();
  });

  it('that is no database at all is put aside too, with the words that say so', async () => {
    const folder = newFolder();
    await (await serverOn(folder).start()).kill('SIGTERM');
    for (const name of ['copies', 'yibbo.sqlite-wal', 'yibbo.sqlite-shm']) rmSync(join(folder, name), { recursive: true, force: true });
    writeFileSync(join(folder, 'yibbo.sqlite'), 'not a database '.repeat(1000));
    const server = await serverOn(folder).start();
    expect(server.said).toContain('No song could be read from it.');
    expect(await listed(server)).toEqual([]);
  });

  it('where nothing can be written is opened for reading: songs open and go out, saving is refused in words, and goes on once there is room', async () => {
    const folder = newFolder();
    let server = await serverOn(folder).start();
    const id = await server.newSong();
    await server.kill('SIGTERM');
    // Stands in for a full disk: what is written first, to try it out, cannot be.
    mkdirSync(join(folder, 'room'));
    server = await serverOn(folder).start();
    expect(server.said).toContain('There is no room to write');
    expect((await server.call<{ readOnly: string }>('/server')).body.readOnly).toBe('noRoom');
    expect(await opened(server, id)).toMatchObject({ revision: 0 });
    expect((await fetch(`${server.address}/songs/${id}/export.mid`)).status).toBe(200);
    expect((await listed(server)).length).toBe(4);
    const everything = await fetch(`${server.address}/server/everything`);
    expect([everything.status, Buffer.from(await everything.arrayBuffer()).toString('latin1', 0, 15)]).toEqual([200, 'SQLite format 3']);
    const refused = await server.post(`/songs/${id}/changes`, { base: 0, changes: [rename(id)] });
    expect(refused).toMatchObject({ status: 507, body: { error: { code: 'noRoom' } } });
    await server.kill('SIGTERM');
    server = await serverOn(folder).start();
    expect((await server.post(`/songs/${id}/changes`, { base: 0, changes: [rename(id)] })).status).toBe(200);
  });

  it('that is moved elsewhere goes on there', async () => {
    const folder = newFolder();
    const server = await serverOn(folder).start();
    const id = await server.newSong();
    await server.kill();
    const elsewhere = newFolder();
    cpSync(folder, elsewhere, { recursive: true });
    expect(await opened(await serverOn(elsewhere).start(), id)).toMatchObject({ revision: 0 });
  });
});
