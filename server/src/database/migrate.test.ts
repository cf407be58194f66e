import Database from 'better-sqlite3';
import { labelOf, notesOf, type Change, type Document } from '@yibbo/core';
import { demoSong } from '@yibbo/core/demo';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { createHash } from 'node:crypto';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { openDatabase } from './open';
import { LiveSongs } from '../live/live-songs';
import { makeKeeper } from '../songs/make-keeper';
import { SongQueries } from './songs';

const migrations = join(__dirname, '../../migrations');

/** A database as the first version of Yibbo left it: whole songs in the songs table, and one Change after the snapshot. */
function firstVersion(folder: string, document: ReturnType<typeof demoSong>, change: Change): void {
  const file = new Database(join(folder, 'yibbo.sqlite'));
  const sql = readFileSync(join(migrations, '0000_songs.sql'), 'utf8');
  for (const statement of sql.split('--> statement-breakpoint')) file.exec(statement);
  file.exec('create table __drizzle_migrations (id integer primary key, hash text not null, created_at numeric)');
  const journal = JSON.parse(readFileSync(join(migrations, 'meta/_journal.json'), 'utf8')) as { entries: { when: number }[] };
  const hash = createHash('sha256').update(sql).digest('hex');
  file.prepare('insert into __drizzle_migrations (hash, created_at) values (?, ?)').run(hash, journal.entries[0]!.when);
  const { id, name } = document.song;
  file
    .prepare(
      'insert into songs (id, name, revision, snapshot, snapshot_revision, card, created_at, changed_at) values (?, ?, 1, ?, 0, ?, 5, 6)',
    )
    .run(id, name, JSON.stringify(document), '{}');
  const { label, at, device } = labelOf(change);
  file
    .prepare('insert into changes (song_id, revision, id, label, at, device, body) values (?, 1, ?, ?, ?, ?, ?)')
    .run(id, change.id, label, at, device, JSON.stringify(change));
  file.close();
}

it('a database of the first version is brought up to date with its songs, their changes and their history whole', async () => {
  const folder = mkdtempSync(join(tmpdir(), 'yibbo-old-'));
  let made = 0;
  const document = demoSong(() => `m${++made}`);
  const patternId = document.patterns[0]!.id;
  const first = notesOf(document, patternId)[0]!;
  const change: Change = {
    id: 'louder',
    label: 'Velocity',
    at: 7,
    device: 'd',
    entries: [{ kind: 'edit', of: 'notes', in: patternId, ids: [first.id], fields: { velocity: [[first.velocity], [1]] } }],
  };
  firstVersion(folder, document, change);

  const database = openDatabase(folder, migrations);
  const keeper = makeKeeper(database);
  const loaded = JSON.parse(Buffer.from(await keeper.read(document.song.id)).toString()) as {
    song: Document;
    revision: number;
    history: unknown;
  };
  expect(loaded).toMatchObject({ revision: 1, history: [{ label: 'Velocity' }] });
  expect(notesOf(loaded.song, patternId)[0]).toEqual({ ...first, velocity: 1 });
  // Its card is made anew when the songs are listed.
  const live = new LiveSongs(new SongQueries(database.orm, () => 1_000), keeper, keeper);
  expect(await live.list()).toMatchObject([{ name: 'Last Boat Home', bars: 44, bpm: 92 }]);
  database.close();
  rmSync(folder, { recursive: true, force: true });
});
