import { notesOf, type Change, type Document } from '@yibbo/core';
import { demoSong } from '@yibbo/core/demo';
import Database from 'better-sqlite3';
import { cpSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { TestServer } from './test-server';

const server = new TestServer();
beforeAll(() => server.start());
afterAll(async () => {
  await server.stop();
  server.remove();
});

interface Listed {
  readonly id: string;
  readonly name: string;
  readonly bars?: number;
  readonly problem?: string;
}
interface Opened {
  readonly song: Document;
  readonly revision: number;
  readonly history: readonly { readonly id: string; readonly label: string }[];
}

let count = 0;
const newId = () => `x${++count}`;
const json = { 'content-type': 'application/json' };

async function demo(): Promise<Document> {
  const document = demoSong(newId);
  await server.queries.create(document);
  return document;
}
const open = (id: string) => server.call<Opened>(`/songs/${id}`);
const list = async (query = '') => (await server.call<Listed[]>(`/songs${query}`)).body;
const act = (method: string, path: string, body?: unknown) =>
  server.call<{ id: string; name: string; lost: number }>(`/songs/${path}`, {
    method,
    headers: json,
    ...(body ? { body: JSON.stringify(body) } : {}),
  });

/** A Change that renames a song. */
const naming = (song: Document, name: string, id = newId()): Change => ({
  id,
  label: `Name ${name}`,
  at: 0,
  device: 'd',
  entries: [{ kind: 'edit', of: 'song', ids: [song.song.id], fields: { name: [[song.song.name], [name]] } }],
});
const send = (song: Document, base: number, changes: unknown, head?: string | null) =>
  server.post<{ known: string[]; error: { code: string; details: unknown } }>(`/songs/${song.song.id}/changes`, {
    base,
    ...(head === undefined ? {} : { head }),
    changes,
  });

/** Changes the database behind the server's back, as a fault would. */
function meddle(query: string, ...values: unknown[]): void {
  const file = new Database(join(server.folder, 'yibbo.sqlite'));
  file.prepare(query).run(...values);
  file.close();
}

describe('a song as a whole', () => {
  it('is renamed as one step of its history, told to whoever has it open', async () => {
    const { song } = await demo();
    const stream = await fetch(`${server.address}/songs/${song.id}/events`);
    const reader = stream.body!.getReader();
    await reader.read();
    expect((await act('PATCH', song.id, { name: '  Night Boat ' })).status).toBe(204);
    expect(new TextDecoder().decode((await reader.read()).value)).toBe('data: 1\n\n');
    await reader.cancel();
    const { body } = await open(song.id);
    expect(body).toMatchObject({ revision: 1, song: { song: { name: 'Night Boat' } }, history: [{ label: 'Rename song to Night Boat' }] });
    expect((await list()).find(({ id }) => id === song.id)?.name).toBe('Night Boat');
    expect((await act('PATCH', song.id, { name: ' ' })).status).toBe(400);
  });

  it('is duplicated: the same music under another id, each edited without the other', async () => {
    const document = await demo();
    const made = await act('POST', `${document.song.id}/copies`);
    expect(made).toMatchObject({ status: 201, body: { name: 'Last Boat Home, copy' } });
    const copy = (await open(made.body.id)).body.song;
    expect(copy.notes).toEqual(document.notes);
    expect(copy.tracks.every(({ songId }) => songId === made.body.id)).toBe(true);
    await send(copy, 0, [naming(copy, 'Other')]);
    expect((await open(document.song.id)).body.song.song.name).toBe('Last Boat Home');
  });

  it('is deleted, told to whoever has it open, kept for 30 days, and brought back whole', async () => {
    const document = await demo();
    const { id } = document.song;
    const stream = await fetch(`${server.address}/songs/${id}/events`);
    const reader = stream.body!.getReader();
    await reader.read();
    expect((await act('DELETE', id)).status).toBe(204);
    expect(new TextDecoder().decode((await reader.read()).value)).toContain('event: deleted');
    await reader.cancel();
    expect(await open(id)).toMatchObject({ status: 410, body: { error: { code: 'deleted' } } });
    expect((await send(document, 0, [naming(document, 'x')])).status).toBe(410);
    expect((await list()).some((song) => song.id === id)).toBe(false);
    expect((await list('?deleted=yes')).some((song) => song.id === id)).toBe(true);
    expect((await act('POST', `${id}/return`)).status).toBe(204);
    expect((await open(id)).body.song).toEqual(JSON.parse(JSON.stringify(document)));
    await act('DELETE', id);
    await server.queries.throwAwayBefore(Date.now() - 1000);
    expect((await open(id)).status).toBe(410);
    await server.queries.throwAwayBefore(Date.now() + 1000);
    expect((await open(id)).status).toBe(404);
  });
});

describe('a song that cannot be read', () => {
  it.each([
    ['is no JSON', '{"schemaVersion":1,"song":'],
    ['has a placement of a pattern that is not there', null],
  ])('because it %s: is listed as such beside the others, and what can be read of it is rescued', async (what, body) => {
    const document = await demo();
    const { id } = document.song;
    await send(document, 0, [naming(document, 'After')]);
    const stored = JSON.parse(JSON.stringify(document)) as Document;
    const torn = {
      ...stored,
      placements: stored.placements.map((each, index) => (index === 0 ? { ...each, patternId: 'constructor' } : each)),
    };
    meddle('update snapshots set body = ? where song_id = ?', body ?? JSON.stringify(torn), id);
    await server.restart();
    const songs = await list();
    expect(songs.find((song) => song.id === id)).toMatchObject({ name: 'After', problem: expect.stringContaining('cannot be read') });
    expect(songs.length).toBeGreaterThan(1);
    expect(await open(id)).toMatchObject({ status: 422, body: { error: { code: 'unreadable' } } });
    expect((await fetch(`${server.address}/songs/${id}/export.mid?as=written`)).status).toBe(200);

    const rescued = await act('POST', `${id}/rescue`);
    expect(rescued).toMatchObject({ status: 201, body: { name: 'After, rescued' } });
    const { song } = (await open(rescued.body.id)).body;
    if (what !== 'is no JSON') {
      expect(rescued.body.lost).toBe(1);
      expect(song.placements).toHaveLength(document.placements.length - 1);
      expect(notesOf(song, document.patterns[0]!.id)).toHaveLength(notesOf(document, document.patterns[0]!.id).length);
    }
    expect((await act('DELETE', id)).status).toBe(204);
  });

  it('because a step of its history is missing: keeps what can be read before and after it', async () => {
    const document = await demo();
    const { id } = document.song;
    await send(document, 0, [naming(document, 'One', 'one'), naming(document, 'Two', 'two'), naming(document, 'Three', 'three')]);
    meddle('delete from changes where song_id = ? and id = ?', id, 'two');
    await server.restart();
    expect((await list()).find((song) => song.id === id)?.problem).toBeTruthy();
    const rescued = await act('POST', `${id}/rescue`);
    expect((await open(rescued.body.id)).body.song.tracks).toHaveLength(6);
  });

  it('because its card is broken: shows it all the same', async () => {
    const { song } = await demo();
    meddle('update songs set card = ? where id = ?', 'no card', song.id);
    expect((await list()).find(({ id }) => id === song.id)).toMatchObject({ bars: 44 });
  });
});

describe('a database without room', () => {
  it('says so with 507, keeps reading and sending out, loses nothing, and goes on once there is room', async () => {
    const document = await demo();
    const { id } = document.song;
    await send(document, 0, [naming(document, 'Before')]);
    server.running.database.limitPages(1);
    const wide = naming(document, 'x'.repeat(190), 'wide');
    const large: Change = { ...wide, entries: Array.from({ length: 40 }, () => wide.entries[0]!) };
    let refused = await send(document, 1, [{ ...large, id: newId() }]);
    for (let attempt = 0; attempt < 20 && refused.status === 200; attempt++) refused = await send(document, 1, [{ ...large, id: newId() }]);
    expect(refused).toMatchObject({ status: 507, body: { error: { code: 'noRoom' } } });
    const before = (await open(id)).body;
    expect(before.song.song.name.length).toBeGreaterThan(0);
    expect((await fetch(`${server.address}/songs/${id}/export.mid`)).status).toBe(200);
    expect((await server.post<unknown>('/songs', { name: 'x'.repeat(200) })).status).toBeLessThan(600);
    expect((await list()).some((song) => song.id === id)).toBe(true);
    server.running.database.limitPages(1_000_000);
    expect((await send(document, before.revision, [naming(document, 'After', 'after')])).status).toBe(200);
    await server.restart();
    expect((await open(id)).body.history.at(-1)).toMatchObject({ id: 'after' });
  });
});

describe('a window and a server whose histories part', () => {
  it('an older copy put back is noticed by the number, and by the step where the numbers agree', async () => {
    const document = await demo();
    await send(document, 0, [naming(document, 'One', 'p1')]);
    await server.stop();
    const copy = mkdtempSync(join(tmpdir(), 'yibbo-older-'));
    cpSync(server.folder, copy, { recursive: true });
    await server.start();
    await send(document, 1, [naming(document, 'Two', 'p2')], 'p1');
    await server.stop();
    cpSync(copy, server.folder, { recursive: true });
    rmSync(copy, { recursive: true });
    await server.start();
    expect(await send(document, 2, [], 'p2')).toMatchObject({
      status: 409,
      body: { error: { code: 'otherHistory', details: { revision: 1 } } },
    });
    await send(document, 1, [naming(document, 'Three', 'p3')], 'p1');
    expect((await send(document, 2, [], 'p2')).status).toBe(409);
    expect((await send(document, 2, [], 'p3')).status).toBe(200);
    expect((await send(document, 1, [], 'p1')).status).toBe(200);
  });

  it('names every sent change that the history has, whatever the revision', async () => {
    const document = await demo();
    const change = naming(document, 'One', 'k1');
    expect((await send(document, 0, [change])).body.known).toEqual(['k1']);
    // The page was closed before it heard of it, and opened with it already in the song.
    const again = await send(document, 1, [change], 'k1');
    expect(again.body).toMatchObject({ revision: 1, missed: [], known: ['k1'] });
  });
});

describe('bad input', () => {
  const deep = `${'['.repeat(5000)}${']'.repeat(5000)}`;
  it.each<[string, string, string, string | undefined]>([
    ['GET', '/songs/constructor', '', undefined],
    ['GET', '/songs/__proto__', '', undefined],
    ['GET', '/songs/%', '', undefined],
    ['GET', '/songs/a/changes/%00', '', undefined],
    ['GET', '/songs?deleted=maybe', '', undefined],
    ['POST', '/songs', deep, 'application/json'],
    ['POST', '/songs', '{"name":{"toString":1}}', 'application/json'],
    ['POST', '/songs', 'null', 'application/json'],
    ['POST', '/songs', '\u0000', 'application/json'],
    ['POST', '/songs/toString/copies', '', undefined],
    ['POST', '/songs/x/rescue', '', undefined],
    ['POST', '/songs/x/return', '', undefined],
    ['PATCH', '/songs/x', '{"name":"y"}', 'application/json'],
    ['POST', '/songs/import', 'MThd', 'application/zip'],
    ['POST', '/server/devices', '{"code":[]}', 'application/json'],
    ['POST', '/server/copies/../return', '', undefined],
    ['PUT', '/server', '', undefined],
    ['GET', '/nothing/at/all', '', undefined],
  ])('%s %s gets a 4xx answer in JSON', async (method, path, body, type) => {
    const headers: Record<string, string> = type ? { 'content-type': type } : {};
    const reply = await server.call<{ error: { code: string; message: string } }>(path, { method, headers, ...(body ? { body } : {}) });
    expect(reply.status).toBeGreaterThanOrEqual(400);
    expect(reply.status).toBeLessThan(500);
    expect(reply.body.error.message).toMatch(/\.$/);
  });

  it('a placement whose id every object has is refused, and the list of songs stays', async () => {
    const document = await demo();
    const placement = { ...document.placements[0]!, id: 'constructor' };
    const change = { id: newId(), label: '', at: 0, device: '', entries: [{ kind: 'create', of: 'placements', entities: [placement] }] };
    expect((await send(document, 0, [change])).status).toBe(400);
    expect((await list()).length).toBeGreaterThan(0);
  });
});
