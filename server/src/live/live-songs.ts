import type { Arrangement, Change, Id, SongGlance } from '@yibbo/core';
import type { ExportMode } from '@yibbo/core/midi';
import { setImmediate as othersHaveHadTheirTurn, setTimeout as later } from 'node:timers/promises';
import type { ListedSong, SongQueries } from '../database/songs';
import { deletedSong, noSuchSong, RequestError } from '../errors';
import type { SongWork, Taken } from '../songs/work';

/** News for those who listen to a song. */
export type SongNews = { readonly kind: 'revision'; readonly revision: number } | { readonly kind: 'deleted' };

/** A song as the Songs screen lists it; `problem` says why one cannot be opened. */
export interface SongListing extends Partial<SongGlance> {
  readonly id: Id;
  readonly name: string;
  readonly changedAt: number;
  readonly deletedAt?: number;
  readonly problem?: string;
  readonly missing?: number;
  readonly isBeingMade?: boolean;
}

/** How long in ms a list of songs waits for cards that are being rebuilt. */
const LIST_MS = 400;

/** A card that was made; why the song cannot be opened; or that it could not be made just now, which says nothing of the song. */
type FreshCard = { readonly card: SongGlance } | { readonly problem: string } | { readonly isLate: true };

/** Refusals that are about the moment and not about the song. */
const LATE: readonly string[] = ['busy', 'tooMuch', 'noRoom'];

/** Bodies, and songs on disk, up to which work is done in the main thread. Reading and checking as much takes some 40 ms, by what
 *  200,000 notes take. */
const LIGHT_BODY = 128 * 1024;
const LIGHT_SONG = 768 * 1024;

/** Orders all work on songs, one piece at a time for each song, in the thread where it holds nobody up; and tells whoever listens. */
export class LiveSongs {
  private readonly listeners = new Map<Id, Set<(news: SongNews) => void>>();
  /** The last piece of work on each song: the next waits for it, so Changes never cross. */
  private readonly queues = new Map<Id, Promise<unknown>>();
  /** Bytes of the songs that the main thread has worked on. */
  private readonly weights = new Map<Id, number>();
  private readonly lanes = new Map<Id, SongWork>();
  /** Cards that are being made. */
  private readonly cards = new Map<Id, Promise<FreshCard>>();

  constructor(
    private readonly queries: SongQueries,
    private readonly light: SongWork,
    private readonly heavy: SongWork,
  ) {}

  /** Throws where there is no such song, or where it was deleted. */
  async mustBeThere(id: Id): Promise<{ readonly revision: number }> {
    const state = await this.queries.state(id);
    if (!state) throw noSuchSong();
    if (state.isDeleted) throw deletedSong();
    return state;
  }

  async read(id: Id): Promise<Uint8Array> {
    await this.mustBeThere(id);
    return this.work(id, 0, (lane) => lane.read(id));
  }

  async take(id: Id, body: Uint8Array): Promise<Taken> {
    return this.moved(
      id,
      await this.work(id, body.length, async (lane) => {
        await this.mustBeThere(id);
        return lane.take(id, body);
      }),
    );
  }

  async rename(id: Id, name: string): Promise<void> {
    await this.mustBeThere(id);
    this.moved(id, await this.work(id, name.length, (lane) => lane.rename(id, name)));
  }

  /** A copy of the song; of what it was right after a Change, which may take back any number of them, elsewhere than in the main thread. */
  async copy(id: Id, changeId?: Id) {
    await this.mustBeThere(id);
    if (changeId === undefined) return this.work(id, 0, (lane) => lane.copy(id));
    return this.elsewhere(id, (lane) => lane.copy(id, changeId));
  }

  /** The song as it was right after a Change, as JSON. It may take back any number of Changes, so that it never runs in the main thread. */
  async readAt(id: Id, changeId: Id) {
    await this.mustBeThere(id);
    return this.elsewhere(id, (lane) => lane.readAt(id, changeId));
  }

  async labels(id: Id, before: number) {
    await this.mustBeThere(id);
    return this.queries.labels(id, before);
  }

  /** Rescuing reads what may be of any size and form, so it never runs in the main thread. */
  async rescue(id: Id) {
    await this.mustBeThere(id);
    return this.inTurn(id, () => this.heavy.rescue(id));
  }

  /** A song of few notes may play them for hours, so sending out never runs in the main thread. */
  async sendOut(id: Id, mode: ExportMode) {
    await this.mustBeThere(id);
    return this.elsewhere(id, (lane) => lane.sendOut(id, mode));
  }

  async bringIn(bytes: Uint8Array, name: string, arrangement: Arrangement) {
    return this.heavy.bringIn(bytes, name, arrangement);
  }

  async change(id: Id, changeId: Id): Promise<Change | null> {
    await this.mustBeThere(id);
    return this.queries.change(id, changeId);
  }

  /** Takes a song that was damaged as it is from now on. */
  async takeAsWhole(id: Id): Promise<void> {
    await this.mustBeThere(id);
    await this.queries.takeAsWhole(id);
  }

  async setDeleted(id: Id, isDeleted: boolean): Promise<void> {
    if (!(await this.queries.state(id))) throw noSuchSong();
    await this.inTurn(id, () => this.queries.setDeleted(id, isDeleted));
    if (isDeleted) this.tell(id, { kind: 'deleted' });
  }

