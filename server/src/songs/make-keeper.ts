import { nanoid } from 'nanoid';
import type { OpenDatabase } from '../database/open';
import { SongQueries } from '../database/songs';
import { SongKeeper } from './keeper';

/** A keeper of the songs in a database, with real ids, seeds and time. */
export function makeKeeper(database: Pick<OpenDatabase, 'orm'>): SongKeeper {
  return new SongKeeper({
    queries: new SongQueries(database.orm, () => Date.now()),
    newId: () => nanoid(),
    newSeed,
  });
}

/** A seed for a new song's chances: 32 bits. */
export function newSeed(): number {
  return Math.floor(Math.random() * 0xffffffff);
}
