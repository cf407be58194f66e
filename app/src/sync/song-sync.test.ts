import { newSong, type Answer, type Change, type Id, type ServerSong } from '@yibbo/core';
import { ApiError } from './api';
import type { KeptSong, KeptSongs } from './kept-songs';
import type { Outbox } from './outbox';
import { askForSong, SongSync, type SongPort, type SongStanding } from './song-sync';

globalThis.requestIdleCallback = ((run: () => void) => setTimeout(run)) as unknown as typeof requestIdleCallback;
class Line {
  static all: Line[] = [];
  readyState = 1;
  onmessage: ((event: { readonly data: string }) => void) | null = null;
  onopen: (() => void) | null = null;
  onerror: (() => void) | null = null;
  readonly others: Record<string, (event: { readonly data: string }) => void> = {};
  constructor(readonly address: string) {
    Line.all.push(this);
  }
  addEventListener(name: string, heard: (event: { readonly data: string }) => void): void {
    this.others[name] = heard;
  }
  close(): void {
    this.readyState = 2;
  }
}
Object.assign(globalThis, { EventSource: Object.assign(Line, { CLOSED: 2 }) });

const change = (id: Id) => ({ id, label: id, at: 0, device: 'd', entries: [] }) as unknown as Change;
const serverSong = (revision = 0, history: Id[] = []): ServerSong =>
  ({ song: newSong('song', 'Fog', 1), revision, history: history.map((id) => ({ id })) }) as unknown as ServerSong;
const away = () => new ApiError(0, 'away', 'away');
const answer = (fields: Partial<Answer> = {}): Answer => ({ revision: 0, missed: [], lost: [], known: [], ...fields });
/** Lets all that is under way go on, without time passing. */
const turns = () => jest.advanceTimersByTimeAsync(0);

interface Given {
  readonly open?: () => Promise<ServerSong>;
  readonly send?: (body: string) => Promise<Answer>;
  readonly unsent?: readonly Change[];
  readonly kept?: Partial<KeptSong> | null;
  readonly outbox?: Partial<Outbox>;
}

/** A song that is kept in step, with all that was done about it in `log`. */
function syncing({ open = async () => serverSong(), send = async () => answer(), unsent = [], kept = null, outbox = {} }: Given) {
  const log: string[] = [];
  const bodies: string[] = [];
  const standing: { -readonly [F in keyof SongStanding]: SongStanding[F] } = { revision: 0, head: null, unsent, link: 'saving' };
  const port = {
    standing: () => standing,
    linked: (link) => {
      standing.link = link;
      log.push(link);
    },
    opened: (song, left) => {
      Object.assign(standing, { revision: song.revision, unsent: left });
      log.push(`opened at ${song.revision} with ${left.map(({ id }) => id).join()}`);
    },
    answered: ({ revision, known }) => {
      standing.revision = revision;
      standing.unsent = standing.unsent.filter(({ id }) => !known.includes(id));
      log.push(`answered ${known.join()}`);
    },
    caughtUp: (song, known) => {
      standing.unsent = standing.unsent.filter(({ id }) => !known.includes(id));
      standing.revision = song.revision;
      log.push(`caught up at ${song.revision}`);
    },
    stored: (isKept) => log.push(isKept ? 'stored' : 'not stored'),
    found: (found) => {
      standing.unsent = [...found, ...standing.unsent];
      log.push(`found ${found.map(({ id }) => id).join()}`);
    },
    parted: () => log.push('parted'),
    lineOpened: () => log.push('line'),
    otherMoved: ({ window }) => log.push(`other ${window}`),
    belongingsPut: (revision) => log.push(`belongings ${revision}`),
  } satisfies SongPort;
  const box = {
    unsent: async () => unsent,
    keep: async () => undefined,
    drop: async (_song: Id, ids: readonly Id[]) => void (ids.length && log.push(`dropped ${ids.join()}`)),
    hasAll: true,
    ...outbox,
  } as unknown as Outbox;
  const songs = {
    open: async () => (kept ? { server: serverSong(), openedAt: 0, toMake: null, ...kept } : null),
    put: async () => void log.push('kept whole'),
    answered: async () => void log.push('kept answer'),
    made: async () => void log.push('made'),
  } as unknown as KeptSongs;
  const server = {
    open,
    create: async () => ({ id: 'song' }),
    send: async (_song: Id, body: string) => {
      bodies.push(body);
      return send(body);
    },
  };
  const asked = askForSong('song', box, server, songs);
  const sync = new SongSync('song', port, box, server, songs, 'w');
  return { log, bodies, standing, sync, asked, opening: () => sync.open(asked) };
}

beforeEach(() => {
  jest.useFakeTimers();
  Line.all = [];
});
afterEach(() => jest.useRealTimers());

