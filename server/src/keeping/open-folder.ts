import {
  accessSync,
  constants,
  existsSync,
  mkdirSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  renameSync,
  rmSync,
  statSync,
  writeFileSync,
} from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { isDamage } from '../database/failures';
import { connect, DATABASE_FILE, openDatabase, type OpenDatabase } from '../database/open';
import { EPOCH_KEY } from '../database/belongings';
import { carryBelongings, carryHouse, carryOver, type CarriedOver } from './carry-over';
import { dayCopies } from './copies';

/** There is no room, or the folder or the file in it may not be written to. */
export type ReadOnly = 'noRoom' | 'folder';

export interface OpenedFolder {
  readonly database: OpenDatabase;
  /** A notice about the start; null where nothing is unusual. */
  readonly notice: string | null;
  /** Why nothing can be written, where that is so: songs can be read and sent out. */
  readonly readOnly: ReadOnly | null;
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
  clearAway(folder);
  const wasKept = existsSync(join(folder, MARK)) || dayCopies(folder).length > 0;
  const isNew = !wasKept && isEmptied(folder);
  const readOnly = isEmptied(folder) ? null : whyReadOnly(folder);
  if (readOnly) return { database: reading(folder, readOnly), notice: null, readOnly, isNew: false };
  if (wasKept && isEmptied(folder)) return mended(folder, migrations, now, 'The file that songs were kept in was empty or gone.');
  try {
    const database = openChecked(folder, migrations);
    mark(folder);
    return { database, notice: null, readOnly: null, isNew };
  } catch (error) {
    if (isDamage(error)) return mended(folder, migrations, now, 'The file that songs are kept in was damaged.');
    throw error;
  }
}

/** Removes what was on its way when Yibbo ended. */
function clearAway(folder: string): void {
  for (const name of readdirSync(folder))
    if (name.endsWith('.tmp')) orLeave(() => rmSync(join(folder, name), { force: true, recursive: true }));
}

function orLeave(act: () => void): void {
  try {
    act();
  } catch {
    // It stays as it is.
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
const FORBIDDEN = ['EACCES', 'EPERM', 'EROFS'];

function whyReadOnly(folder: string): ReadOnly | null {
  const probe = join(folder, 'room');
  try {
    writeFileSync(probe, Buffer.alloc(ROOM_BYTES));
    accessSync(join(folder, DATABASE_FILE), constants.W_OK);
    return null;
  } catch (error) {
    return FORBIDDEN.includes((error as NodeJS.ErrnoException).code ?? '') ? 'folder' : 'noRoom';
  } finally {
    orLeave(() => rmSync(probe, { force: true, recursive: true }));
  }
}

function isEmptied(folder: string): boolean {
  const path = join(folder, DATABASE_FILE);
  return !existsSync(path) || statSync(path).size === 0;
}

function mark(folder: string): void {
  // Without room the mark comes another time.
  orLeave(() => existsSync(join(folder, MARK)) || writeFileSync(join(folder, MARK), MARK_WORDS));
}

/** Opens the songs without writing anything beside them, not even what several connections would share. SQLite reads a folder that may not be
 *  written to only where nobody else ever writes there: so it is given a copy elsewhere. */
function reading(folder: string, why: ReadOnly): OpenDatabase {
  const elsewhere = why === 'folder' ? copiedElsewhere(folder) : null;
  const database = elsewhere ? connect(elsewhere) : connect(folder, true);
  database.readOnly();
  return {
    ...database,
    close: () => {
      database.close();
      if (elsewhere) rmSync(elsewhere, { recursive: true, force: true });
    },
  };
}

function copiedElsewhere(folder: string): string {
  const elsewhere = mkdtempSync(join(tmpdir(), 'yibbo-reading-'));
  for (const part of ['', '-wal']) {
    const from = join(folder, `${DATABASE_FILE}${part}`);
    if (!existsSync(from)) continue;
    writeFileSync(join(elsewhere, `${DATABASE_FILE}${part}`), readFileSync(from));
  }
  return elsewhere;
}

function mended(folder: string, migrations: string, now: number, what: string): OpenedFolder {
  const aside = putAside(folder, now);
  const database = openDatabase(folder, migrations);
  const saved = aside ? savedFrom(join(aside, DATABASE_FILE), join(folder, DATABASE_FILE)) : { saved: [], lost: 0 };
  mark(folder);
  const copies = dayCopies(folder).map(({ day }) => day);
  const words = [what, savedWords(saved), missingWords(saved), copyWords(copies), aside && `What was there is kept in ${aside}.`];
  return { database, notice: words.filter(Boolean).join(' '), readOnly: null, isNew: false };
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
  orLeave(() => carryHouse(from, to, [EPOCH_KEY]));
  orLeave(() => carryBelongings(from, to));
  try {
    return carryOver(from, to, () => ({}));
  } catch {
    return { saved: [], lost: 0 };
  }
}

/** The first few of many names. */
function someOf(names: readonly string[]): string {
  return names.slice(0, 5).join(', ') + (names.length > 5 ? ` and ${names.length - 5} more` : '');
}

function missingWords({ saved }: CarriedOver): string {
  const names = saved.filter(({ missing }) => missing !== null).map(({ name }) => name);
  return names.length ? `Not all of it could be read of: ${someOf(names)}.` : '';
}

function savedWords({ saved, lost }: CarriedOver): string {
  if (saved.length === 0) return 'No song could be read from it.';
  return `Saved from it: ${someOf(saved.map(({ name }) => name))}.${lost ? ` Not to be read: ${lost}.` : ''}`;
}

function copyWords(days: readonly string[]): string {
  return days.length ? `There are copies of earlier days (the newest of ${days[0]}): bring songs back from them under Settings.` : '';
}
