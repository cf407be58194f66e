import { applyOwn, labelOf, readDocument, type Change, type ChangeLabel, type Document, type Id } from '@yibbo/core';
import { and, asc, desc, eq, gt, ne, sql } from 'drizzle-orm';
import type { BetterSQLite3Database } from 'drizzle-orm/better-sqlite3';
import { cardOf, type SongCard } from './card';
import { changes, settings, snapshots, songs } from './schema';

export interface StoredSong {
  readonly document: Document;
  readonly revision: number;
}

export interface NumberedChange {
  readonly revision: number;
  readonly change: Change;
}

/** Labels a song is opened with; older ones stay on disk. */
const LABELS_KEPT = 2000;

/** All reading and writing of songs. Methods return promises, so that a database on another machine can stand behind them. */
export class SongQueries {
  /** What every save does, prepared once: to put a statement together takes longer than to run it. */
  private readonly saving: ReturnType<typeof savingStatements>;

  constructor(
    private readonly orm: BetterSQLite3Database,
    private readonly now: () => number,
  ) {
    this.saving = savingStatements(orm);
  }

  async list(): Promise<({ id: Id; name: string; changedAt: number } & SongCard)[]> {
    const { id, name, changedAt, card } = songs;
    const rows = this.orm.select({ id, name, changedAt, card }).from(songs).orderBy(desc(songs.changedAt)).all();
    return rows.map(({ card: json, ...row }) => ({ ...row, ...(JSON.parse(json) as SongCard) }));
  }

  /** The songs that have changed since their cards were made. */
  async staleCards(): Promise<Id[]> {
    return this.orm
      .select({ id: songs.id })
      .from(songs)
      .where(ne(songs.cardRevision, songs.revision))
      .all()
      .map(({ id }) => id);
  }

  async setCard(id: Id, { document, revision }: StoredSong): Promise<void> {
    this.orm
      .update(songs)
      .set({ card: JSON.stringify(cardOf(document)), cardRevision: revision })
      .where(eq(songs.id, id))
      .run();
  }

  async create(document: Document): Promise<void> {
    const { id, name } = document.song;
    const at = this.now();
    this.orm.transaction((transaction) => {
      const card = JSON.stringify(cardOf(document));
      transaction.insert(songs).values({ id, name, revision: 0, card, cardRevision: 0, createdAt: at, changedAt: at }).run();
      transaction
        .insert(snapshots)
        .values({ songId: id, revision: 0, body: JSON.stringify(document) })
        .run();
    });
  }

  /** The song as it is now; null where there is none. Throws where what is stored cannot be read. */
  async load(id: Id): Promise<StoredSong | null> {
    const row = this.orm
      .select({ revision: songs.revision, snapshotRevision: snapshots.revision, body: snapshots.body })
      .from(songs)
      .innerJoin(snapshots, eq(snapshots.songId, songs.id))
      .where(eq(songs.id, id))
      .get();
    if (!row) return null;
    const read = readDocument(JSON.parse(row.body));
    if (!read.ok) throw new Error(`Song ${id} cannot be read: ${read.code}, ${read.details}`);
    const since = await this.changesAfter(id, row.snapshotRevision);
    const document = since.reduce((current, { change }) => applyOwn(current, change), read.document);
    return { document, revision: row.revision };
  }

  async changesAfter(id: Id, revision: number): Promise<NumberedChange[]> {
    const rows = this.orm
      .select({ revision: changes.revision, body: changes.body })
      .from(changes)
      .where(and(eq(changes.songId, id), gt(changes.revision, revision)))
      .orderBy(asc(changes.revision))
      .all();
    return rows.map((row) => ({ revision: row.revision, change: JSON.parse(row.body) as Change }));
  }

  async change(id: Id, changeId: Id): Promise<Change | null> {
    const row = this.orm
      .select({ body: changes.body })
      .from(changes)
      .where(and(eq(changes.songId, id), eq(changes.id, changeId)))
      .get();
    return row ? (JSON.parse(row.body) as Change) : null;
  }

  async hasChange(id: Id, changeId: Id): Promise<boolean> {
    return this.saving.find.get({ songId: id, id: changeId }) !== undefined;
  }

  /** The newest labels of a song's history, oldest first. */
  async labels(id: Id): Promise<ChangeLabel[]> {
    const { id: changeId, label, at, device, undoes } = changes;
    const rows = this.orm
      .select({ id: changeId, label, at, device, undoes })
      .from(changes)
      .where(eq(changes.songId, id))
      .orderBy(desc(changes.revision))
      .limit(LABELS_KEPT)
      .all();
    return rows.reverse().map(({ undoes: undone, ...row }) => ({ ...row, ...(undone ? { undoes: undone } : {}) }));
  }

  /** Adds changes to a song in one transaction: all of them or none. `snapshot` writes the whole song down too. */
  async append(id: Id, added: readonly NumberedChange[], document: Document, snapshot: boolean): Promise<void> {
    const revision = added.at(-1)?.revision;
    if (revision === undefined) return;
    this.orm.transaction((transaction) => {
      for (const { revision: at, change } of added) {
        this.saving.add.run({ undoes: null, ...labelOf(change), songId: id, revision: at, body: JSON.stringify(change) });
      }
      this.saving.moveOn.run({ id, name: document.song.name, revision, changedAt: this.now() });
      if (!snapshot) return;
      const whole = { revision, body: JSON.stringify(document) };
      transaction.update(snapshots).set(whole).where(eq(snapshots.songId, id)).run();
    });
  }

  async setting(key: string): Promise<string | null> {
    return this.orm.select().from(settings).where(eq(settings.key, key)).get()?.value ?? null;
  }

  async setSetting(key: string, value: string): Promise<void> {
    this.orm.insert(settings).values({ key, value }).onConflictDoUpdate({ target: settings.key, set: { value } }).run();
  }
}

function savingStatements(orm: BetterSQLite3Database) {
  const { placeholder } = sql;
  return {
    find: orm
      .select({ revision: changes.revision })
      .from(changes)
      .where(and(eq(changes.songId, placeholder('songId')), eq(changes.id, placeholder('id'))))
      .prepare(),
    add: orm
      .insert(changes)
      .values({
        songId: placeholder('songId'),
        revision: placeholder('revision'),
        id: placeholder('id'),
        label: placeholder('label'),
        at: placeholder('at'),
        device: placeholder('device'),
        undoes: placeholder('undoes'),
        body: placeholder('body'),
      })
      .prepare(),
    moveOn: orm
      .update(songs)
      .set({ name: sql`${placeholder('name')}`, revision: sql`${placeholder('revision')}`, changedAt: sql`${placeholder('changedAt')}` })
      .where(eq(songs.id, placeholder('id')))
      .prepare(),
  };
}
