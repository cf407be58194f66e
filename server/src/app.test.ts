import { applyOwn, diff, invert, newSong, notesOf, withNotes, type Change, type Document, type Note } from '@yibbo/core';
import { importMidi } from '@yibbo/core/midi';
import { demoSong } from '@yibbo/core/demo';
import { gzipSync } from 'node:zlib';
import { TestServer } from '../test/test-server';

const server = new TestServer();
const MIDI = { 'content-type': 'audio/midi' };
beforeAll(() => server.start());
afterAll(async () => {
  await server.stop();
  server.remove();
});

const call: TestServer['call'] = (path, init) => server.call(path, init);
const post: TestServer['post'] = (path, body) => server.post(path, body);

interface Opened {
  song: Document;
  revision: number;
  history: { id: string; label: string; undoes?: string }[];
}
interface Answer {
  revision: number;
  missed: { revision: number; id: string; change?: Change }[];
  lost: { id: string; field?: string }[];
}

let ids = 0;
const newId = () => `t${++ids}`;

/** A stored song with notes in it, as the demo has. */
async function storedDemo(): Promise<Document> {
  const document = demoSong(newId);
  await server.queries.create(document);
  return document;
}

const patternOf = (document: Document) => document.patterns[0]!.id;

/** The Change that moves a note of the first pattern, or edits it otherwise. */
function noteEdit(document: Document, index: number, fields: Partial<Note>): Change {
  const note = notesOf(document, patternOf(document))[index]!;
  const after = {
    ...document,
    notes: { ...document.notes, [patternOf(document)]: withNotes(notesOf(document, patternOf(document)), [{ ...note, ...fields }]) },
  };
  return { id: newId(), label: 'Edit', at: 1, device: 'test', entries: diff(document, after) };
}

const send = (document: Document, base: number, changes: Change[]) => post<Answer>(`/songs/${document.song.id}/changes`, { base, changes });
const open = async (document: Document) => (await call<Opened>(`/songs/${document.song.id}`)).body;

describe('songs', () => {
  it('are made by name, listed newest first, and opened', async () => {
    const made = await post<{ id: string }>('/songs', { name: 'Gull Parade' });
    expect(made.status).toBe(201);
    const { body } = await call<{ id: string; name: string; bars: number }[]>('/songs');
    expect(body.find(({ id }) => id === made.body.id)).toMatchObject({ name: 'Gull Parade', bars: 0, bpm: 120, meter: '4/4' });
    expect((await call<Opened>(`/songs/${made.body.id}`)).body).toMatchObject({
      revision: 0,
      history: [],
      song: { tracks: [], notes: {} },
    });
  });

  it('that a window made while it had no line become the very same here; asked for twice, one stays as it is', async () => {
    const wish = { id: 'made-at-sea', name: 'Made at sea', seed: 4711 };
    expect((await post('/songs', wish)).body).toEqual({ id: wish.id });
    expect((await call<Opened>(`/songs/${wish.id}`)).body.song).toEqual(newSong(wish.id, wish.name, wish.seed));
    expect((await post('/songs', { ...wish, name: 'Another', seed: 1 })).status).toBe(201);
    expect((await call<Opened>(`/songs/${wish.id}`)).body.song.song).toMatchObject({ name: 'Made at sea', seed: 4711 });
    for (const wrong of [{ id: '../up' }, { id: '__proto__' }, { seed: -1 }, { seed: 0.5 }])
      expect((await post('/songs', { name: 'Wrong', ...wrong })).status).toBe(400);
  });

  it('show a card without being opened: tempo, bars, tracks and marks', async () => {
    const document = await storedDemo();
    const { body } = await call<{ id: string; bars: number; tracks: { name: string; marks: [number, number][] }[] }[]>('/songs');
    const card = body.find(({ id }) => id === document.song.id)!;
    expect(card.bars).toBe(44);
    expect(card.tracks.map(({ name }) => name)).toEqual(['Deck Drums', 'Bilge Bass', 'Lamp Keys', 'Fog Pad', 'Buoy Bells', 'Harbour Toms']);
    for (const [time, pitch] of card.tracks.flatMap(({ marks }) => marks))
      expect(time >= 0 && time <= 1 && pitch >= 0 && pitch <= 1).toBe(true);
  });
});

