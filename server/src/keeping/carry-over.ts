import Database from 'better-sqlite3';
import { textOf } from '../database/safe-text';

/** How a song goes over: under its own id, or under another one beside a song that is there, with a name that says what it is. */
export type Way = { readonly id?: undefined } | { readonly id: string; readonly name: (own: string) => string };

export interface CarriedOver {
  /** The songs that were saved. */
  readonly saved: readonly Carried[];
  /** Songs that were there, of which nothing could be read. */
  readonly lost: number;
}

export interface Carried {
  readonly id: string;
  readonly name: string;
  /** How many of its newest Changes could not be read; 0 where some may be missing and that cannot be told, null where none is. */
  readonly missing: number | null;
}

type Row = Readonly<Record<string, unknown>>;

/** Brings songs from one database file into another, row by row, so that one that cannot be read costs no other, each with its history and
 *  the way `wayOf` says; null leaves it. Both files have today's tables, or the source has older ones. Meant for damaged files and for copies. */
export function carryOver(from: string, to: string, wayOf: (id: string) => Way | null): CarriedOver {
  return withBoth(from, to, (source, target) => {
    const saved: Carried[] = [];
    let lost = 0;
    const found = findRows(source);
    for (const id of new Set([...found.songs.places.keys(), ...found.snapshots.places.keys(), ...found.changes.places.keys()])) {
      const way = wayOf(id);
      if (!way) continue;
      const carried = orNull(() => carrySong(target, songRows(source, found, id), way));
      if (carried) saved.push(carried);
      else lost++;
    }
    return { saved, lost };
  });
}

/** Brings over what the machine knows of its house: devices, and settings other than those named. Rows that are there already stay. */
export function carryHouse(from: string, to: string, otherThan: readonly string[]): void {
  withBoth(from, to, (source, target) => {
    for (const table of ['devices', 'settings'])
      for (const row of readable(source, table))
        if (!otherThan.includes(String(row['key']))) orNull(() => target.add(table, row, 'or ignore'));
  });
}

/** Brings over what is the person's own and not there yet. */
export function carryBelongings(from: string, to: string): void {
  withBoth(from, to, (source, target) => {
    const last = new Map(readable(source, 'belongings').map((row) => [`${String(row['kind'])} ${String(row['thing'])}`, row]));
    const known = new Set(target.all('select kind, thing from belongings').map(({ kind, thing }) => `${String(kind)} ${String(thing)}`));
    for (const [which, { put_id, kind, thing, value }] of last)
      if (value !== null && !known.has(which)) orNull(() => target.add('belongings', { put_id, kind, thing, value }, 'or ignore'));
  });
}

/** The rows of a table that can be read, in their order; none where there is no such table. */
function readable(source: Database.Database, table: string): Row[] {
  const places = orNull(() => source.prepare(`select rowid as place from ${table} order by rowid`).all() as { place: number }[]) ?? [];
  return rowsAt(
    source,
    table,
    places.map(({ place }) => place),
  ).rows;
}

function withBoth<T>(from: string, to: string, work: (source: Database.Database, target: Target) => T): T {
  const file = new Database(to);
  file.pragma('busy_timeout = 10000');
  try {
    const source = new Database(from);
    // Do not run functions that a foreign file's schema may call.
    source.pragma('trusted_schema = OFF');
    try {
      return work(source, new Target(file));
    } finally {
      source.close();
    }
  } finally {
    file.close();
  }
}

interface Found {
  /** Places of rows, by the song they belong to. */
  readonly places: ReadonlyMap<string, number[]>;
  /** Whether all of the table could be read. */
  readonly isWhole: boolean;
}

/** Where a table's rows are. Read by place, from both ends where the middle cannot be read: an index may be damaged where the rows are not. */
function findIn(source: Database.Database, table: string, idColumn: string): Found {
  const places = new Map<string, number[]>();
  const seen = new Set<number>();
  for (const order of ['asc', 'desc']) {
    try {
      const query = `select rowid as place, cast(${idColumn} as blob) as id from ${table} not indexed order by rowid ${order}`;
      for (const row of source.prepare(query).iterate()) {
        const { place, id: bytes } = row as { place: number; id: unknown };
        const id = textOf(bytes);
        if (seen.has(place)) break;
        seen.add(place);
        if (id === null) continue;
        const known = places.get(id);
        if (known) known.push(place);
        else places.set(id, [place]);
      }
      if (order === 'asc') return { places, isWhole: true };
    } catch {
      // The rows read are all that this end reaches.
    }
  }
  return { places, isWhole: false };
}

function findRows(source: Database.Database) {
  return {
    songs: findIn(source, 'songs', 'id'),
    snapshots: findIn(source, 'snapshots', 'song_id'),
    changes: findIn(source, 'changes', 'song_id'),
  };
}

/** The rows at these places that can be read. Texts are read as bytes (see safeText), and a row of which one is no text any more is none. */
function rowsAt(source: Database.Database, table: string, places: readonly number[] = []): { rows: Row[]; isWhole: boolean } {
  const columns = orNull(() => columnsOf(source, table)) ?? [];
  if (columns.length === 0) return { rows: [], isWhole: places.length === 0 };
  const asBytes = columns.map(
    (column) => `case typeof(${column}) when 'text' then cast(${column} as blob) else ${column} end as ${column}`,
  );
  const rows = places.flatMap(
    (place) => orNull(() => [rowAt(source, `select ${asBytes.join()} from ${table} where rowid = ?`, place)]) ?? [],
  );
  return { rows, isWhole: rows.length === places.length };
}

