import { readDocument, SCHEMA_VERSION, type BroughtIn, type Change, type Document } from '@yibbo/core';
import { demoSong } from '@yibbo/core/demo';
import { strToU8, unzipSync, zipSync } from 'fflate';
import { createHash } from 'node:crypto';
import { TestServer } from './test-server';

const [here, there] = [new TestServer(), new TestServer()];
beforeAll(async () => {
  await here.start();
  await there.start();
});
afterAll(async () => {
  for (const server of [here, there]) {
    await server.stop();
    server.remove();
  }
});

let ids = 0;
const sound = Buffer.from(Array.from({ length: 300_000 }, (_, at) => (at * 37) % 253));
const hash = createHash('sha256').update(sound).digest('hex');

/** A song with a recording, whose file is on the server, and two Changes of history. */
async function songWithAll(server: TestServer): Promise<string> {
  const document = demoSong(() => `id${ids++}`);
  await server.queries.create(document);
  const { id } = document.song;
  for (let at = 0; at < sound.length; at += 100_000)
    await server.call(`/files/${hash}?at=${at}&size=${sound.length}`, {
      method: 'PUT',
      headers: { 'content-type': 'application/octet-stream' },
      body: sound.subarray(at, at + 100_000) as BodyInit,
    });
  const recording = {
    id: `r${ids++}`,
    songId: id,
    tick: 20_160,
    name: 'Take',
    file: { hash, name: 'take.wav', frames: 75_000, channels: 2, bytes: sound.length },
    offset: 10,
    frames: 70_000,
    levelDb: -6,
    muted: false,
  };
  const changes = [
    { id: `c${ids++}`, label: 'Add recording', at: 1, device: 'd', entries: [{ kind: 'create', of: 'recordings', entities: [recording] }] },
    {
      id: `c${ids++}`,
      label: 'Name',
      at: 2,
      device: 'd',
      entries: [{ kind: 'edit', of: 'song', ids: [id], fields: { name: [[document.song.name], ['All Of It']] } }],
    },
  ] as unknown as Change[];
  expect((await server.post(`/songs/${id}/changes`, { base: 0, changes })).status).toBe(200);
  return id;
}

const fetched = async (server: TestServer, path: string) => {
  const response = await fetch(`${server.address}${path}`);
  expect(response.headers.get('content-type')).toContain('application/zip');
  return new Uint8Array(await response.arrayBuffer());
};
const take = (server: TestServer, bytes: Uint8Array) =>
  server.call<BroughtIn & { error: { code: string; message: string } }>('/songs/file', {
    method: 'POST',
    headers: { 'content-type': 'application/zip' },
    body: bytes as BodyInit,
  });
const opened = async (server: TestServer, id: string) =>
  (await server.call<{ song: Document; history: { id: string; label: string }[]; revision: number }>(`/songs/${id}`)).body;

jest.setTimeout(60_000);

