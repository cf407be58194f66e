import { layOnTop, type Change, type ChangeLabel, type Document, type Id, type Lost } from '@yibbo/core';
import type { NumberedChange, SongQueries, StoredSong } from '../database/songs';

/** A Change the client has not had, or one of its own as it was taken: `change` is left out where it went in as sent. */
export interface Missed {
  readonly revision: number;
  readonly id: Id;
  readonly change?: Change;
}

export type Taken =
  | { readonly ok: true; readonly revision: number; readonly missed: readonly Missed[]; readonly lost: readonly Lost[] }
  | { readonly ok: false; readonly code: 'noSuchSong' | 'unknownRevision' };

const SNAPSHOT_EVERY = 200;
const SONGS_KEPT_OPEN = 40;

/** The songs in use, kept in memory, and whoever listens to them. It orders the Changes of all windows: each is laid on the
 *  song as it is when it arrives. */
export class LiveSongs {
  private readonly open = new Map<Id, StoredSong>();
  private readonly listeners = new Map<Id, Set<(revision: number) => void>>();
  /** The last piece of work on each song: the next waits for it, so Changes never cross. */
  private readonly queues = new Map<Id, Promise<unknown>>();

  constructor(private readonly queries: SongQueries) {}

  async read(id: Id): Promise<(StoredSong & { history: ChangeLabel[] }) | null> {
    return this.inTurn(id, async () => {
      const song = await this.song(id);
      return song && { ...song, history: await this.queries.labels(id) };
    });
  }

  /** Takes a client's changes, made on revision `base`, and answers with all it has not had. Sending a Change twice does no harm. */
  async take(id: Id, base: number, sent: readonly Change[]): Promise<Taken> {
    return this.inTurn(id, async () => {
      const song = await this.song(id);
      if (!song) return { ok: false, code: 'noSuchSong' };
      if (base > song.revision) return { ok: false, code: 'unknownRevision' };
      const since = base === song.revision ? [] : await this.queries.changesAfter(id, base);
      const fresh = await this.unknown(id, sent);
      const { document, added, lost } = lay(song, fresh);
      if (added.length) {
        const revision = song.revision + added.length;
        const isDue = Math.floor(revision / SNAPSHOT_EVERY) > Math.floor(song.revision / SNAPSHOT_EVERY);
        await this.queries.append(id, added, document, isDue);
        this.keep(id, { document, revision });
        this.tell(id, revision);
      }
      const missed = [...since, ...added].map(({ revision, change }): Missed => {
        const isAsSent = fresh.includes(change);
        return { revision, id: change.id, ...(isAsSent ? {} : { change }) };
      });
      return { ok: true, revision: song.revision + added.length, missed, lost };
    });
  }

  /** Makes the cards anew of the songs that have changed since: not with every Change, for that reads every note. */
  async refreshCards(): Promise<void> {
    for (const id of await this.queries.staleCards())
      await this.inTurn(id, async () => {
        const song = await this.song(id);
        if (song) await this.queries.setCard(id, song);
      });
  }

  /** Calls `listener` with the revision after each change, until the returned function is called. */
  listen(id: Id, listener: (revision: number) => void): () => void {
    const set = this.listeners.get(id) ?? new Set();
    this.listeners.set(id, set.add(listener));
    return () => {
      set.delete(listener);
      if (set.size === 0) this.listeners.delete(id);
    };
  }

  private async unknown(id: Id, sent: readonly Change[]): Promise<Change[]> {
    const fresh: Change[] = [];
    for (const change of sent) {
      const isTwice = fresh.some((other) => other.id === change.id);
      if (!isTwice && !(await this.queries.hasChange(id, change.id))) fresh.push(change);
    }
    return fresh;
  }

  private async song(id: Id): Promise<StoredSong | null> {
    const known = this.open.get(id) ?? (await this.queries.load(id));
    if (known) this.keep(id, known);
    return known;
  }

  /** Keeps the song as the most recently used; the least recently used leave memory. */
  private keep(id: Id, song: StoredSong): void {
    this.open.delete(id);
    this.open.set(id, song);
    for (const oldest of this.open.keys()) {
      if (this.open.size <= SONGS_KEPT_OPEN) break;
      this.open.delete(oldest);
    }
  }

  private tell(id: Id, revision: number): void {
    for (const listener of this.listeners.get(id) ?? []) listener(revision);
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

function lay(song: StoredSong, fresh: readonly Change[]): { document: Document; added: NumberedChange[]; lost: Lost[] } {
  let { document } = song;
  const lost: Lost[] = [];
  const added = fresh.map((change, index): NumberedChange => {
    const layered = layOnTop(document, change, change.undoes === undefined ? 'later' : 'present');
    document = layered.document;
    lost.push(...layered.lost);
    return { revision: song.revision + index + 1, change: layered.change };
  });
  return { document, added, lost };
}
