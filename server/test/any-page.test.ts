import { newSong, newTrack, soundById, withTrack, type Change, type Document } from '@yibbo/core';
import { cpSync, mkdtempSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { SongQueries } from '../src/database/songs';
import { openFolder } from '../src/keeping/open-folder';
import { makeKeeper } from '../src/songs/make-keeper';

jest.setTimeout(180_000);

const migrations = join(__dirname, '../migrations');
const PAGE = 4096;
const root = mkdtempSync(join(tmpdir(), 'yibbo-page-'));
afterAll(() => rmSync(root, { recursive: true, force: true }));

let count = 0;
const newId = () => `song-or-thing-${++count}`;

function smallSong(name: string): Document {
  const song = newSong(newId(), name, 1);
  return withTrack(song, newTrack(song, soundById('lamp-keys'), newId));
}

/** Changes that each draw a note; with much to say, so that a song's take several pages. */
function drawn(song: Document, many: number): Change[] {
  const patternId = song.patterns[0]!.id;
  return Array.from({ length: many }, (_, index) => {
    const note = { id: newId(), patternId, start: index * 10, length: 5, pitch: 60, velocity: 90, muted: false };
    return {
      id: newId(),
      label: 'x'.repeat(200),
      at: 0,
      device: 'd',
      entries: [{ kind: 'create', of: 'notes', entities: [note as never] }],
    };
  });
}

interface Fact {
  readonly name: string;
  readonly json: string;
}

async function filled(folder: string): Promise<ReadonlyMap<string, Fact>> {
  const { database } = openFolder(folder, migrations, Date.now());
  const [queries, keeper] = [new SongQueries(database.orm, () => 7), makeKeeper(database)];
  const facts = new Map<string, Fact>();
  for (const [name, many] of [
    ['Ebb', 30],
    ['Flood', 3],
    ['Slack', 0],
    ['Neap', 230],
    ['Spring', 12],
  ] as const) {
    const song = smallSong(name);
    await queries.create(song);
    if (many) await keeper.take(song.song.id, Buffer.from(JSON.stringify({ base: 0, changes: drawn(song, many) })));
    const { song: now, revision } = JSON.parse(Buffer.from(await keeper.read(song.song.id)).toString()) as {
      song: Document;
      revision: number;
    };
    facts.set(song.song.id, { name, json: JSON.stringify([now, revision]) });
  }
  database.close();
  return facts;
}

it.each([
  ['whole page', 0, PAGE, 1],
  ['512 bytes within a page', 3000, 512, 3],
])(
  'whichever %s of the file is overwritten, each song that is there afterwards is all it was, or says that it is not',
  async (_what, from, bytesLost, every) => {
    const whole = join(root, `whole-${from}`);
    const facts = await filled(whole);
    const pages = statSync(join(whole, 'yibbo.sqlite')).size / PAGE;
    expect(pages).toBeGreaterThan(30);
    let [same, said] = [0, 0];
    for (let page = 0; page < pages; page += every) {
      const folder = join(root, `page-${from}-${page}`);
      cpSync(whole, folder, { recursive: true });
      const path = join(folder, 'yibbo.sqlite');
      const bytes = readFileSync(path);
      bytes.fill(0xa5, page * PAGE + from, page * PAGE + from + bytesLost);
      writeFileSync(path, bytes);
      for (const part of ['-wal', '-shm']) rmSync(path + part, { force: true });

      const { database, notice } = openFolder(folder, migrations, Date.now());
      const [queries, keeper] = [new SongQueries(database.orm, () => 8), makeKeeper(database)];
      const listed = new Map((await queries.list(false)).map((song) => [song.id, song]));
      for (const [id, { name, json }] of facts) {
        const read = await keeper.read(id).then(
          (bytesOf) => JSON.parse(Buffer.from(bytesOf).toString()) as { song: Document; revision: number; missing?: number },
          () => null,
        );
        const isSame = read !== null && JSON.stringify([read.song, read.revision]) === json;
        // A song that cannot be opened says so in the list by itself.
        const isSaid =
          read === null ? notice !== null || listed.has(id) : read.missing !== undefined && listed.get(id)?.missing === read.missing;
        expect([page, name, isSame || isSaid]).toEqual([page, name, true]);
        if (isSame) same++;
        else said++;
      }
      database.close();
      rmSync(folder, { recursive: true });
    }
    // Most of it is saved whatever is hit.
    expect(same).toBeGreaterThan(said * 3);
  },
);
