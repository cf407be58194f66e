import 'fake-indexeddb/auto';
import { applyOwn, labelOf, layOnTop, type Answer, type Change, type Document, type Id, type ServerSong } from '@yibbo/core';
import fc from 'fast-check';
import { noEffects, opened, PATTERN } from '../../../test/opened';
import { songChanged } from '../../state/document/song';
import { makeStore, type Store } from '../../state/store';
import { ApiError } from '../../sync/api';
import { KeptSongs, MOST_STEPS } from '../../sync/kept-songs';
import { Leftovers } from '../../sync/leftovers';
import { Outbox } from '../../sync/outbox';
import { askForSong, SongSync } from '../../sync/song-sync';
import { portOf } from './song-port';

globalThis.structuredClone ??= <T>(value: T) => JSON.parse(JSON.stringify(value)) as T;
// Storage is written when the page is idle, which it is at once.
globalThis.requestIdleCallback = ((run: () => void) => setTimeout(run)) as unknown as typeof requestIdleCallback;
class Silent {
  static last: Silent;
  onmessage: ((event: { readonly data: string }) => void) | null = null;
  constructor() {
    Silent.last = this;
  }
  addEventListener(): void {}
  close(): void {}
}
Object.assign(globalThis, { EventSource: Silent });

type Fault = 'none' | 'away' | 'answer lost' | 'busy';
let songs = 0;

/** A server with one song, which orders what comes in as ours does, and a line to it that fails as it is told. */
class FaultyServer {
  readonly history: Change[] = [];
  song: Document;
  faults: Fault[] = [];
  isAway = false;
  /** Whether it has the song: one made while it was away comes with the first line. */
  isMade = true;

  constructor(songId: Id) {
    const document = opened().store.getState().song.document!;
    this.song = { ...document, song: { ...document.song, id: songId } };
  }

  take(changes: readonly Change[]): void {
    for (const change of changes) {
      if (this.history.some(({ id }) => id === change.id)) continue;
      const laid = layOnTop(this.song, change);
      this.song = laid.document;
      this.history.push(laid.change);
    }
  }

  readonly create = async () => {
    if (this.isAway) throw new ApiError(0, 'away', 'away');
    this.isMade = true;
    return { id: this.song.song.id };
  };

  readonly open = async (): Promise<ServerSong> => {
    if (this.isAway) throw new ApiError(0, 'away', 'away');
    if (!this.isMade) throw new ApiError(404, 'noSuchSong', 'none');
    return { song: this.song, revision: this.history.length, history: this.history.map(labelOf) } as ServerSong;
  };

  readonly send = async (_songId: Id, body: string): Promise<Answer> => {
    const fault = this.isAway ? 'away' : (this.faults.shift() ?? 'none');
    if (!this.isMade && fault !== 'away') throw new ApiError(404, 'noSuchSong', 'none');
    if (fault === 'away') throw new ApiError(0, 'away', 'away');
    if (fault === 'busy') throw new ApiError(503, 'busy', 'busy');
    const { base, changes } = JSON.parse(body) as { base: number; changes: Change[] };
    this.take(changes);
    if (fault === 'answer lost') throw new ApiError(0, 'away', 'lost');
    const sent = new Set(changes.map(({ id }) => id));
    const missed = this.history
      .slice(base)
      .map((change, at) => ({ revision: base + at + 1, id: change.id, ...(sent.has(change.id) ? {} : { change }) }));
    return { revision: this.history.length, missed, lost: [], known: [...sent] };
  };
}

/** A window on a song of a server. `closes` as a browser closes: without a word. */
async function windowOn(server: FaultyServer, songId: Id) {
  const store: Store = makeStore(noEffects());
  const [outbox, kept] = [new Outbox(), new KeptSongs(() => 0)];
  const sync = new SongSync(
    songId,
    portOf(store, () => undefined),
    outbox,
    server,
    kept,
    'window',
  );
  await sync.open(askForSong(songId, outbox, server, kept));
  const edit = (id: Id, pitch: number): void => {
    const [note] = store.getState().song.document!.notes[PATTERN]!;
    const entry = { kind: 'edit', of: 'notes', in: PATTERN, ids: [note!.id], fields: { pitch: [[note!.pitch], [pitch]] } };
    const change = { id, label: id, at: 0, device: 'here', entries: [entry] } as unknown as Change;
    expect(applyOwn(store.getState().song.document!, change)).not.toBe(store.getState().song.document);
    store.dispatch(songChanged(change));
    sync.keep(change);
  };
  return { store, sync, outbox, kept, edit };
}

const settled = () => new Promise((resolve) => setTimeout(resolve, 15));
const faults = fc.array(fc.constantFrom<Fault>('none', 'away', 'answer lost', 'busy'), { maxLength: 5 });
const acts = fc.array(fc.constantFrom('edit', 'other window', 'reload', 'cold start', 'try'), { minLength: 2, maxLength: 7 });