describe('changes', () => {
  it('are kept as they are made: after a restart the song is the same and its history is there', async () => {
    const document = await storedDemo();
    const first = noteEdit(document, 0, { velocity: 55 });
    const second = noteEdit(applyOwn(document, first), 1, { pitch: 50 });
    expect((await send(document, 0, [first, second])).body).toMatchObject({ revision: 2, lost: [] });
    await server.restart();
    const opened = await open(document);
    expect(opened.song).toEqual(JSON.parse(JSON.stringify(applyOwn(applyOwn(document, first), second))));
    expect(opened.history.map(({ id }) => id)).toEqual([first.id, second.id]);
    expect((await call<Change>(`/songs/${document.song.id}/changes/${first.id}`)).body).toEqual(JSON.parse(JSON.stringify(first)));
  });

  it('sent twice count once', async () => {
    const document = await storedDemo();
    const change = noteEdit(document, 0, { velocity: 55 });
    await send(document, 0, [change]);
    const again = await send(document, 0, [change]);
    expect(again.body).toMatchObject({ revision: 1, missed: [{ revision: 1, id: change.id }] });
    expect((await open(document)).history).toHaveLength(1);
  });

  it('lead back to the song as it was after each of them; a copy can be made of that, and labels are read from before any', async () => {
    const document = await storedDemo();
    const states = [document];
    const sent: Change[] = [];
    for (const [index, velocity] of [20, 40, 60].entries()) {
      const change = noteEdit(states.at(-1)!, index, { velocity });
      sent.push(change);
      states.push(applyOwn(states.at(-1)!, change));
    }
    const undone: Change = { ...invert(sent[2]!, { id: newId(), label: 'Undo', at: 1, device: 'test' }), undoes: sent[2]!.id };
    const point: Change = { id: newId(), label: 'Saved point: Here', at: 1, device: 'test', point: 'Here', entries: [] };
    await send(document, 0, [...sent, undone, point]);
    const at = async (change: Change) => (await call<{ song: Document }>(`/songs/${document.song.id}/at/${change.id}`)).body.song;
    for (const [index, change] of sent.entries()) expect(await at(change)).toEqual(JSON.parse(JSON.stringify(states[index + 1])));
    expect(await at(point)).toEqual(JSON.parse(JSON.stringify(states[2])));
    const copied = await post<{ id: string }>(`/songs/${document.song.id}/copies?at=${sent[0]!.id}`, {});
    const copy = (await call<Opened>(`/songs/${copied.body.id}`)).body.song;
    expect(copy.notes).toEqual(JSON.parse(JSON.stringify(states[1]!.notes)));
    const { labels } = (await call<{ labels: { id: string; point?: string }[] }>(`/songs/${document.song.id}/history?before=3`)).body;
    expect(labels.map(({ id }) => id)).toEqual([sent[0]!.id, sent[1]!.id]);
    expect((await open(document)).history.at(-1)).toMatchObject({ point: 'Here' });
    const { song, revision } = await open(document);
    await send(song, revision, [
      {
        id: newId(),
        label: 'Record',
        at: 1,
        device: 'test',
        together: 'run',
        entries: [{ kind: 'edit', of: 'song', ids: [song.song.id], fields: { name: [[song.song.name], ['Ebb']] } }],
      },
    ]);
    expect((await open(document)).history.at(-1)).toMatchObject({ label: 'Record', together: 'run' });
    expect((await call(`/songs/${document.song.id}/at/nothing`)).status).toBe(404);
  });

  it('of two windows are both kept; on one field the later arrival wins, and each is told what it missed', async () => {
    const document = await storedDemo();
    const theirs = noteEdit(document, 0, { velocity: 20, pitch: 40 });
    const ours = noteEdit(document, 0, { velocity: 99 });
    await send(document, 0, [theirs]);
    const { body } = await send(document, 0, [ours]);
    expect(body.missed.map(({ id, change }) => [id, change !== undefined])).toEqual([
      [theirs.id, true],
      [ours.id, true],
    ]);
    const replayed = body.missed.reduce((song, { change }) => applyOwn(song, change!), document);
    expect((await open(document)).song).toEqual(JSON.parse(JSON.stringify(replayed)));
    const edited = notesOf(replayed, patternOf(document)).find(({ id }) => id === notesOf(document, patternOf(document))[0]!.id);
    expect(edited).toMatchObject({ velocity: 99, pitch: 40 });
  });

  it('on a note that another window has removed are told as lost and stay in history', async () => {
    const document = await storedDemo();
    const note = notesOf(document, patternOf(document))[0]!;
    const removal: Change = {
      id: newId(),
      label: 'Delete',
      at: 1,
      device: 'test',
      entries: [{ kind: 'remove', of: 'notes', entities: [note] }],
    };
    await send(document, 0, [removal]);
    const { body } = await send(document, 0, [noteEdit(document, 0, { velocity: 99 })]);
    expect(body.lost).toEqual([{ of: 'notes', id: note.id }]);
    expect((await open(document)).history).toHaveLength(2);
  });

  it('taken back by undo leave a field alone that has changed since', async () => {
    const document = await storedDemo();
    const mine = noteEdit(document, 0, { velocity: 33, pitch: 41 });
    const since = noteEdit(applyOwn(document, mine), 0, { pitch: 77 });
    await send(document, 0, [mine, since]);
    const undo = invert(mine, { id: newId(), at: 2, device: 'test', label: 'Undo' });
    const { body } = await send(document, 2, [undo]);
    expect(body.lost).toMatchObject([{ field: 'pitch' }]);
    const note = notesOf((await open(document)).song, patternOf(document)).find(({ pitch }) => pitch === 77);
    expect(note!.velocity).toBe(notesOf(document, patternOf(document))[0]!.velocity);
  });

  it('outlive many snapshots: 450 edits read back as made', async () => {
    const document = await storedDemo();
    let song = document;
    for (let round = 0; round < 45; round++) {
      const batch: Change[] = [];
      for (let index = 0; index < 10; index++) {
        const change = noteEdit(song, index, { velocity: 1 + ((round * 10 + index) % 127) });
        song = applyOwn(song, change);
        batch.push(change);
      }
      expect((await send(document, round * 10, batch)).status).toBe(200);
    }
    await server.restart();
    const opened = await open(document);
    expect(opened.revision).toBe(450);
    expect(opened.song).toEqual(JSON.parse(JSON.stringify(song)));
  });

  it('are told to whoever listens', async () => {
    const document = await storedDemo();
    const stream = await fetch(`${server.address}/songs/${document.song.id}/events`);
    expect(stream.headers.get('content-type')).toContain('text/event-stream');
    const reader = stream.body!.getReader();
    const next = async () => new TextDecoder().decode((await reader.read()).value);
    expect(await next()).toBe('data: 0\n\n');
    await send(document, 0, [noteEdit(document, 0, { velocity: 9 })]);
    expect(await next()).toBe('data: 1\n\n');
    await reader.cancel();
  });
});

