import Database from 'better-sqlite3';
import { drizzle, type BetterSQLite3Database } from 'drizzle-orm/better-sqlite3';
import { migrate } from 'drizzle-orm/better-sqlite3/migrator';
import { mkdirSync } from 'node:fs';
import { join } from 'node:path';

export interface OpenDatabase {
  readonly orm: BetterSQLite3Database;
  close(): void;
}

/** Opens (and makes, and brings up to date) the database in `folder`. Synchronous FULL: an acknowledged Change survives
 *  a power cut, at a few milliseconds for each transaction. */
export function openDatabase(folder: string, migrationsFolder: string): OpenDatabase {
  mkdirSync(folder, { recursive: true });
  const file = new Database(join(folder, 'yibbo.sqlite'));
  for (const pragma of ['journal_mode = WAL', 'synchronous = FULL', 'foreign_keys = ON', 'busy_timeout = 4000']) file.pragma(pragma);
  const orm = drizzle(file);
  migrate(orm, { migrationsFolder });
  return { orm, close: () => void file.close() };
}
