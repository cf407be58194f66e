import Database from 'better-sqlite3';
import { drizzle, type BetterSQLite3Database } from 'drizzle-orm/better-sqlite3';
import { migrate } from 'drizzle-orm/better-sqlite3/migrator';
import { mkdirSync } from 'node:fs';
import { join } from 'node:path';

export const DATABASE_FILE = 'yibbo.sqlite';

export interface OpenDatabase {
  readonly orm: BetterSQLite3Database;
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

/** Connects to the database in `folder`. Synchronous FULL: an acknowledged Change survives a power cut, at a few milliseconds for each
 *  transaction. `isAlone` is for a full disk: without other connections, nothing has to be written in order to read. */
export function connect(folder: string, isAlone = false): OpenDatabase {
  const file = new Database(join(folder, DATABASE_FILE));
  try {
    if (isAlone) file.pragma('locking_mode = EXCLUSIVE');
    for (const pragma of ['busy_timeout = 4000', 'journal_mode = WAL', 'synchronous = FULL', 'foreign_keys = ON']) file.pragma(pragma);
  } catch (error) {
    file.close();
    throw error;
  }
  return {
    orm: drizzle(file),
    copyTo: (path) => void file.prepare('VACUUM INTO ?').run(path),
    check: () => {
      const [first] = file.prepare('PRAGMA quick_check(1)').all() as { quick_check: string }[];
      if (first?.quick_check !== 'ok') throw Object.assign(new Error(first?.quick_check ?? 'damaged'), { code: 'SQLITE_CORRUPT' });
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

/** Opens (and makes, and brings up to date) the database in `folder`. */
export function openDatabase(folder: string, migrationsFolder: string): OpenDatabase {
  mkdirSync(folder, { recursive: true });
  const database = connect(folder);
  try {
    migrate(database.orm, { migrationsFolder });
  } catch (error) {
    database.close();
    throw error;
  }
  return database;
}