describe('opening', () => {
  it('tells the server’s refusal as it is, and that a song is not kept here where the server is away', async () => {
    const refused = syncing({ open: async () => Promise.reject(new ApiError(503, 'busy', 'busy')), kept: {} });
    await expect(refused.opening()).rejects.toMatchObject({ code: 'busy' });
    const nowhere = syncing({ open: async () => Promise.reject(away()) });
    await expect(nowhere.opening()).rejects.toMatchObject({ status: 0, message: expect.stringContaining('not kept on this device') });
    const gone = syncing({ open: async () => Promise.reject(new ApiError(404, 'noSuchSong', 'none')), kept: {} });
    await expect(gone.opening()).rejects.toMatchObject({ code: 'noSuchSong' });
  });

  it('a song that only this device has opens whatever the server says', async () => {
    for (const error of [away(), new ApiError(404, 'noSuchSong', 'none'), new ApiError(503, 'busy', 'busy')]) {
      const made = syncing({ open: async () => Promise.reject(error), kept: { toMake: { id: 'song', name: 'Fog', seed: 1 } } });
      await made.opening();
      expect(made.log.slice(0, 3)).toEqual(['opened at 0 with ', 'stored', 'away']);
      made.sync.close();
    }
  });

  it('a kept song opens three seconds on though the server has not answered; one that is not kept waits for it', async () => {
    let give: (song: ServerSong) => void = () => undefined;
    const slow = () => new Promise<ServerSong>((resolve) => (give = resolve));
    const kept = syncing({ open: slow, kept: {} });
    void kept.opening();
    await jest.advanceTimersByTimeAsync(2999);
    expect(kept.log).toEqual([]);
    await jest.advanceTimersByTimeAsync(1);
    expect(kept.log[0]).toBe('opened at 0 with ');
    kept.sync.close();
    const waits = syncing({ open: slow });
    void waits.opening();
    await jest.advanceTimersByTimeAsync(10_000);
    expect(waits.log).toEqual([]);
    give(serverSong(4));
    await turns();
    expect(waits.log[0]).toBe('opened at 4 with ');
    waits.sync.close();
  });

  it('what the server has already is not unsent any more; the rest is sent at once', async () => {
    const song = syncing({
      open: async () => serverSong(1, ['a']),
      unsent: [change('a'), change('b')],
      send: async () => answer({ revision: 2, known: ['b'] }),
    });
    await song.opening();
    await turns();
    expect(song.log).toEqual(expect.arrayContaining(['opened at 1 with b', 'dropped a', 'answered b', 'dropped b', 'saved']));
    expect(song.bodies).toHaveLength(1);
    song.sync.close();
  });

  it('what storage says late is taken in then, whether the song is open by then or not', async () => {
    const denied = (late: (tell: (changes: readonly Change[]) => void) => void) => ({
      unsent: ((_song: Id, tell: (changes: readonly Change[]) => void) => {
        late(tell);
        return Promise.reject(new Error('Storage does not answer.'));
      }) as unknown as Outbox['unsent'],
    });
    let tell: (changes: readonly Change[]) => void = () => undefined;
    const after = syncing({ outbox: denied((given) => (tell = given)), send: async () => answer({ revision: 1, known: ['late'] }) });
    await after.opening();
    expect(after.log).toContain('not stored');
    tell([change('late')]);
    await turns();
    expect(after.log).toEqual(expect.arrayContaining(['stored', 'found late', 'answered late']));
    after.sync.close();
    const before = syncing({ outbox: denied((given) => given([change('early')])) });
    await before.opening();
    expect(before.log).toContain('found early');
    before.sync.close();
  });

  it('nothing is opened once the page has gone on', async () => {
    const gone = syncing({});
    const opening = gone.opening();
    gone.sync.close();
    await opening;
    expect([gone.log, Line.all]).toEqual([[], []]);
  });
});