describe('a song file', () => {
  it('law: brings a song to another server as it was, with its recordings bit for bit, its history by choice', async () => {
    const id = await songWithAll(here);
    const plain = await fetched(here, `/songs/${id}/file`);
    const entries = unzipSync(plain);
    expect(Object.keys(entries).sort()).toEqual([`files/${hash}`, `songs/${id}/song.json`, 'yibbo.json']);
    expect(sound.equals(entries[`files/${hash}`]!)).toBe(true);
    const whole = await fetched(here, `/songs/${id}/file?history=yes`);
    const { body } = await take(there, whole);
    expect(body).toEqual({ songs: [{ id, name: 'All Of It' }], said: [] });
    const [before, after] = [await opened(here, id), await opened(there, id)];
    expect(after.song).toEqual(before.song);
    expect(after.history).toEqual(before.history);
    const file = await fetch(`${there.address}/files/${hash}`);
    expect(sound.equals(Buffer.from(await file.arrayBuffer()))).toBe(true);
    // It goes on from there: out once more, the same comes out.
    const out = unzipSync(await fetched(there, `/songs/${id}/file?history=yes`));
    expect(Buffer.from(out[`songs/${id}/history.json`]!).equals(unzipSync(whole)[`songs/${id}/history.json`]!)).toBe(true);
    // Brought in a second time, it comes beside the one that is there.
    const again = (await take(there, plain)).body;
    expect(again.songs).toHaveLength(1);
    expect(again.songs[0]!.id).not.toBe(id);
    expect((await opened(there, again.songs[0]!.id)).song.tracks.length).toBe(before.song.tracks.length);
    expect((await opened(there, id)).song).toEqual(before.song);
  });

  it('has all songs and all that is one’s own, where the whole collection is asked for', async () => {
    await songWithAll(here);
    await here.post('/belongings', { since: 0, puts: [{ putId: 'p1', kind: 'favourite', id: 'oar', value: { at: 1 } }] });
    const entries = unzipSync(await fetched(here, '/songs/collection'));
    expect(Object.keys(entries).filter((name) => name.endsWith('song.json'))).toHaveLength(2);
    const other = new TestServer();
    await other.start();
    const { body } = await take(other, zipSync(entries));
    expect(body.songs).toHaveLength(2);
    const own = await other.post<{ things: unknown[] }>('/belongings', { since: 0, puts: [] });
    expect(own.body.things).toEqual([{ kind: 'favourite', id: 'oar', value: { at: 1 } }]);
    await other.stop();
    other.remove();
  });

  it('of a later version, or of none, is refused in words; of a damaged one what can be read is saved', async () => {
    const id = await songWithAll(here);
    const entries = unzipSync(await fetched(here, `/songs/${id}/file`));
    const manifest = JSON.parse(Buffer.from(entries['yibbo.json']!).toString()) as object;
    const later = await take(there, zipSync({ ...entries, 'yibbo.json': strToU8(JSON.stringify({ ...manifest, version: 2 })) }));
    expect([later.status, later.body.error.code]).toEqual([422, 'newerVersion']);
    for (const wrong of [
      new Uint8Array(),
      strToU8('no zip at all'),
      zipSync({ 'other.txt': strToU8('x') }),
      (await fetched(here, `/songs/${id}/file`)).subarray(5000),
    ])
      expect([(await take(there, wrong)).status, (await take(there, wrong)).body.error.code]).toEqual([422, 'noSongFile']);
    const path = `songs/${id}/song.json`;
    const song = JSON.parse(Buffer.from(entries[path]!).toString()) as { schemaVersion: number; placements: { trackId: string }[] };
    const newer = await take(
      there,
      zipSync({ ...entries, [path]: strToU8(JSON.stringify({ ...song, schemaVersion: SCHEMA_VERSION + 1 })) }),
    );
    expect(newer.body).toMatchObject({ songs: [], said: [expect.stringContaining('later version')] });
    const hurt = { ...song, placements: song.placements.map((each, index) => (index === 0 ? { ...each, trackId: 'nowhere' } : each)) };
    expect(readDocument(hurt).ok).toBe(false);
    const saved = await take(there, zipSync({ ...entries, [path]: strToU8(JSON.stringify(hurt)) }));
    expect(saved.body.songs).toEqual([
      { id: expect.any(String) as string, name: expect.stringMatching(/saved \(without \d+ damaged/) as string },
    ]);
    const wrongSound = await take(there, zipSync({ ...entries, [`files/${'a'.repeat(64)}`]: strToU8('not what its name says') }));
    expect(wrongSound.body.said).toEqual([expect.stringContaining('recording is damaged')]);
  });

  it('reads only names that it knows, and no more than it may, whatever a zip says of itself', async () => {
    const id = await songWithAll(here);
    const entries = unzipSync(await fetched(here, `/songs/${id}/file`));
    const strange = zipSync({ ...entries, '../../evil.json': strToU8('{}'), 'files/../../x': strToU8('x'), '/etc/passwd': strToU8('x') });
    expect((await take(there, strange)).status).toBe(201);
    // Half a gigabyte of nothing, in a few megabytes.
    const bomb = zipSync({ 'yibbo.json': entries['yibbo.json']!, 'belongings.json': [new Uint8Array(300 * 1024 * 1024), { level: 1 }] });
    expect(bomb.length).toBeLessThan(4 * 1024 * 1024);
    // Making it took so long that the lines to the server are closed.
    await there.call('/songs').catch(() => undefined);
    const refused = await take(there, bomb);
    expect([refused.status, refused.body.error.code]).toEqual([413, 'tooLarge']);
    const many = Object.fromEntries(Array.from({ length: 5100 }, (_, at) => [`x${at}`, strToU8('x')]));
    expect((await take(there, zipSync({ ...entries, ...many }))).status).toBe(413);
  });
});
