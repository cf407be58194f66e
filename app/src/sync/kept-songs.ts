import type { Answer, Change, Id, ServerSong } from '@yibbo/core';
import { openDB, type DBSchema, type IDBPDatabase, type IDBPTransaction } from 'idb';
import { afterAnswer } from './answers';

/** A song made while the server was away: what the server needs to make the very same one. */
export interface SongToMake {
  readonly id: Id;
  readonly name: string;
  readonly seed: number;
}

/** A song as it was opened last. */
interface Kept {
  readonly id: Id;
  readonly server: ServerSong;
  /** Milliseconds since 1970. */
  readonly openedAt: number;
  readonly toMake?: SongToMake;
}

/** An answer of the server since then, with the bodies of our own Changes that it names. */
interface Step {
  readonly song: Id;
  /** The revision that it was an answer to. */
  readonly from: number;
  readonly answer: Answer;
  readonly own: readonly Change[];
}

interface KeptSchema extends DBSchema {
  songs: { key: Id; value: Kept; indexes: { openedAt: number } };
  steps: { key: number; value: Step; indexes: { song: Id } };
}

export interface KeptSong {
  readonly server: ServerSong;
  readonly openedAt: number;
  readonly toMake: SongToMake | null;
}

/** Songs kept at most; those opened longest ago go first, but none that only this device has. */
export const MOST_KEPT = 30;
/** Answers added to a kept song until they are laid on it: opening it must not take long after a day's work on it. */
export const MOST_STEPS = 300;

/** The last opened songs, kept in this browser so that they open while the server is away. A song is stored once when it is opened; then only
 *  the server's answers are added, which costs no more for a large song than for a small one. */
export class KeptSongs {
  private database: Promise<IDBPDatabase<KeptSchema>> | null = null;

  constructor(private readonly now: () => number) {}

  /** The song as the server last had it, as far as this device has heard; null where it is not kept. Rejects where storage is denied. */
  async open(songId: Id): Promise<KeptSong | null> {
    const database = await this.opened();
    const transaction = database.transaction(['songs', 'steps']);
    const [kept, steps] = await Promise.all([
      transaction.objectStore('songs').get(songId),
      transaction.objectStore('steps').index('song').getAll(songId),
    ]);
    if (!kept) return null;
    return { server: steps.reduce(withStep, kept.server), openedAt: kept.openedAt, toMake: kept.toMake ?? null };
  }

  /** The ids of all kept songs. */
  async ids(): Promise<readonly Id[]> {
    return (await this.opened()).getAllKeys('songs');
  }

  /** Keeps a song as the server has it now, or as it was made here. Rejects where there is no room even without the older ones. */
  async put(server: ServerSong, toMake?: SongToMake): Promise<void> {
    const kept = { id: server.song.song.id, server, openedAt: this.now(), ...(toMake ? { toMake } : {}) };
    await this.write(kept).catch(async () => {
      await this.thin(1, kept.id);
      await this.write(kept);
    });
    await this.thin(MOST_KEPT, kept.id);
  }

  /** Adds an answer of the server to a song at revision `from`. */
  async answered(songId: Id, from: number, answer: Answer, own: readonly Change[]): Promise<void> {
    if (answer.missed.length === 0) return;
    const named = new Set(answer.missed.flatMap(({ id, change }) => (change ? [] : [id])));
    const step = { song: songId, from, answer, own: own.filter(({ id }) => named.has(id)) };
    const database = await this.opened();
    await database.add('steps', step);
    if ((await database.countFromIndex('steps', 'song', songId)) > MOST_STEPS) await this.fold(songId);
  }

  /** The server has a song that was made here. */
  async made(songId: Id): Promise<void> {
    const { store, done } = (await this.opened()).transaction('songs', 'readwrite');
    const kept = await store.get(songId);
    if (kept) {
      const { toMake: _made, ...rest } = kept;
      await store.put(rest);
    }
    await done;
  }

  /** Forgets songs that were deleted. */
  async drop(songIds: readonly Id[]): Promise<void> {
    const transaction = (await this.opened()).transaction(['songs', 'steps'], 'readwrite');
    for (const id of songIds) await remove(transaction, id);
    await transaction.done;
  }

  /** Lays the answers of a song on it, in one transaction: another window may be adding one. */
  private async fold(songId: Id): Promise<void> {
    const transaction = (await this.opened()).transaction(['songs', 'steps'], 'readwrite');
    const [kept, steps] = await Promise.all([
      transaction.objectStore('songs').get(songId),
      transaction.objectStore('steps').index('song').getAll(songId),
    ]);
    if (kept) {
      await remove(transaction, songId);
      await transaction.objectStore('songs').put({ ...kept, server: steps.reduce(withStep, kept.server) });
    }
    await transaction.done;
  }

  private async write(kept: Kept): Promise<void> {
    const transaction = (await this.opened()).transaction(['songs', 'steps'], 'readwrite');
    await remove(transaction, kept.id);
    await transaction.objectStore('songs').put(kept);
    await transaction.done;
  }

  /** Leaves the last `most` songs, `songId` among them, and all that only this device has. */
  private async thin(most: number, songId: Id): Promise<void> {
    const transaction = (await this.opened()).transaction(['songs', 'steps'], 'readwrite');
    const store = transaction.objectStore('songs');
    let over = (await store.count()) - most;
    for (let at = await store.index('openedAt').openCursor(); at && over > 0; at = await at.continue()) {
      if (at.value.id === songId || at.value.toMake) continue;
      await remove(transaction, at.value.id);
      over--;
    }
    await transaction.done;
  }

  private opened(): Promise<IDBPDatabase<KeptSchema>> {
    this.database ??= openDB<KeptSchema>('yibbo songs', 1, {
      upgrade(database) {
        database.createObjectStore('songs', { keyPath: 'id' }).createIndex('openedAt', 'openedAt');
        database.createObjectStore('steps', { autoIncrement: true }).createIndex('song', 'song');
      },
      blocking(_current, _blocked, event) {
        (event.target as IDBDatabase).close();
      },
    });
    return this.database;
  }
}

type Writing = IDBPTransaction<KeptSchema, ['songs', 'steps'], 'readwrite'>;

async function remove(transaction: Writing, songId: Id): Promise<void> {
  await transaction.objectStore('songs').delete(songId);
  const steps = transaction.objectStore('steps').index('song');
  for (let at = await steps.openCursor(songId); at; at = await at.continue()) await at.delete();
}

/** Two windows may both have written an answer, and one may have been lost: a step is taken where it goes on from what is known. */
function withStep(server: ServerSong, { from, answer, own }: Step): ServerSong {
  return from > server.revision ? server : afterAnswer(server, answer, own);
}