  /** Every song, newest first. Cards of those that have changed are made anew, not with every Change, for that reads every note; where that
   *  takes long, the list comes with what there is, and they are made meanwhile. A song that cannot be read is listed as such, and hides no
   *  other. */
  async list(isDeleted = false): Promise<SongListing[]> {
    const until = performance.now() + LIST_MS;
    const songs = await this.queries.list(isDeleted);
    if (isDeleted) return songs.map(({ card, ...song }) => listing({ ...song, card, isStale: card === null }, new Map()));
    const stale = songs.filter(({ isStale }) => isStale).map(({ id }) => id);
    const made = await this.freshCards(stale, until);
    return songs.map((song) => listing(song, made));
  }

  /** Makes all cards that are not of now, one after the other: after a start, so that the list need not wait for them. Gives the songs that
   *  cannot be opened. */
  async makeCards(): Promise<ReadonlySet<Id>> {
    const broken = new Set<Id>();
    for (const { id, isStale } of await this.queries.list(false)) if (isStale && 'problem' in (await this.freshCard(id))) broken.add(id);
    return broken;
  }

  /** Forgets what is known of a song that was put in place of another. */
  async forget(id: Id): Promise<void> {
    await this.inTurn(id, () => Promise.all([this.light.forget(id), this.heavy.forget(id)]));
    this.weights.delete(id);
    this.lanes.delete(id);
  }

  /** Calls `listener` after each change, until the returned function is called. */
  listen(id: Id, listener: (news: SongNews) => void): () => void {
    const set = this.listeners.get(id) ?? new Set();
    this.listeners.set(id, set.add(listener));
    return () => {
      set.delete(listener);
      if (set.size === 0) this.listeners.delete(id);
    };
  }

  /** The cards of these songs, those that are made in time; the others go on being made. */
  private async freshCards(ids: readonly Id[], until: number): Promise<ReadonlyMap<Id, FreshCard>> {
    const made = new Map<Id, FreshCard>();
    const all = (async () => {
      for (const id of ids) made.set(id, await this.freshCard(id));
    })();
    const waited = new AbortController();
    await Promise.race([all, later(Math.max(0, until - performance.now()), undefined, { ref: false, signal: waited.signal })]);
    waited.abort();
    return new Map(made);
  }

  /** Rebuilds a song's card, one at a time: on the main thread if the song is loaded there, else in a worker. */
  private freshCard(id: Id): Promise<FreshCard> {
    const begun = this.cards.get(id);
    if (begun) return begun;
    const refresh = async () => {
      await othersHaveHadTheirTurn();
      if (this.lanes.get(id) === this.light) return this.work(id, 0, (lane) => lane.refreshCard(id));
      return this.elsewhere(id, (lane) => lane.refreshCard(id));
    };
    const card = refresh().then(
      (made): FreshCard => ({ card: made }),
      (error: unknown): FreshCard => {
        if (!(error instanceof RequestError)) return { problem: 'This song cannot be read.' };
        return LATE.includes(error.code) ? { isLate: true } : { problem: error.message };
      },
    );
    this.cards.set(id, card);
    void card.then(() => this.cards.delete(id));
    return card;
  }

  private moved(id: Id, taken: Taken): Taken {
    if (taken.hasChanged) this.tell(id, { kind: 'revision', revision: taken.revision });
    return taken;
  }

  private tell(id: Id, news: SongNews): void {
    for (const listener of this.listeners.get(id) ?? []) listener(news);
  }

  /** Does something that may be of any size and leaves the song where it is: in the other thread, which forgets it afterwards. */
  private elsewhere<T>(id: Id, run: (lane: SongWork) => Promise<T>): Promise<T> {
    return this.inTurn(id, async () => {
      try {
        return await run(this.heavy);
      } finally {
        if (this.lanes.get(id) !== this.heavy) await this.heavy.forget(id);
      }
    });
  }

  private work<T>(id: Id, bytes: number, run: (lane: SongWork) => Promise<T>): Promise<T> {
    return this.inTurn(id, async () => run(await this.laneFor(id, bytes)));
  }

  /** The thread for a piece of work. A song is in the memory of one thread only: where it changes over, the other forgets it. */
  private async laneFor(id: Id, bytes: number): Promise<SongWork> {
    const lane = (await this.isLight(id, bytes)) ? this.light : this.heavy;
    const before = this.lanes.get(id);
    if (before && before !== lane) await before.forget(id);
    this.lanes.set(id, lane);
    return lane;
  }

  private async isLight(id: Id, bytes: number): Promise<boolean> {
    const known = this.weights.get(id);
    const weight = known !== undefined && known + bytes <= LIGHT_SONG ? known : await this.queries.weight(id);
    const isLight = bytes <= LIGHT_BODY && weight + bytes <= LIGHT_SONG;
    if (isLight) this.weights.set(id, weight + bytes);
    else this.weights.delete(id);
    return isLight;
  }

  private inTurn<T>(id: Id, work: () => Promise<T>): Promise<T> {
    const turn = (this.queues.get(id) ?? Promise.resolve()).then(work, work);
    const settled = turn.catch(() => undefined);
    this.queues.set(id, settled);
    void settled.then(() => {
      if (this.queues.get(id) === settled) this.queues.delete(id);
    });
    return turn;
  }
}

function listing({ id, name, changedAt, deletedAt, missing, card, isStale }: ListedSong, made: ReadonlyMap<Id, FreshCard>): SongListing {
  const base = { id, name, changedAt, ...(deletedAt === null ? {} : { deletedAt }), ...(missing === null ? {} : { missing }) };
  if (!isStale && card) return { ...base, ...card };
  const fresh = made.get(id);
  if (!fresh) return { ...base, ...(card ?? {}), isBeingMade: true };
  if ('card' in fresh) return { ...base, ...fresh.card };
  return { ...base, ...(card ?? {}), ...('problem' in fresh ? { problem: fresh.problem } : {}) };
}
