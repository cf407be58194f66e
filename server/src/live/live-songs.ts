import type { Change, ExportMode, Id, ImportTracks } from '@yibbo/core';
import type { SongCard } from '../database/card';
import type { ListedSong, SongQueries } from '../database/songs';
import { deletedSong, noSuchSong, RequestError } from '../errors';
import type { SongWork, Taken } from '../songs/work';

/** What is told to whoever listens to a song. */
export type SongNews = { readonly kind: 'revision'; readonly revision: number } | { readonly kind: 'deleted' };

/** A song as the Songs screen lists it; `problem` says why one cannot be opened. */
export interface SongListing extends Partial<SongCard> {
  readonly id: Id;
  readonly name: string;
  readonly changedAt: number;
  readonly deletedAt?: number;
  readonly problem?: string;
}

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

  async copy(id: Id, changeId?: Id) {
    await this.mustBeThere(id);
    return this.work(id, 0, (lane) => lane.copy(id, changeId));
  }

  /** The song as it was right after a Change, as JSON. It may take back any number of Changes, so that it never runs in the main thread. */
  async readAt(id: Id, changeId: Id) {
    await this.mustBeThere(id);
    return this.inTurn(id, async () => {
      const read = await this.heavy.readAt(id, changeId);
      if (this.lanes.get(id) !== this.heavy) await this.heavy.forget(id);
      return read;
    });
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
    return this.inTurn(id, async () => {
      const sent = await this.heavy.sendOut(id, mode);
      if (this.lanes.get(id) !== this.heavy) await this.heavy.forget(id);
      return sent;
    });
  }

  async bringIn(bytes: Uint8Array, name: string, tracks: ImportTracks) {
    return this.heavy.bringIn(bytes, name, tracks);
  }

  async change(id: Id, changeId: Id): Promise<Change | null> {
    await this.mustBeThere(id);
    return this.queries.change(id, changeId);
  }

  async setDeleted(id: Id, isDeleted: boolean): Promise<void> {
    if (!(await this.queries.state(id))) throw noSuchSong();
    await this.inTurn(id, () => this.queries.setDeleted(id, isDeleted));
    if (isDeleted) this.tell(id, { kind: 'deleted' });
  }

  /** Every song, newest first. Cards of those that have changed are made anew, not with every Change, for that reads every note. A song
   *  that cannot be read is listed as such, and hides no other. */
  async list(isDeleted = false): Promise<SongListing[]> {
    const listed: SongListing[] = [];
    for (const song of await this.queries.list(isDeleted)) listed.push(await this.listing(song));
    return listed;
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

  private async listing({ id, name, changedAt, deletedAt, card, isStale }: ListedSong): Promise<SongListing> {
    const base = { id, name, changedAt, ...(deletedAt === null ? {} : { deletedAt }) };
    if (!isStale && card) return { ...base, ...card };
    try {
      return { ...base, ...(await this.work(id, 0, (lane) => lane.refreshCard(id))) };
    } catch (error) {
      const problem = error instanceof RequestError ? error.message : 'This song cannot be read.';
      return { ...base, ...(card ?? {}), problem };
    }
  }

  private moved(id: Id, taken: Taken): Taken {
    if (taken.hasChanged) this.tell(id, { kind: 'revision', revision: taken.revision });
    return taken;
  }

  private tell(id: Id, news: SongNews): void {
    for (const listener of this.listeners.get(id) ?? []) listener(news);
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
