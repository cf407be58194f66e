import { join } from 'node:path';
import { DATABASE_FILE } from '../database/open';
import type { LiveSongs } from '../live/live-songs';
import { carryOver } from './carry-over';
import { copyPath } from './copies';

/** Brings back from a day's copy the songs that are not here any more, and those that cannot be read, which are thrown away for it.
 *  Gives their names. Songs that are here and can be read stay as they are. */
export async function bringBack(folder: string, day: string, live: LiveSongs): Promise<readonly string[]> {
  const here = [...(await live.list(false)), ...(await live.list(true))];
  const broken = new Set(here.filter(({ problem }) => problem !== undefined).map(({ id }) => id));
  const sound = new Set(here.map(({ id }) => id).filter((id) => !broken.has(id)));
  const { saved } = carryOver(
    copyPath(folder, day),
    join(folder, DATABASE_FILE),
    (id) => !sound.has(id),
    (id) => broken.has(id),
  );
  for (const id of broken) await live.forget(id);
  return saved;
}
