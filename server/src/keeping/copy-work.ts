import Database from 'better-sqlite3';
import { rmSync } from 'node:fs';
import { join } from 'node:path';
import { DATABASE_FILE, isWhole, type OpenDatabase } from '../database/open';
import { textOf } from '../database/safe-text';
import { carryBelongings, carryOver } from './carry-over';

/** A song as a copy has it. */
export interface SongInCopy {
  readonly id: string;
  readonly name: string;
  readonly revision: number;
  /** The Change that made this revision; null for a song as it began. */
  readonly head: string | null;
  readonly changedAt: number;
}

/** A song that is to be brought back from a copy: under its own id, or under another and another name beside the one that is here. */
export interface Wanted {
  readonly id: string;
  readonly beside?: { readonly id: string; readonly name: string };
}

/** Work on copies of all songs, which may be of any size: never on the thread that answers requests. Arguments and results are plain data. */
export interface CopyWork {
  /** Writes a copy of all there is to a file that is not there yet. */
  make(path: string): Promise<void>;
  /** Opens a copy and reads all of it; gives how many songs are in it that were not deleted. Throws where it cannot be read. */
  count(path: string): Promise<number>;
  /** The songs in a copy that were not deleted, last changed first; just the one where `id` is given. Throws where the file is no copy. */
  look(path: string, id?: string): Promise<readonly SongInCopy[]>;
  /** Brings songs back; gives the names of those that came. */
  bring(path: string, wanted: readonly Wanted[]): Promise<readonly string[]>;
  /** Brings back what belongs to the person: what is not here. */
  bringBelongings(path: string): Promise<void>;
  /** A copy without what is only this machine's: its code and the devices that know it. */
  pack(path: string): Promise<void>;
}

export class Copies implements CopyWork {
  constructor(
    private readonly folder: string,
    private readonly database: Pick<OpenDatabase, 'copyTo'>,
  ) {}

  async make(path: string): Promise<void> {
    this.database.copyTo(path);
  }

  async count(path: string): Promise<number> {
    return reading(path, (file) => {
      if (!isWhole(file)) throw new Error(`The copy ${path} cannot be read.`);
      const bodies = file
        .prepare('select count(*) as count from songs join snapshots on song_id = songs.id where deleted_at is null and json_valid(body)')
        .get();
      return (bodies as { count: number }).count;
    });
  }

  async look(path: string, id?: string): Promise<readonly SongInCopy[]> {
    return reading(path, (file) => {
      const columns = (file.pragma('table_info(songs)') as { name: string }[]).map(({ name }) => name);
      const rows = file
        .prepare(
          `select cast(id as blob) as id, cast(name as blob) as name, revision, changed_at as changedAt,
             (select cast(changes.id as blob) from changes where song_id = songs.id and changes.revision = songs.revision) as head
           from songs where ${columns.includes('deleted_at') ? 'deleted_at is null' : 'true'} and (? is null or id = ?)
           order by changed_at desc`,
        )
        .all(id ?? null, id ?? null) as (Pick<SongInCopy, 'revision' | 'changedAt'> & Readonly<Record<'id' | 'name' | 'head', unknown>>)[];
      return rows.map(({ id: song, name, revision, head, changedAt }) => ({
        id: textOf(song) ?? '',
        name: textOf(name) ?? 'Song',
        revision,
        head: textOf(head),
        changedAt,
      }));
    });
  }

  async bring(path: string, wanted: readonly Wanted[]): Promise<readonly string[]> {
    const ways = new Map(wanted.map(({ id, beside }) => [id, beside ? { id: beside.id, name: () => beside.name } : {}]));
    const { saved } = carryOver(path, join(this.folder, DATABASE_FILE), (id) => ways.get(id) ?? null);
    return saved.map(({ name }) => name);
  }

  async bringBelongings(path: string): Promise<void> {
    carryBelongings(path, join(this.folder, DATABASE_FILE));
  }

  async pack(path: string): Promise<void> {
    rmSync(path, { force: true });
    this.database.copyTo(path);
    const file = new Database(path);
    try {
      file.exec('delete from devices; delete from settings; vacuum');
    } finally {
      file.close();
    }
  }
}

/** Reads a file that may come from anywhere: nothing in it is run by itself, and nothing is written to it. */
function reading<T>(path: string, read: (file: Database.Database) => T): T {
  const file = new Database(path, { readonly: true });
  try {
    file.pragma('trusted_schema = OFF');
    return read(file);
  } finally {
    file.close();
  }
}
