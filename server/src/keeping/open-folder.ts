import { existsSync, mkdirSync, renameSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { isDamage } from '../database/failures';
import { connect, DATABASE_FILE, openDatabase, type OpenDatabase } from '../database/open';
import { carryOver, type CarriedOver } from './carry-over';
import { copyDays } from './copies';

export interface OpenedFolder {
  readonly database: OpenDatabase;
  /** What people must be told of the start, in words; null where all is as it was. */
  readonly notice: string | null;
  /** There is no room to write: songs can be read and sent out. */
  readonly isReadOnly: boolean;
  /** Nothing was ever kept here. */
  readonly isNew: boolean;
}

/** Stands in a folder that songs were kept in, so that an emptied one is not taken for a new one. */
const MARK = 'kept-here.txt';
const MARK_WORDS = 'Yibbo keeps its songs in this folder: yibbo.sqlite, and a copy of each of the last seven days in copies/.\n';
const PARTS = ['', '-wal', '-shm'];

/** Opens the songs in `folder`. What is damaged or emptied is put aside and what can be read is saved from it; where nothing can be
 *  written, songs are opened for reading only. Throws where not even that goes. */
export function openFolder(folder: string, migrations: string, now: number): OpenedFolder {
  mkdirSync(folder, { recursive: true });
  const wasKept = existsSync(join(folder, MARK)) || copyDays(folder).length > 0;
  const isNew = !wasKept && isEmptied(folder);
  if (wasKept && !isEmptied(folder) && !hasRoom(folder)) return { database: reading(folder), notice: null, isReadOnly: true, isNew: false };
  if (wasKept && isEmptied(folder)) return mended(folder, migrations, now, 'The file that songs were kept in was empty or gone.');
  try {
    const database = openChecked(folder, migrations);
    mark(folder);
    return { database, notice: null, isReadOnly: false, isNew };
  } catch (error) {
    if (isDamage(error)) return mended(folder, migrations, now, 'The file that songs are kept in was damaged.');
    throw error;
  }
}

function openChecked(folder: string, migrations: string): OpenDatabase {
  const database = openDatabase(folder, migrations);
  try {
    database.check();
  } catch (error) {
    database.close();
    throw error;
  }
  return database;
}

/** Room that SQLite needs to begin at all, for what several connections share. Tried out rather than asked for: a connection that found none
 *  keeps the file locked for the next. */
const ROOM_BYTES = 256 * 1024;

function hasRoom(folder: string): boolean {
  const probe = join(folder, 'room.tmp');
  try {
    writeFileSync(probe, Buffer.alloc(ROOM_BYTES));
    return true;
  } catch {
    return false;
  } finally {
    rmSync(probe, { force: true, recursive: true });
  }
}

function isEmptied(folder: string): boolean {
  const path = join(folder, DATABASE_FILE);
  return !existsSync(path) || statSync(path).size === 0;
}

function mark(folder: string): void {
  try {
    if (!existsSync(join(folder, MARK))) writeFileSync(join(folder, MARK), MARK_WORDS);
  } catch {
    // Without room the mark comes another time.
  }
}

/** Opens the songs without writing anything, not even what several connections would share. */
function reading(folder: string): OpenDatabase {
  const database = connect(folder, true);
  database.readOnly();
  return database;
}

function mended(folder: string, migrations: string, now: number, what: string): OpenedFolder {
  const aside = putAside(folder, now);
  const database = openDatabase(folder, migrations);
  const saved = aside ? savedFrom(join(aside, DATABASE_FILE), join(folder, DATABASE_FILE)) : { saved: [], lost: 0 };
  mark(folder);
  const notice = [what, savedWords(saved), copyWords(copyDays(folder)), aside && `What was there is kept in ${aside}.`]
    .filter(Boolean)
    .join(' ');
  return { database, notice, isReadOnly: false, isNew: false };
}

function putAside(folder: string, now: number): string | null {
  const there = PARTS.map((part) => `${DATABASE_FILE}${part}`).filter((name) => existsSync(join(folder, name)));
  if (there.length === 0) return null;
  const aside = join(folder, `damaged-${new Date(now).toISOString().replace(/[:.]/g, '-')}`);
  mkdirSync(aside, { recursive: true });
  for (const name of there) renameSync(join(folder, name), join(aside, name));
  return aside;
}

function savedFrom(from: string, to: string): CarriedOver {
  try {
    return carryOver(from, to, () => true);
  } catch {
    return { saved: [], lost: 0 };
  }
}

function savedWords({ saved, lost }: CarriedOver): string {
  if (saved.length === 0) return 'No song could be read from it.';
  const names = saved.slice(0, 5).join(', ') + (saved.length > 5 ? ` and ${saved.length - 5} more` : '');
  return `Saved from it: ${names}.${lost ? ` Not to be read: ${lost}.` : ''}`;
}

function copyWords(days: readonly string[]): string {
  return days.length ? `There are copies of earlier days (the newest of ${days[0]}): bring songs back from them under Settings.` : '';
}
