import { newSong, type Change, type FilesNews, type Recording } from '@yibbo/core';
import { createHash } from 'node:crypto';
import { existsSync, readdirSync, utimesSync } from 'node:fs';
import { join } from 'node:path';
import { FileStore } from '../src/files/file-store';
import { TestServer } from './test-server';

// A folder that is hidden, as those of settings often are.
const server = new TestServer('127.0.0.1', [], '.yibbo-server-');
beforeAll(() => server.start());
afterAll(async () => {
  await server.stop();
  server.remove();
});

const bytes = Buffer.from(Array.from({ length: 10_000 }, (_, at) => (at * 31) % 251));
const hashOf = (of: Uint8Array) => createHash('sha256').update(of).digest('hex');
const hash = hashOf(bytes);
const put = (name: string, at: number, part: Uint8Array, size = bytes.length) =>
  server.call<{ has: number; isWhole: boolean; error: { code: string; message: string } }>(`/files/${name}?at=${at}&size=${size}`, {
    method: 'PUT',
    headers: { 'content-type': 'application/octet-stream' },
    body: part as BodyInit,
  });
const standing = async (name = hash) => (await server.call<{ has: number; isWhole: boolean }>(`/files/${name}/standing`)).body;
const read = async (name = hash) => {
  const response = await fetch(`${server.address}/files/${name}`);
  return response.ok ? Buffer.from(await response.arrayBuffer()) : response.status;
};
const news = async () => (await server.call<FilesNews>('/files')).body;

describe('sound files', () => {
  it('are sent in pieces, go on after a break and a new start, and are read back whole or in part', async () => {
    expect((await put(hash, 0, bytes.subarray(0, 4000))).body).toEqual({ has: 4000, isWhole: false });
    expect(await read()).toBe(404);
    await server.restart();
    expect(await standing()).toEqual({ has: 4000, isWhole: false });
    // The same piece once more, and one that leaves a hole, change nothing.
    expect((await put(hash, 0, bytes.subarray(0, 4000))).body).toEqual({ has: 4000, isWhole: false });
    expect((await put(hash, 9000, bytes.subarray(9000))).body).toEqual({ has: 4000, isWhole: false });
    expect((await put(hash, 4000, bytes.subarray(4000))).body).toEqual({ has: 10_000, isWhole: true });
    expect((await put(hash, 4000, bytes.subarray(4000))).body).toEqual({ has: 10_000, isWhole: true });
    expect(await read()).toEqual(bytes);
    const part = await fetch(`${server.address}/files/${hash}`, { headers: { range: 'bytes=100-199' } });
    expect(part.status).toBe(206);
    expect(Buffer.from(await part.arrayBuffer())).toEqual(bytes.subarray(100, 200));
  });

  it('from two windows at once arrive once, undamaged', async () => {
    const both = Buffer.from(bytes).reverse();
    const name = hashOf(both);
    const send = async () => {
      for (let has = 0; has < both.length;) has = (await put(name, has, both.subarray(has, has + 1500), both.length)).body.has;
    };
    await Promise.all([send(), send(), send()]);
    expect(await read(name)).toEqual(both);
  });

  it('that are not what their name says, too large, or named otherwise are refused and leave nothing', async () => {
    const wrong = hashOf(Buffer.from('other'));
    const refused = await put(wrong, 0, bytes);
    expect([refused.status, refused.body.error.code]).toEqual([422, 'damaged']);
    expect(await standing(wrong)).toEqual({ has: 0, isWhole: false });
    expect((await put(hashOf(Buffer.from('big')), 0, bytes, 400 * 1024 * 1024)).status).toBe(413);
    expect((await put('..%2Fyibbo.sqlite', 0, bytes)).status).toBe(404);
    expect((await server.call('/files/nothing')).status).toBe(404);
    expect(readdirSync(join(server.folder, 'files')).every((name) => /^(bin|[0-9a-f]{64})$/.test(name))).toBe(true);
  });

  it('count as used while a song has them; the others go to a bin, and come out of it when they are asked for', async () => {
    const recording: Recording = {
      id: 'r1',
      songId: 's1',
      tick: 0,
      name: 'Take',
      file: { hash, name: 'take.wav', frames: 2500, channels: 2, bytes: bytes.length },
      offset: 0,
      frames: 2500,
      levelDb: 0,
      muted: false,
    };
    const document = newSong('s1', 'Song', 1);
    await server.queries.create(document);
    const change: Change = {
      id: 'c1',
      label: 'Add',
      at: 1,
      device: 'd',
      entries: [{ kind: 'create', of: 'recordings', entities: [recording] }],
    };
    expect((await server.post('/songs/s1/changes', { base: 0, changes: [change] })).status).toBe(200);
    expect(await news()).toMatchObject({ count: 2, unused: { count: 1, bytes: 10_000 }, binned: { count: 0 } });
    const cleared = await server.call<FilesNews>('/files/unused', { method: 'DELETE' });
    expect(cleared.body).toMatchObject({ count: 1, unused: { count: 0 }, binned: { count: 1 } });
    expect(await read()).toEqual(bytes);
    const gone = hashOf(Buffer.from(bytes).reverse());
    expect(await read(gone)).toEqual(Buffer.from(bytes).reverse());
    expect(await news()).toMatchObject({ count: 2, binned: { count: 0 } });
    await server.call('/files/unused', { method: 'DELETE' });
    expect((await server.call<FilesNews>('/files/return', { method: 'POST' })).body).toMatchObject({ count: 2, binned: { count: 0 } });
  });

  it('leave the bin for good after the days they are kept there', async () => {
    const files = new FileStore(server.folder, () => Date.now());
    const gone = hashOf(Buffer.from(bytes).reverse());
    await files.putAway([gone]);
    await files.throwAwayBefore(Date.now() - 1000);
    const path = join(server.folder, 'files', 'bin', gone);
    expect(existsSync(path)).toBe(true);
    utimesSync(path, new Date(0), new Date(0));
    await files.throwAwayBefore(Date.now() - 1000);
    expect(existsSync(path)).toBe(false);
  });
});