/** Throws where the row cannot be read. */
function rowAt(source: Database.Database, query: string, place: number): Row {
  const read = source.prepare(query).get(place) as Row;
  return Object.fromEntries(
    Object.entries(read).map(([column, value]) => [column, value instanceof Uint8Array ? STRICT.decode(value) : value]),
  );
}

const STRICT = new TextDecoder('utf-8', { fatal: true });

function columnsOf(file: Database.Database, table: string): string[] {
  return (file.pragma(`table_info(${table})`) as { name: string }[]).map(({ name }) => name);
}

/** The readable part of a song. */
interface SongRows {
  readonly id: string;
  readonly song: Row | undefined;
  readonly snapshot: Row | undefined;
  /** In order of their revisions. */
  readonly changes: readonly Row[];
  readonly isWhole: boolean;
}

function songRows(source: Database.Database, found: ReturnType<typeof findRows>, id: string): SongRows {
  const changes = rowsAt(source, 'changes', found.changes.places.get(id));
  return {
    id,
    song: rowsAt(source, 'songs', found.songs.places.get(id)).rows[0],
    snapshot: rowsAt(source, 'snapshots', found.snapshots.places.get(id)).rows[0],
    changes: changes.rows.sort((a, b) => Number(a['revision']) - Number(b['revision'])),
    isWhole: found.changes.isWhole && changes.isWhole,
  };
}

/** How far a song can be read, and what its row says there should be beyond that. */
function standing({ song, snapshot, changes, isWhole }: SongRows): { revision: number; missing: number | null } {
  const revision = Math.max(Number(snapshot?.['revision'] ?? 0), Number(changes.at(-1)?.['revision'] ?? 0));
  const said = song?.['revision'];
  if (typeof said === 'number') return { revision, missing: said > revision ? said - revision : null };
  return { revision, missing: isWhole ? null : 0 };
}

function carrySong(target: Target, rows: SongRows, way: Way): Carried | null {
  const { song, snapshot, changes } = rows;
  if (!snapshot && changes.length === 0) return null;
  const own = typeof song?.['name'] === 'string' ? song['name'] : nameIn(snapshot) || 'Song';
  const id = way.id ?? rows.id;
  const name = way.id === undefined ? own : way.name(own).slice(0, 200);
  const { revision, missing } = standing(rows);
  const inIts = (row: Row) => (id === rows.id ? row : { ...row, song_id: id, body: renamed(row['body'], rows.id, id) });
  const added = id === rows.id ? [] : [renaming(id, revision + 1, own, name)];
  const timeOf = (column: string) => (typeof song?.[column] === 'number' ? song[column] : Date.now());
  target.whole(() => {
    target.add('songs', {
      id,
      name,
      revision: revision + added.length,
      card: '{}',
      card_revision: -1,
      created_at: timeOf('created_at'),
      changed_at: timeOf('changed_at'),
      deleted_at: id === rows.id ? (song?.['deleted_at'] ?? null) : null,
      missing: missing ?? song?.['missing'] ?? null,
    });
    if (snapshot) target.add('snapshots', inIts(snapshot));
    for (const change of changes) target.add('changes', inIts(change));
    for (const change of added) target.add('changes', change);
  });
  return { id, name, missing };
}

/** A song's JSON under another id. Ids are random and stand in quotes, so that nothing else is met. */
function renamed(body: unknown, from: string, to: string): unknown {
  return typeof body === 'string' ? body.replaceAll(`"${from}"`, `"${to}"`) : body;
}

/** The step of a song's history that gives it another name. */
function renaming(songId: string, revision: number, before: string, after: string): Row {
  const label = `Rename song to ${after}`.slice(0, 300);
  const id = `beside-${songId}`;
  const entries = [{ kind: 'edit', of: 'song', ids: [songId], fields: { name: [[before], [after]] } }];
  const at = Date.now();
  return { song_id: songId, revision, id, label, at, device: 'server', body: JSON.stringify({ id, label, at, device: 'server', entries }) };
}

/** Adds rows to the tables of a file, with those of their columns that these have. */
class Target {
  private readonly columns = new Map<string, ReadonlySet<string>>();
  private readonly statements = new Map<string, Database.Statement>();

  constructor(private readonly file: Database.Database) {}

  all(sql: string): Row[] {
    return this.file.prepare(sql).all() as Row[];
  }

  whole(work: () => void): void {
    this.file.transaction(work)();
  }

  add(table: string, row: Row, orElse = ''): void {
    const columns = Object.keys(row).filter((column) => this.columnsOf(table).has(column));
    const sql = `insert ${orElse} into ${table} (${columns.join()}) values (${columns.map(() => '?').join()})`;
    const statement = this.statements.get(sql) ?? this.file.prepare(sql);
    this.statements.set(sql, statement);
    statement.run(...columns.map((column) => row[column]));
  }

  private columnsOf(table: string): ReadonlySet<string> {
    const known = this.columns.get(table);
    if (known) return known;
    const columns = new Set(columnsOf(this.file, table));
    this.columns.set(table, columns);
    return columns;
  }
}

function orNull<T>(act: () => T): T | null {
  try {
    return act();
  } catch {
    return null;
  }
}

function nameIn(snapshot: Row | undefined): string {
  const found = /"song":\{"id":"[^"]*","name":("(?:[^"\\]|\\.)*")/.exec(String(snapshot?.['body'] ?? ''))?.[1];
  return found ? (JSON.parse(found) as string) : '';
}
