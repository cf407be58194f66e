import Database from 'better-sqlite3';
import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { databaseCode } from '../database/failures';

/** A folder that another Yibbo works on. */
export class FolderInUse extends Error {}

/** Takes a folder for this process alone, until the process ends in whatever way: the lock is the operating system's, on an SQLite file of
 *  its own, so that a crash leaves none behind. Throws FolderInUse where another process has it. */
export function takeFolder(folder: string, who: string): { release(): void } {
  const note = join(folder, 'in-use.txt');
  const file = new Database(join(folder, 'in-use.sqlite'));
  try {
    file.exec('BEGIN EXCLUSIVE');
  } catch (error) {
    file.close();
    if (databaseCode(error) === 'SQLITE_BUSY') throw new FolderInUse(inUseWords(folder, note));
    throw error;
  }
  try {
    writeFileSync(note, who);
  } catch {
    // Only says who it is.
  }
  return { release: () => void file.close() };
}

function inUseWords(folder: string, note: string): string {
  let who = '';
  try {
    who = ` (${readFileSync(note, 'utf8').trim()})`;
  } catch {
    // Not known.
  }
  return `Another Yibbo is running on the songs in ${folder}${who}. Use that one, or stop it first. For songs of its own, give this one another folder: YIBBO_DATA=other npm start`;
}
