import type { OwnPut, OwnThing } from '@yibbo/core';
import { eq, gt, max, sql } from 'drizzle-orm';
import type { Orm } from './open';
import { safeBody, safeText } from './safe-text';
import { belongings } from './schema';
import { inTransaction } from './transaction';

/** The setting that names this collection, so that windows notice where another has taken its place. */
export const EPOCH_KEY = 'belongings';

/** The person's belongings, told apart by kind and id. */
export class Belongings {
  private readonly listeners = new Set<(revision: number) => void>();

  constructor(private readonly orm: Orm) {}

  /** How many puts there have been. */
  revision(): number {
    const [row] = this.orm
      .select({ revision: max(belongings.revision) })
      .from(belongings)
      .all();
    return row?.revision ?? 0;
  }

  /** Takes puts in, each once however often it is sent. Those of one thing: the last one holds. */
  async take(puts: readonly OwnPut[]): Promise<void> {
    if (puts.length === 0) return;
    const before = this.revision();
    await inTransaction(this.orm, () => {
      for (const { putId, kind, id, value } of puts) {
        const row = { putId, kind, thing: id, value: value === null ? null : JSON.stringify(value) };
        this.orm.insert(belongings).values(row).onConflictDoNothing({ target: belongings.putId }).run();
      }
    });
    const revision = this.revision();
    if (revision !== before) for (const listener of this.listeners) listener(revision);
  }

  /** The present state of everything put after a revision. */
  after(revision: number): OwnThing[] {
    const last = this.orm
      .select({ revision: max(belongings.revision).as('last') })
      .from(belongings)
      .where(gt(belongings.revision, revision))
      .groupBy(belongings.kind, belongings.thing)
      .as('newest');
    const rows = this.orm
      .select({ kind: safeText(belongings.kind), id: safeText(belongings.thing), value: safeBody(belongings.value) })
      .from(belongings)
      .innerJoin(last, eq(belongings.revision, last.revision))
      .orderBy(sql`${belongings.revision}`)
      .all();
    return rows.map(({ kind, id, value }) => ({ kind, id, value: value === null ? null : (JSON.parse(value) as unknown) }) as OwnThing);
  }

  /** Calls `listener` with the revision after each put, until the returned function is called. */
  listen(listener: (revision: number) => void): () => void {
    this.listeners.add(listener);
    return () => void this.listeners.delete(listener);
  }
}