describe('sending', () => {
  it('gets nowhere without a storm: it tries again after 1, 2, 4 … and at most 30 seconds, until someone asks', async () => {
    const stuck = syncing({ unsent: [change('a')], send: async () => answer() });
    await stuck.opening();
    await turns();
    expect([stuck.bodies.length, stuck.standing.link]).toEqual([1, 'stalled']);
    const waits: number[] = [];
    for (let second = 1, last = 0; second <= 150; second++) {
      await jest.advanceTimersByTimeAsync(1000);
      if (stuck.bodies.length > waits.length + 1) {
        waits.push(second - last);
        last = second;
      }
    }
    expect(waits).toEqual([1, 2, 4, 8, 16, 30, 30, 30]);
    stuck.sync.goOn();
    await turns();
    const sent = stuck.bodies.length;
    await jest.advanceTimersByTimeAsync(1000);
    expect(stuck.bodies).toHaveLength(sent + 1);
    stuck.sync.close();
    await jest.advanceTimersByTimeAsync(60_000);
    expect(stuck.bodies).toHaveLength(sent + 1);
  });

  it.each([
    ['the server is away', away(), 'away'],
    ['it is busy', new ApiError(503, 'busy', 'busy'), 'stalled'],
    ['it refuses', new ApiError(422, 'invalid', 'invalid'), 'refused'],
    ['it has deleted the song', new ApiError(410, 'deleted', 'deleted'), 'deleted'],
  ])('says how it stands where %s', async (_when, error, link) => {
    const song = syncing({ unsent: [change('a'), change('b')], send: async () => Promise.reject(error) });
    await song.opening();
    await turns();
    expect(song.standing.link).toBe(link);
    await jest.advanceTimersByTimeAsync(1000);
    // What is deleted is not asked for again; after a refusal Changes go one by one.
    expect(song.bodies).toHaveLength(link === 'deleted' ? 1 : 2);
    const count = (body: string) => (JSON.parse(body) as { changes: unknown[] }).changes.length;
    expect(song.bodies.map(count)).toEqual(link === 'deleted' ? [2] : [2, link === 'refused' ? 1 : 2]);
    song.sync.close();
  });

  it('another history is shown to who works here, and nothing more is sent until that is settled', async () => {
    for (const error of [new ApiError(409, 'otherHistory', 'other'), new Error('does not fit')]) {
      const song = syncing({ unsent: [change('a')], send: async () => Promise.reject(error) });
      await song.opening();
      await turns();
      expect(song.log).toContain('parted');
      // As it was opened, and as the server has it now.
      expect(song.log.filter((each) => each === 'kept whole')).toHaveLength(2);
      song.standing.link = 'parted';
      song.sync.goOn();
      await turns();
      expect(song.bodies).toHaveLength(1);
      song.sync.close();
    }
  });

  it('one request is under way at a time, however often it is asked to go on', async () => {
    let [now, most] = [0, 0];
    const song = syncing({
      unsent: [change('a')],
      send: async () => {
        most = Math.max(most, ++now);
        await new Promise((resolve) => setTimeout(resolve, 100));
        now--;
        return answer({ revision: 1, known: ['a'] });
      },
    });
    await song.opening();
    song.sync.goOn();
    song.sync.keep(change('b'));
    window.dispatchEvent(new Event('online'));
    await jest.advanceTimersByTimeAsync(1000);
    expect([most, song.standing.link]).toEqual([1, 'saved']);
    song.sync.close();
  });

  it('too far behind, it asks for the whole song', async () => {
    let asked = 0;
    const song = syncing({
      unsent: [change('a')],
      open: async () => serverSong(asked++ ? 900 : 0),
      send: async () => answer({ isFar: true, known: ['a'], revision: 900 }),
    });
    await song.opening();
    await turns();
    expect(song.log).toEqual(expect.arrayContaining(['caught up at 900', 'dropped a', 'saved']));
    // Once as it was opened, once as it was caught up with.
    expect(song.log.filter((each) => each === 'kept whole')).toHaveLength(2);
    expect(song.log).not.toContain('kept answer');
    song.sync.close();
  });
});

describe('listening', () => {
  it('asks for what others did, and only then', async () => {
    const song = syncing({ send: async () => answer({ revision: 5 }) });
    await song.opening();
    const [line] = Line.all as [Line];
    expect(line.address).toBe('/api/songs/song/events?window=w');
    line.onopen?.();
    line.onmessage?.({ data: '0' });
    line.others.here?.({ data: '{"window":"v","here":null}' });
    line.others.belongings?.({ data: '3' });
    await turns();
    expect([song.bodies, song.log.filter((each) => each !== 'kept whole').slice(-3)]).toEqual([[], ['line', 'other v', 'belongings 3']]);
    line.onmessage?.({ data: '5' });
    await turns();
    expect(song.bodies).toHaveLength(1);
    // A line that is cut tries by itself; one that is shut has the server say why.
    line.onerror?.();
    await turns();
    expect(song.bodies).toHaveLength(1);
    line.close();
    line.onerror?.();
    await turns();
    expect(song.bodies).toHaveLength(2);
    line.others.deleted?.({ data: '' });
    expect(song.standing.link).toBe('deleted');
    song.sync.close();
  });

  it('ends while the page is not looked at, and begins again with it', async () => {
    const seen = jest.spyOn(document, 'visibilityState', 'get');
    const song = syncing({});
    await song.opening();
    seen.mockReturnValue('hidden');
    document.dispatchEvent(new Event('visibilitychange'));
    expect(Line.all.map(({ readyState }) => readyState)).toEqual([2]);
    seen.mockReturnValue('visible');
    document.dispatchEvent(new Event('visibilitychange'));
    expect(Line.all.map(({ readyState }) => readyState)).toEqual([2, 1]);
    document.dispatchEvent(new Event('visibilitychange'));
    expect(Line.all).toHaveLength(2);
    song.sync.close();
    seen.mockRestore();
  });
});