describe('MIDI', () => {
  it('goes out, comes in as another song with its report, and goes out the same', async () => {
    const document = await storedDemo();
    const exported = await fetch(`${server.address}/songs/${document.song.id}/export.mid?as=written`);
    expect(exported.headers.get('content-disposition')).toContain('Last Boat Home.mid');
    const bytes = Buffer.from(await exported.arrayBuffer());
    const made = await call<{ id: string; report: { bars: number; tracks: unknown[]; mended: unknown[] } }>('/songs/import?name=Again', {
      method: 'POST',
      headers: MIDI,
      body: bytes,
    });
    expect(made).toMatchObject({ status: 201, body: { report: { bars: 44, mended: [] } } });
    const again = await fetch(`${server.address}/songs/${made.body.id}/export.mid?as=written`);
    expect(Buffer.from(await again.arrayBuffer()).equals(bytes)).toBe(true);
  });

  it.each([
    ['text', Buffer.from('no music in here'), 422, 'notMidi'],
    ['nothing', Buffer.alloc(0), 422, 'empty'],
    ['over 20 MB', Buffer.alloc(20 * 1024 * 1024 + 10), 413, 'tooLarge'],
  ])('%s is refused in a sentence and makes no song', async (_what, body, status, code) => {
    const before = (await call<unknown[]>('/songs')).body.length;
    const reply = await call('/songs/import', { method: 'POST', headers: MIDI, body: new Uint8Array(body) });
    expect(reply).toMatchObject({ status, body: { error: { code } } });
    expect(reply.body.error.message).toMatch(/\.$/);
    expect((await call<unknown[]>('/songs')).body).toHaveLength(before);
  });

  it('of more than 200,000 notes is refused', async () => {
    const events = Buffer.alloc(200_001 * 8);
    for (let index = 0; index < 200_001; index++) Buffer.from([0, 0x90, 60, 64, 0, 0x90, 60, 0]).copy(events, index * 8);
    const head = Buffer.from([...Buffer.from('MThd'), 0, 0, 0, 6, 0, 0, 0, 1, 0, 96, ...Buffer.from('MTrk'), 0, 0, 0, 0]);
    head.writeUInt32BE(events.length + 4, 18);
    const file = Buffer.concat([head, events, Buffer.from([0, 0xff, 0x2f, 0])]);
    expect(await call('/songs/import', { method: 'POST', headers: MIDI, body: file })).toMatchObject({
      status: 422,
      body: { error: { code: 'tooManyNotes' } },
    });
    expect(importMidi(new Uint8Array(file), { newId, seed: 0, name: '' })).toMatchObject({ ok: false });
  });
});

