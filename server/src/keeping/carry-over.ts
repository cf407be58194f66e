import Database from 'better-sqlite3';

export interface CarriedOver {
  /** Names of the songs that were saved. */
  readonly saved: readonly string[];
  /** Songs that were there, of which nothing could be read. */
  readonly lost: number;
}

type Row = Record<string, unknown>;

/** Brings songs from one database file into another, row by row, so that one that cannot be read costs no other: the songs that `isWanted`,
 *  with their history, in place of those of the same id where `isReplaced`. Both files have today's tables, or the source has older ones. Meant for damaged files and for daily copies. */
export function carryOver(
  from: string,
  to: string,
  isWanted: (id: string) => boolean,
  isReplaced: (id: string) => boolean = () => false,
): CarriedOver {
  const saved: string[] = [];
  let lost = 0;
  const target = new Database(to);
  target.pragma('busy_timeout = 4000');
  try {
    const source = new Database(from);
    try {
      const places = placesIn(source);
      for (const id of new Set([...places.songs.keys(), ...places.snapshots.keys(), ...places.changes.keys()])) {
        if (!isWanted(id)) continue;
        const name = carriedOrNull(() => carrySong(source, target, places, id, isReplaced(id)));
        if (name === null) lost++;
        else saved.push(name);
      }
    } finally {
      source.close();
    }
  } finally {
    target.close();
  }
  return { saved, lost };
}

/** The places of a table's rows, by the song they belong to. Read by place, from both ends where the middle cannot be read: an index may be
 *  damaged where the rows are not. */
function placesBySong(source: Database.Database, table: string, idColumn: string): Map<string, number[]> {
  const found = new Map<string, number[]>();
  const seen = new Set<number>();
  for (const order of ['asc', 'desc']) {
    try {
      const query = `select rowid as place, ${idColumn} as id from ${table} not indexed order by rowid ${order}`;
      for (const row of source.prepare(query).iterate()) {
        const { place, id } = row as { place: number; id: unknown };
        if (seen.has(place)) break;
        seen.add(place);
        if (typeof id !== 'string') continue;
        const places = found.get(id);
        if (places) places.push(place);
        else found.set(id, [place]);
      }
      if (order === 'asc') break;
    } catch {
      // What was read is what there is from this end.
    }
  }
  return found;
}

/** The rows at these places that can be read. */
function rowsAt(source: Database.Database, table: string, places: readonly number[] = []): Row[] {
  return places.flatMap((place) => {
    try {
      return [source.prepare(`select * from ${table} where rowid = ?`).get(place) as Row];
    } catch {
      return [];
    }
  });
}

interface Places {
  readonly songs: ReadonlyMap<string, number[]>;
  readonly snapshots: ReadonlyMap<string, number[]>;
  readonly changes: ReadonlyMap<string, number[]>;
}

function placesIn(source: Database.Database): Places {
  return {
    songs: placesBySong(source, 'songs', 'id'),
    snapshots: placesBySong(source, 'snapshots', 'song_id'),
    changes: placesBySong(source, 'changes', 'song_id'),
  };
}

function carrySong(source: Database.Database, target: Database.Database, places: Places, id: string, isReplaced: boolean): string | null {
  const [snapshot] = rowsAt(source, 'snapshots', places.snapshots.get(id));
  const changes = rowsAt(source, 'changes', places.changes.get(id)).sort((a, b) => Number(a['revision']) - Number(b['revision']));
  if (!snapshot && changes.length === 0) return null;
  const [song] = rowsAt(source, 'songs', places.songs.get(id));
  const name = typeof song?.['name'] === 'string' ? song['name'] : nameIn(snapshot) || 'Song';
  const revision = Math.max(Number(snapshot?.['revision'] ?? 0), Number(changes.at(-1)?.['revision'] ?? 0));
  const times = [song?.['created_at'], song?.['changed_at']].map((time) => (typeof time === 'number' ? time : Date.now()));
  target.transaction(() => {
    if (isReplaced) for (const table of ['changes', 'snapshots']) target.prepare(`delete from ${table} where song_id = ?`).run(id);
    if (isReplaced) target.prepare('delete from songs where id = ?').run(id);
    target
      .prepare('insert into songs (id, name, revision, card, card_revision, created_at, changed_at) values (?, ?, ?, ?, -1, ?, ?)')
      .run(id, name, revision, '{}', ...times);
    if (snapshot)
      target.prepare('insert into snapshots (song_id, revision, body) values (?, ?, ?)').run(id, snapshot['revision'], snapshot['body']);
    const add = target.prepare(
      'insert into changes (song_id, revision, id, label, at, device, undoes, body) values (?, ?, ?, ?, ?, ?, ?, ?)',
    );
    for (const { revision: at, id: changeId, label, at: time, device, undoes, body } of changes)
      add.run(id, at, changeId, label, time, device, undoes, body);
  })();
  return name;
}

function carriedOrNull(carry: () => string | null): string | null {
  try {
    return carry();
  } catch {
    return null;
  }
}

function nameIn(snapshot: Row | undefined): string {
  const found = /"song":\{"id":"[^"]*","name":("(?:[^"\\]|\\.)*")/.exec(String(snapshot?.['body'] ?? ''))?.[1];
  return found ? (JSON.parse(found) as string) : '';
}
