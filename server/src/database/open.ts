import Database from 'better-sqlite3';
import { drizzle, type BetterSQLite3Database } from 'drizzle-orm/better-sqlite3';
import { migrate } from 'drizzle-orm/better-sqlite3/migrator';
import { mkdirSync } from 'node:fs';
import { join } from 'node:path';

export const DATABASE_FILE = 'yibbo.sqlite';

/** The database as queries are put to it. Whatever writes goes through `inTransaction`. */
export type Orm = BetterSQLite3Database & { readonly $client: Database.Database };

export interface OpenDatabase {
  readonly orm: Orm;
  /** Writes a copy of the whole to a file that is not there yet. Others may read and write meanwhile. */
  copyTo(path: string): void;
  /** Throws where the file is damaged. Reads all of it. */
  check(): void;
  /** From now on only reads: for a folder that cannot be written to. */
  readOnly(): void;
  /** Leaves room for so many pages of 4 kB in all. For tests of a full disk. */
  limitPages(count: number): void;
  close(): void;
}

/** How long opening waits for another program that is writing to the same file. */
const OPENING_MS = 4000;

/** Connects to the database in `folder`. Synchronous FULL: an acknowledged Change survives a power cut, at a few milliseconds for each
 *  transaction. `isAlone` is for a full disk: without other connections, nothing has to be written in order to read. */
export function connect(folder: string, isAlone = false): OpenDatabase {
  return inUse(folder, connected(folder, isAlone), isAlone);
}

function connected(folder: string, isAlone: boolean): Database.Database {
  const file = new Database(join(folder, DATABASE_FILE));
  try {
    if (isAlone) file.pragma('locking_mode = EXCLUSIVE');
    const pragmas = [`busy_timeout = ${OPENING_MS}`, 'journal_mode = WAL', 'synchronous = FULL', 'foreign_keys = ON'];
    for (const pragma of pragmas) file.pragma(pragma);
  } catch (error) {
    file.close();
    throw error;
  }
  return file;
}

function inUse(folder: string, file: Database.Database, isAlone = false): OpenDatabase {
  // From here on it is `inTransaction` that waits: the database itself would hold up the whole thread.
  file.pragma('busy_timeout = 0');
  return {
    orm: drizzle(file),
    copyTo: (path) => (isAlone ? copiedAlone(file, path) : copiedApart(join(folder, DATABASE_FILE), path)),
    check: () => {
      if (!isWhole(file)) throw Object.assign(new Error('damaged'), { code: 'SQLITE_CORRUPT' });
    },
    readOnly: () => void file.pragma('query_only = ON'),
    limitPages: (count) => void file.pragma(`max_page_count = ${count}`),
    close: () => {
      // All in one file again, which is what people copy. Where another connection or a full disk forbids it, it stays in two.
      try {
        file.pragma('wal_checkpoint(TRUNCATE)');
      } catch {
        // As it was.
      }
      file.close();
    },
  };
}

function copied(file: Database.Database, to: string): void {
  file.prepare('VACUUM INTO ?').run(to);
}

/** On the only connection there may be, which is kept from writing else. */
function copiedAlone(file: Database.Database, to: string): void {
  file.pragma('query_only = OFF');
  try {
    copied(file, to);
  } finally {
    file.pragma('query_only = ON');
  }
}

/** On a connection of its own: a copy that fails may stay under way on the one it was begun on. */
function copiedApart(from: string, to: string): void {
  const file = new Database(from);
  try {
    copied(file, to);
  } finally {
    file.close();
  }
}

/** Whether SQLite finds all pages of a file in order. Reads all of it. */
export function isWhole(file: Database.Database): boolean {
  const [first] = file.prepare('PRAGMA quick_check(1)').all() as { quick_check: string }[];
  return first?.quick_check === 'ok';
}

/** Opens (and makes, and brings up to date) the database in `folder`. */
export function openDatabase(folder: string, migrationsFolder: string): OpenDatabase {
  mkdirSync(folder, { recursive: true });
  const file = connected(folder, false);
  try {
    migrate(drizzle(file), { migrationsFolder });
  } catch (error) {
    file.close();
    throw error;
  }
  return inUse(folder, file);
}