it('whatever the line does and whenever the window closes, every Change arrives once, in order, and windows agree', async () => {
  let [reloaded, failed, cold] = [0, 0, 0];
  await fc.assert(
    fc.asyncProperty(acts, faults, async (does, fails) => {
      const songId = `song${++songs}`;
      const server = new FaultyServer(songId);
      server.faults = [...fails];
      failed += fails.some((fault) => fault !== 'none') ? 1 : 0;
      let here = await windowOn(server, songId);
      const made: Id[] = [];
      for (const [at, act] of does.entries()) {
        if (act === 'edit') {
          made.push(`c${at}`);
          here.edit(`c${at}`, 10 + at);
        } else if (act === 'other window') {
          const other = { id: `o${at}`, label: 'o', at: 0, device: 'there', entries: [] } as unknown as Change;
          server.take([other]);
        } else if (act === 'try') here.sync.goOn();
        else if (act === 'cold start') {
          // The server is away when the song is opened anew: it is there as it was left, and can be worked on.
          await settled();
          const before = here.store.getState().song.document;
          here.sync.close();
          server.isAway = true;
          here = await windowOn(server, songId);
          await settled();
          expect([here.store.getState().song.document, here.store.getState().song.link]).toEqual([before, 'away']);
          made.push(`c${at}`);
          here.edit(`c${at}`, 10 + at);
          server.isAway = false;
          cold += 1;
        } else {
          await settled();
          here.sync.close();
          reloaded += 1;
          here = await windowOn(server, songId);
        }
        await settled();
      }
      server.faults = [];
      here.sync.goOn();
      await settled();
      here.sync.goOn();
      await settled();
      expect(server.history.map(({ id }) => id).filter((id) => id.startsWith('c'))).toEqual(made);
      const { document, unsent, link } = here.store.getState().song;
      expect([document, unsent, link]).toEqual([server.song, [], 'saved']);
      expect(await here.outbox.unsent(songId, () => undefined)).toEqual([]);
      here.sync.close();
    }),
    { numRuns: 40 },
  );
  expect(Math.min(reloaded, failed, cold)).toBeGreaterThan(8);
}, 60_000);

it.each([
  ['the network comes back', () => window.dispatchEvent(new Event('online'))],
  ['the page is looked at again', () => document.dispatchEvent(new Event('visibilitychange'))],
])('what could not be sent goes as soon as %s, and no more once the song is closed', async (_when, happens) => {
  const server = new FaultyServer(`song${++songs}`);
  server.faults = ['away'];
  const here = await windowOn(server, server.song.song.id);
  here.edit('c1', 50);
  await settled();
  expect([server.history, here.store.getState().song.link]).not.toEqual([[], 'saved']);
  expect(server.history).toEqual([]);
  happens();
  await settled();
  expect([server.history.map(({ id }) => id), here.store.getState().song.link]).toEqual([['c1'], 'saved']);
  server.faults = ['away'];
  here.edit('c2', 51);
  await settled();
  here.sync.close();
  happens();
  await settled();
  expect(server.history).toHaveLength(1);
});

describe('a song made while the server is away', () => {
  const away = async () => {
    const server = new FaultyServer(`song${++songs}`);
    Object.assign(server, { isAway: true, isMade: false });
    const { id, name, seed } = server.song.song;
    await new KeptSongs(() => 0).put({ song: server.song, revision: 0, history: [] }, { id, name, seed });
    const here = await windowOn(server, id);
    here.edit('c1', 50);
    await settled();
    return { server, here, id };
  };

  it('is made there once the server is back, with all that was done in it', async () => {
    const { server, here, id } = await away();
    expect(here.store.getState().song.link).toBe('away');
    server.isAway = false;
    here.sync.goOn();
    await settled();
    expect([server.isMade, server.history.map((change) => change.id), here.store.getState().song.link]).toEqual([true, ['c1'], 'saved']);
    expect((await here.kept.open(id))?.toMake).toBeNull();
    here.sync.close();
  });

  it('goes there without being opened again', async () => {
    const { server, here, id } = await away();
    here.sync.close();
    const parts = { outbox: () => here.outbox, kept: here.kept, server, isOpen: (other: Id) => other !== id };
    expect(await new Leftovers(parts).send()).toBe(0);
    server.isAway = false;
    expect(await new Leftovers({ ...parts, isOpen: () => true }).send()).toBe(0);
    expect(await new Leftovers(parts).send()).toBe(1);
    expect([server.isMade, server.history.map((change) => change.id)]).toEqual([true, ['c1']]);
    expect([await here.outbox.unsent(id, () => undefined), (await here.kept.open(id))?.server.song]).toEqual([[], server.song]);
    expect(await new Leftovers(parts).send()).toBe(0);
  });
});

it('a kept song takes a long sitting in, two windows of it at once, and keeps few answers', async () => {
  const server = new FaultyServer(`song${++songs}`);
  const songId = server.song.song.id;
  const [here, there] = [await windowOn(server, songId), await windowOn(server, songId)];
  await settled();
  for (let count = 0; count < MOST_STEPS + 40; count++) {
    here.edit(`a${count}`, 20 + (count % 60));
    await new Promise((resolve) => setTimeout(resolve));
    there.sync.goOn();
    await new Promise((resolve) => setTimeout(resolve));
  }
  const length = server.history.length;
  for (let round = 0; round < 300 && (await here.kept.open(songId))?.server.revision !== length; round++) await settled();
  const kept = await here.kept.open(songId);
  expect(length).toBeGreaterThan(MOST_STEPS);
  expect([kept?.server.song, kept?.server.revision]).toEqual([server.song, server.history.length]);
  here.sync.close();
  there.sync.close();
}, 60_000);

it('what another window does while this one is sending is heard of, too', async () => {
  const server = new FaultyServer(`song${++songs}`);
  const here = await windowOn(server, server.song.song.id);
  const { send } = server;
  Object.assign(server, {
    send: async (...sent: Parameters<typeof send>) => {
      const answer = await send(...sent);
      // The answer is on its way; then the other's Change is there, and the word of it overtakes the answer.
      if (server.history.length === 1) {
        server.take([{ id: 'other', label: 'o', at: 0, device: 'there', entries: [] } as unknown as Change]);
        Silent.last.onmessage?.({ data: String(server.history.length) });
      }
      return answer;
    },
  });
  here.edit('c1', 50);
  await settled();
  expect(here.store.getState().song.revision).toBe(2);
  here.sync.close();
});
