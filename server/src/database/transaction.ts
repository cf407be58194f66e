import { sql } from 'drizzle-orm';
import type { BetterSQLite3Database } from 'drizzle-orm/better-sqlite3';

/** Does `work` whole or not at all, and throws what it throws. The driver's own transactions hide that behind a failed rollback: where the
 *  disk is full, SQLite has taken everything back by itself before. */
export function inTransaction(orm: BetterSQLite3Database, work: () => void): void {
  orm.run(sql`begin immediate`);
  try {
    work();
    orm.run(sql`commit`);
  } catch (error) {
    try {
      orm.run(sql`rollback`);
    } catch {
      // Taken back already.
    }
    throw error;
  }
}
