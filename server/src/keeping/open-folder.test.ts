import { demoSong } from '@yibbo/core/demo';
import { chmodSync, mkdtempSync, readdirSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { SongQueries } from '../database/songs';
import { makeKeeper } from '../songs/make-keeper';
import { Copies } from './copy-work';
import { takeFolder } from './lock';
import { openFolder } from './open-folder';

const migrations = join(__dirname, '../../migrations');
const folder = mkdtempSync(join(tmpdir(), 'yibbo-read-only-'));
const NOBODY = 65534;

/** Does something as somebody who may read the folder and not write to it: root may do both whatever a folder says. */
async function asReader<T>(work: () => Promise<T>): Promise<T> {
  const isRoot = process.getuid?.() === 0;
  for (const name of readdirSync(folder)) chmodSync(join(folder, name), 0o444);
  chmodSync(folder, 0o555);
  if (isRoot) process.seteuid!(NOBODY);
  try {
    return await work();
  } finally {
    if (isRoot) process.seteuid!(0);
    chmodSync(folder, 0o755);
    for (const name of readdirSync(folder)) chmodSync(join(folder, name), 0o644);
  }
}

afterAll(() => rmSync(folder, { recursive: true, force: true }));

it('a folder that may only be read is opened for reading: its songs open, with what was saved last, and nothing is written to it', async () => {
  const first = openFolder(folder, migrations, Date.now());
  let count = 0;
  const song = demoSong(() => `r${++count}`);
  await new SongQueries(first.database.orm, () => 5).create(song);
  // Not closed: what was saved last stands in the file beside the songs, as after a power cut.
  const before = readdirSync(folder).sort();
  await asReader(async () => {
    // The lock cannot be taken either, and is not needed.
    expect(() => takeFolder(folder, 'me')).toThrow();
    const { database, readOnly, notice } = openFolder(folder, migrations, Date.now());
    expect([readOnly, notice]).toEqual(['folder', null]);
    const read = JSON.parse(Buffer.from(await makeKeeper(database).read(song.song.id)).toString()) as { song: unknown };
    expect(read.song).toEqual(JSON.parse(JSON.stringify(song)));
    await expect(new SongQueries(database.orm, () => 6).setDeleted(song.song.id, true)).rejects.toThrow();
    const copy = join(mkdtempSync(join(tmpdir(), 'yibbo-out-')), 'all.sqlite');
    await new Copies(folder, database).pack(copy);
    expect(await new Copies(folder, database).count(copy)).toBe(1);
    database.close();
  });
  expect(readdirSync(folder).sort()).toEqual(before);
  first.database.close();
  const again = openFolder(folder, migrations, Date.now());
  expect(again.readOnly).toBeNull();
  expect(await new SongQueries(again.database.orm, () => 7).state(song.song.id)).toEqual({ revision: 0, isDeleted: false });
  again.database.close();
});
