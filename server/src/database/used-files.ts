import { and, eq, gt, sql } from 'drizzle-orm';
import type { Orm } from './open';
import { safeBody } from './safe-text';
import { belongings, changes, snapshots } from './schema';

/** How a sound file is named wherever it is used. */
const MENTION = /"hash":"([0-9a-f]{64})"/g;

/** The hashes of sound files that songs as they are, those in the bin too, and things of the person mention. What a song's last Changes took out counts as
 *  used until the song is next written down whole. */
export function usedFiles(orm: Orm): Set<string> {
  const mentions = (column: unknown) => sql`instr(${column}, '"hash":"') > 0`;
  const bodies = [
    ...orm
      .select({ body: safeBody(snapshots.body) })
      .from(snapshots)
      .where(mentions(snapshots.body))
      .all(),
    ...orm
      .select({ body: safeBody(changes.body) })
      .from(changes)
      .innerJoin(snapshots, eq(changes.songId, snapshots.songId))
      .where(and(gt(changes.revision, snapshots.revision), mentions(changes.body)))
      .all(),
    ...orm
      .select({ body: safeBody(belongings.value) })
      .from(belongings)
      .where(mentions(belongings.value))
      .all(),
  ];
  return new Set(bodies.flatMap(({ body }) => [...(body ?? '').matchAll(MENTION)].map((found) => found[1]!)));
}
