import type { Change, Id } from '@yibbo/core';
import { openDB, type DBSchema, type IDBPDatabase } from 'idb';
import { store, stored } from '../browser/storage';

/** A Change the server has not acknowledged yet. Records are numbered as they come in, so their order is no clock's. */
interface Kept {
  readonly song: Id;
  readonly id: Id;
  readonly change: Change;
}

interface OutboxSchema extends DBSchema {
  unsent: { key: number; value: Kept; indexes: { song: Id } };
}

/** The store of an earlier version: by song and id, in the order of the clock. */
const OLD_STORE = 'changes';
const NAME = 'yibbo outbox';
/** Storage that does not answer for so long counts as denied, until it does. */
const PATIENCE_MS = 2000;
const LAST_WORDS = 'yibbo unsent ';

const ASKED_KEY = 'yibbo asked to stay';

/** Asks the browser not to throw away what is kept here when room runs short: once, when there is something to keep, for some browsers put the
 *  question to the person. */
function askToStay(): void {
  const { asked } = stored(ASKED_KEY, { asked: false });
  if (asked || !navigator.storage?.persist) return;
  store(ASKED_KEY, { asked: true });
  navigator.storage.persist().catch(() => undefined);
}

/** Unsent Changes kept in this browser, so that closing the page loses none. */
export class Outbox {
  private readonly database: Promise<IDBPDatabase<OutboxSchema>>;
  /** Asked to be kept and not known to be yet. */
  private readonly onTheirWay = new Map<Id, Kept>();
  /** Those that are being written now, or are. */
  private readonly written = new WeakSet<Kept>();
  private count = 0;

  constructor() {
    this.database = openOutbox();
    this.database.catch(() => undefined);
    // A page that goes away may not wait for the database any more; this storage writes at once.
    addEventListener('pagehide', () => this.sayLastWords());
  }

  /** The unsent Changes of a song, in the order they were made. Rejects where storage is denied, and where it does not answer in time;
   *  `late` is then called with what it says after all. */
  async unsent(songId: Id, late: (changes: readonly Change[]) => void): Promise<Change[]> {
    return inTime(this.read(songId), late);
  }

  /** The songs of which Changes are unsent. */
  async songs(): Promise<readonly Id[]> {
    const kept = await (await this.database).getAllFromIndex('unsent', 'song');
    return [...new Set([...kept.map(({ song }) => song), ...lastWords().map(({ kept: { song } }) => song)])];
  }

  /** Whether all that was asked to be kept, and is not acknowledged since, is kept. */
  get hasAll(): boolean {
    return this.onTheirWay.size === 0;
  }

  /** Keeps a Change, and those before it that could not be kept. Rejects where that cannot be done, or not in time. */
  async keep(songId: Id, change: Change): Promise<void> {
    askToStay();
    this.onTheirWay.set(change.id, { song: songId, id: change.id, change });
    const waiting = [...this.onTheirWay.values()];
    await inTime(Promise.all(waiting.map((kept) => this.write(kept))));
  }

  async drop(songId: Id, ids: readonly Id[]): Promise<void> {
    for (const id of ids) this.onTheirWay.delete(id);
    if (ids.length === 0) return;
    const gone = new Set(ids);
    const store = (await this.database).transaction('unsent', 'readwrite').store;
    for (let at = await store.index('song').openCursor(songId); at; at = await at.continue()) if (gone.has(at.value.id)) await at.delete();
  }

  /** Keeps these in place of all that is kept of a song, all at once. */
  async replace(songId: Id, changes: readonly Change[]): Promise<void> {
    const { store, done } = (await this.database).transaction('unsent', 'readwrite');
    for (let at = await store.index('song').openCursor(songId); at; at = await at.continue()) await at.delete();
    for (const change of changes) await store.add({ song: songId, id: change.id, change });
    await done;
  }

  private async read(songId: Id): Promise<Change[]> {
    const database = await this.database;
    for (const { key, kept } of lastWords().filter(({ kept: { song } }) => song === songId)) {
      await database.add('unsent', kept);
      localStorage.removeItem(key);
    }
    const seen = new Set<Id>();
    return (await database.getAllFromIndex('unsent', 'song', songId)).flatMap(({ id, change }) => {
      if (seen.has(id)) return [];
      seen.add(id);
      return [change];
    });
  }

  private async write(kept: Kept): Promise<void> {
    const database = await this.database;
    if (this.written.has(kept)) return;
    this.written.add(kept);
    try {
      await this.add(database, kept);
      this.onTheirWay.delete(kept.id);
    } catch (error) {
      this.written.delete(kept);
      throw error;
    }
  }

  private async add(database: IDBPDatabase<OutboxSchema>, kept: Kept): Promise<void> {
    const transaction = database.transaction('unsent', 'readwrite', { durability: 'relaxed' });
    const added = transaction.store.add(kept);
    // Not left to the page's next moment: it may have none.
    transaction.commit();
    await Promise.all([added, transaction.done]);
  }

  private sayLastWords(): void {
    for (const kept of this.onTheirWay.values()) {
      try {
        localStorage.setItem(`${LAST_WORDS}${String(this.count++).padStart(6, '0')} ${kept.id}`, JSON.stringify(kept));
      } catch {
        // No room there either.
      }
    }
  }
}

function lastWords(): { key: string; kept: Kept }[] {
  try {
    const keys = Object.keys(localStorage).filter((key) => key.startsWith(LAST_WORDS));
    return keys.sort().map((key) => ({ key, kept: JSON.parse(localStorage.getItem(key)!) as Kept }));
  } catch {
    return [];
  }
}

/** Where storage is denied, even to name it may throw: here that is a rejection like any other. */
async function openOutbox(): Promise<IDBPDatabase<OutboxSchema>> {
  return openDB<OutboxSchema>(NAME, 2, {
    async upgrade(database, oldVersion, _newVersion, transaction) {
      const unsent = database.createObjectStore('unsent', { autoIncrement: true });
      unsent.createIndex('song', 'song');
      if (oldVersion < 1 || !(database.objectStoreNames as DOMStringList).contains(OLD_STORE)) return;
      const old = transaction as unknown as {
        objectStore(name: string): { getAllKeys(): Promise<[Id, Id][]>; getAll(): Promise<OldKept[]> };
      };
      const [keys, values] = await Promise.all([old.objectStore(OLD_STORE).getAllKeys(), old.objectStore(OLD_STORE).getAll()]);
      const kept = values.map(({ change, order }, index) => ({ song: keys[index]![0], change, order }));
      kept.sort((a, b) => a.change.at - b.change.at || a.order - b.order);
      for (const { song, change } of kept) await unsent.add({ song, id: change.id, change });
      database.deleteObjectStore(OLD_STORE as 'unsent');
    },
    blocking(_current, _blocked, event) {
      // Another window brings a newer Yibbo: it must not wait for this one.
      (event.target as IDBDatabase).close();
    },
  });
}

interface OldKept {
  readonly change: Change;
  readonly order: number;
}

/** Settles like the promise, or rejects if it takes too long; `late` then receives its value when it does come. */
function inTime<T>(work: Promise<T>, late?: (value: T) => void): Promise<T> {
  return new Promise((resolve, reject) => {
    let isLate = false;
    const timer = setTimeout(() => {
      isLate = true;
      reject(new Error('Storage does not answer.'));
    }, PATIENCE_MS);
    work.then(
      (value) => {
        clearTimeout(timer);
        if (isLate) late?.(value);
        else resolve(value);
      },
      (error: Error) => {
        clearTimeout(timer);
        reject(error);
      },
    );
  });
}
