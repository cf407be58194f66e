import { setTimeout as later } from 'node:timers/promises';
import { isBusy } from './failures';
import type { Orm } from './open';

/** How long a write waits for another program that is writing to the same file. */
const PATIENCE_MS = 10_000;
const BETWEEN_MS = 25;

/** Does `work` whole or not at all, and gives and throws what it gives and throws. While another program writes to the file it waits for its
 *  turn without holding up anybody else, and after ten seconds throws what the database says (SQLITE_BUSY). The driver's own transactions hide
 *  failures behind that of a rollback: where the disk is full, SQLite has taken everything back by itself before. */
export async function inTransaction<T>(orm: Orm, work: () => T): Promise<T> {
  const patience = performance.now() + PATIENCE_MS;
  while (!hasBegun(orm, patience)) await later(BETWEEN_MS);
  // Nothing is waited for from here on: whoever writes next in this process finds no transaction open.
  try {
    const result = work();
    orm.$client.exec('commit');
    return result;
  } catch (error) {
    try {
      orm.$client.exec('rollback');
    } catch {
      // Taken back already.
    }
    throw error;
  }
}

/** Begins a transaction that may write; false where another program holds the file, which it may until `patience`. Only ever run as a whole text: a
 *  prepared "begin" that was refused stays under way, and no other transaction can be committed until it is cleared out of memory. */
function hasBegun({ $client }: Orm, patience: number): boolean {
  try {
    $client.exec('begin immediate');
    return true;
  } catch (error) {
    if (!isBusy(error) || performance.now() > patience) throw error;
    return false;
  }
}