describe('requests in a bad way get a 4xx answer in JSON', () => {
  const json = { 'content-type': 'application/json' };
  it.each<[string, string, RequestInit | undefined, number, string]>([
    ['an unknown address', '/nothing', undefined, 404, 'noSuchAddress'],
    ['an unknown song', '/songs/none', undefined, 404, 'noSuchSong'],
    ['an id no song can have', '/songs/..%2F..%2Fetc', undefined, 404, 'noSuchSong'],
    ['a broken address', '/songs/%E0%A4%A', undefined, 400, 'badRequest'],
    ['broken JSON', '/songs', { method: 'POST', headers: json, body: '{' }, 400, 'badJson'],
    ['no name', '/songs', { method: 'POST', headers: json, body: '{"name":" "}' }, 400, 'badRequest'],
    ['a body over 64 kB', '/songs', { method: 'POST', headers: json, body: `{"name":"${'x'.repeat(9e6)}"}` }, 413, 'tooLarge'],
    [
      'a small body that unpacks to over 64 kB',
      '/songs',
      { method: 'POST', headers: { ...json, 'content-encoding': 'gzip' }, body: gzipSync(`{"name":"${'x'.repeat(9e6)}"}`) },
      413,
      'tooLarge',
    ],
    ['an unknown packing', '/songs', { method: 'POST', headers: { ...json, 'content-encoding': 'zip' }, body: 'x' }, 415, 'badEncoding'],
    ['another method', '/songs/none', { method: 'PUT' }, 404, 'noSuchAddress'],
    ['deleting no song', '/songs/none', { method: 'DELETE' }, 404, 'noSuchSong'],
    ['changes to no song', '/songs/none/changes', { method: 'POST', headers: json, body: '{"base":0,"changes":[]}' }, 404, 'noSuchSong'],
    [
      'another site',
      '/songs',
      { method: 'POST', headers: { ...json, 'sec-fetch-site': 'cross-site' }, body: '{"name":"x"}' },
      403,
      'otherSite',
    ],
  ])('%s', async (_what, path, init, status, code) => {
    expect(await call(path, init)).toMatchObject({ status, body: { error: { code } } });
  });

  it('changes that are none, or out of their bounds, leave the song as it was', async () => {
    const document = await storedDemo();
    const at = (body: unknown) => post<{ error: { code: string } }>(`/songs/${document.song.id}/changes`, body);
    const note = notesOf(document, patternOf(document))[0]!;
    expect(await at({ base: 0, changes: [{ id: 'x' }] })).toMatchObject({ status: 400 });
    expect(await at({ base: 9, changes: [] })).toMatchObject({ status: 409, body: { error: { code: 'otherHistory' } } });
    const wild: Change = {
      id: newId(),
      label: '',
      at: 0,
      device: '',
      entries: [{ kind: 'create', of: 'notes', entities: [{ ...note, id: 'wild', pitch: 400 }] }],
    };
    expect(await at({ base: 0, changes: [wild] })).toMatchObject({ status: 400 });
    const bent: Change = {
      id: newId(),
      label: '',
      at: 0,
      device: '',
      entries: [{ kind: 'edit', of: 'notes', in: note.patternId, ids: [note.id], fields: { pitch: [[note.pitch], [-1]] } }],
    };
    expect((await at({ base: 0, changes: [bent] })).status).toBe(400);
    expect((await open(document)).song).toEqual(JSON.parse(JSON.stringify(document)));
  });
});
