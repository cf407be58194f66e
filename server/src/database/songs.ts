import { labelOf, type Change, type ChangeLabel, type Document, type Id, glanceOf, type SongGlance } from '@yibbo/core';
import { and, asc, desc, eq, gt, isNotNull, isNull, lt, sql } from 'drizzle-orm';
import type { Orm } from './open';
import { safeBody, safeText } from './safe-text';
import { changes, settings, snapshots, songs } from './schema';
import { inTransaction } from './transaction';
import { usedFiles } from './used-files';

export interface NumberedChange {
  readonly revision: number;
  readonly change: Change;
}

/** A song as it is written down: its last snapshot, as JSON, and the Changes since. */
export interface StoredSong {
  readonly revision: number;
  readonly snapshotRevision: number;
  /** Null where it cannot be read. */
  readonly snapshot: string | null;
}

/** A song for the Songs screen; `card` is missing where it was never made or cannot be read. */
export interface ListedSong {
  readonly id: Id;
  readonly name: string;
  readonly changedAt: number;
  readonly deletedAt: number | null;
  readonly revision: number;
  /** As of `missing`. */
  readonly missing: number | null;
  readonly card: SongGlance | null;
  readonly isStale: boolean;
}

/** Whether a song is there, and how far it has come. */
export interface SongState {
  readonly revision: number;
  readonly isDeleted: boolean;
}

/** Changes, and bytes of them, that a window which was away is told one by one; beyond that it is sent the song. */
const MOST_STEPS = 500;
const MOST_STEP_BYTES = 256 * 1024;

/** Labels a song is opened with; older ones stay on disk. */
const LABELS_KEPT = 2000;

/** All reading and writing of songs. Methods return promises, so that a database on another machine can stand behind them. */
export class SongQueries {
  /** The statements of a save, prepared once: preparing one takes longer than running it. */
  private readonly saving: ReturnType<typeof savingStatements>;

  constructor(
    private readonly orm: Orm,
    private readonly now: () => number,
  ) {
    this.saving = savingStatements(orm);
  }

  /** The songs, newest first; the deleted ones instead where `isDeleted`. */
  async list(isDeleted: boolean): Promise<ListedSong[]> {
    const rows = this.orm
      .select({
        id: safeText(songs.id),
        name: safeText(songs.name),
        changedAt: songs.changedAt,
        deletedAt: songs.deletedAt,
        revision: songs.revision,
        missing: songs.missing,
        card: safeText(songs.card),
        cardRevision: songs.cardRevision,
      })
      .from(songs)
      .where(isDeleted ? isNotNull(songs.deletedAt) : isNull(songs.deletedAt))
      // Of songs changed in the same moment, the one made last comes first.
      .orderBy(desc(songs.changedAt), desc(sql`rowid`))
      .all();
    return rows.map(({ id, name, changedAt, deletedAt, revision, missing, card, cardRevision }) => {
      const read = readCard(card);
      return { id, name, changedAt, deletedAt, revision, missing, card: read, isStale: read === null || cardRevision !== revision };
    });
  }

  async setCard(id: Id, document: Document, revision: number): Promise<void> {
    const card = JSON.stringify(glanceOf(document));
    await this.write(() => this.orm.update(songs).set({ card, cardRevision: revision }).where(eq(songs.id, id)).run());
  }

  /** Adds a song; `body` is its JSON, where that is there already. */
  async create(document: Document, body = JSON.stringify(document)): Promise<void> {
    const { id, name } = document.song;
    const at = this.now();
    const card = JSON.stringify(glanceOf(document));
    await this.write(() => {
      this.orm.insert(songs).values({ id, name, revision: 0, card, cardRevision: 0, createdAt: at, changedAt: at }).run();
      this.orm.insert(snapshots).values({ songId: id, revision: 0, body }).run();
    });
  }

  async state(id: Id): Promise<SongState | null> {
    const row = this.saving.state.get({ id });
    return row ? { revision: row.revision, isDeleted: row.deletedAt !== null } : null;
  }

  /** How many of a song's newest Changes were lost with a damaged file: 0 where that many cannot be told, null where none was. */
  async missing(id: Id): Promise<number | null> {
    return this.orm.select({ missing: songs.missing }).from(songs).where(eq(songs.id, id)).get()?.missing ?? null;
  }

  /** Takes a song as it is from now on, whatever was lost of it. */
  async takeAsWhole(id: Id): Promise<void> {
    await this.write(() => this.orm.update(songs).set({ missing: null }).where(eq(songs.id, id)).run());
  }

  /** Bytes to be read to open a song: its snapshot and what came after it. */
  async weight(id: Id): Promise<number> {
    const { whole = 0, since = 0 } = this.saving.weight.get({ id }) ?? {};
    return whole + since;
  }

  async stored(id: Id): Promise<StoredSong | null> {
    const row = this.orm
      .select({ revision: songs.revision, snapshotRevision: snapshots.revision, snapshot: safeBody(snapshots.body) })
      .from(songs)
      .innerJoin(snapshots, eq(snapshots.songId, songs.id))
      .where(eq(songs.id, id))
      .get();
    return row ?? null;
  }

  /** The Changes after a revision, in order. Throws where one of them cannot be read. */
  async changesAfter(id: Id, revision: number): Promise<NumberedChange[]> {
    const read = this.bodiesAfter(id, revision);
    return read.map(({ revision: at, change }) => {
      if (!change) throw new Error(`The step that made revision ${at} cannot be read.`);
      return { revision: at, change };
    });
  }

  /** Those of the Changes after a revision that can be read. */
  async readableAfter(id: Id, revision: number): Promise<NumberedChange[]> {
    return this.bodiesAfter(id, revision).flatMap(({ revision: at, change }) => (change ? [{ revision: at, change }] : []));
  }

  private bodiesAfter(id: Id, revision: number): { revision: number; change: Change | null }[] {
    const rows = this.orm
      .select({ revision: changes.revision, body: safeBody(changes.body) })
      .from(changes)
      .where(and(eq(changes.songId, id), gt(changes.revision, revision)))
      .orderBy(asc(changes.revision))
      .all();
    return rows.map(({ revision: at, body }) => ({ revision: at, change: changeIn(body) }));
  }

  /** Whether more has come after a revision than a window is told step by step. */
  async isFar(id: Id, revision: number): Promise<boolean> {
    const { count = 0, bytes = 0 } = this.saving.distance.get({ songId: id, revision }) ?? {};
    return count > MOST_STEPS || bytes > MOST_STEP_BYTES;
  }

  async change(id: Id, changeId: Id): Promise<Change | null> {
    const row = this.orm
      .select({ body: safeBody(changes.body) })
      .from(changes)
      .where(and(eq(changes.songId, id), eq(changes.id, changeId)))
      .get();
    return changeIn(row?.body ?? null);
  }

  /** Every Change of a song's history that can be read, oldest first. */
  async allChanges(id: Id): Promise<Change[]> {
    const rows = this.orm
      .select({ body: safeBody(changes.body) })
      .from(changes)
      .where(eq(changes.songId, id))
      .orderBy(asc(changes.revision))
      .all();
    return rows.flatMap(({ body }) => changeIn(body) ?? []);
  }

  /** The revision that a Change made; null where the song's history has no such Change. */
  async revisionOf(id: Id, changeId: Id): Promise<number | null> {
    return this.saving.find.get({ songId: id, id: changeId })?.revision ?? null;
  }

  async hasChange(id: Id, changeId: Id): Promise<boolean> {
    return this.saving.find.get({ songId: id, id: changeId }) !== undefined;
  }

  /** The id of the Change that made a revision; null for the song as it began, or where there is no such revision. */
  async headAt(id: Id, revision: number): Promise<Id | null> {
    return this.saving.head.get({ songId: id, revision })?.id ?? null;
  }

  /** The newest labels of a song's history, or of what came before a revision; oldest first. */
  async labels(id: Id, before?: number): Promise<ChangeLabel[]> {
    const { id: changeId, label, at, device, undoes, point, together } = changes;
    const texts = {
      id: safeText(changeId),
      label: safeText(label),
      device: safeText(device),
      undoes: safeText(undoes),
      point: safeText(point),
      together: safeText(together),
    };
    const rows = this.orm
      .select({ ...texts, at })
      .from(changes)
      .where(and(eq(changes.songId, id), before === undefined ? undefined : lt(changes.revision, before)))
      .orderBy(desc(changes.revision))
      .limit(LABELS_KEPT)
      .all();
    return rows.reverse().map(({ undoes: undone, point: name, together: run, ...row }) => ({
      ...row,
      ...(undone ? { undoes: undone } : {}),
      ...(name ? { point: name } : {}),
      ...(run ? { together: run } : {}),
    }));
  }

  /** Adds changes (`body` is their JSON) to a song in one transaction: all of them or none. `snapshot` writes the whole song down too. */
  async append(
    id: Id,
    added: readonly (NumberedChange & { readonly body: string })[],
    document: Document,
    snapshot: boolean,
  ): Promise<void> {
    const revision = added.at(-1)?.revision;
    if (revision === undefined) return;
    const rows = added.map(({ revision: at, change, body }) => ({
      undoes: null,
      point: null,
      together: null,
      ...labelOf(change),
      songId: id,
      revision: at,
      body,
    }));
    // Written out before the transaction, which other threads wait for.
    const whole = snapshot ? { revision, body: JSON.stringify(document) } : null;
    await this.write(() => {
      for (const row of rows) this.saving.add.run(row);
      this.saving.moveOn.run({ id, name: document.song.name, revision, changedAt: this.now() });
      if (whole) this.orm.update(snapshots).set(whole).where(eq(snapshots.songId, id)).run();
    });
  }

  /** Marks a song as deleted, or takes the mark away. */
  async setDeleted(id: Id, isDeleted: boolean): Promise<void> {
    const deletedAt = isDeleted ? this.now() : null;
    await this.write(() => this.orm.update(songs).set({ deletedAt }).where(eq(songs.id, id)).run());
  }

  /** Removes permanently everything deleted before `time`, in milliseconds since 1970. */
  async throwAwayBefore(time: number): Promise<void> {
    const isOld = and(isNotNull(songs.deletedAt), lt(songs.deletedAt, time));
    // Asked first: to look for nothing is no reason to write.
    if (this.orm.select({ id: songs.id }).from(songs).where(isOld).limit(1).get())
      await this.write(() => this.orm.delete(songs).where(isOld).run());
  }

  async setting(key: string): Promise<string | null> {
    return (
      this.orm
        .select({ value: safeText(settings.value) })
        .from(settings)
        .where(eq(settings.key, key))
        .get()?.value ?? null
    );
  }

  /** The hashes of sound files that anything mentions. */
  async usedFiles(): Promise<ReadonlySet<string>> {
    return usedFiles(this.orm);
  }

  async setSetting(key: string, value: string | null): Promise<void> {
    await this.write(() => {
      if (value === null) this.orm.delete(settings).where(eq(settings.key, key)).run();
      else this.orm.insert(settings).values({ key, value }).onConflictDoUpdate({ target: settings.key, set: { value } }).run();
    });
  }

  private write<T>(work: () => T): Promise<T> {
    return inTransaction(this.orm, work);
  }
}

function changeIn(body: string | null): Change | null {
  try {
    return body === null ? null : (JSON.parse(body) as Change);
  } catch {
    return null;
  }
}

function readCard(json: string): SongGlance | null {
  try {
    const card = JSON.parse(json) as SongGlance;
    return Array.isArray(card.tracks) ? card : null;
  } catch {
    return null;
  }
}

function savingStatements(orm: Orm) {
  const { placeholder } = sql;
  const ofChange = and(eq(changes.songId, placeholder('songId')), eq(changes.id, placeholder('id')));
  const ofRevision = and(eq(changes.songId, placeholder('songId')), eq(changes.revision, placeholder('revision')));
  const isThis = eq(songs.id, placeholder('id'));
  return {
    state: orm.select({ revision: songs.revision, deletedAt: songs.deletedAt }).from(songs).where(isThis).prepare(),
    weight: orm
      .select({
        whole: sql<number>`octet_length(${snapshots.body})`,
        since: sql<number>`coalesce((select sum(octet_length(body)) from changes
          where song_id = ${snapshots.songId} and changes.revision > ${snapshots.revision}), 0)`,
      })
      .from(snapshots)
      .where(eq(snapshots.songId, placeholder('id')))
      .prepare(),
    find: orm.select({ revision: changes.revision }).from(changes).where(ofChange).prepare(),
    head: orm
      .select({ id: safeText(changes.id) })
      .from(changes)
      .where(ofRevision)
      .prepare(),
    // Counted no further than it matters.
    distance: orm
      .select({ count: sql<number>`count(*)`, bytes: sql<number>`coalesce(sum(size), 0)` })
      .from(
        sql`(select octet_length(body) as size from changes where song_id = ${placeholder('songId')} and revision > ${placeholder('revision')}
          limit ${sql.raw(String(MOST_STEPS + 1))})`,
      )
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
        point: placeholder('point'),
        together: placeholder('together'),
        body: placeholder('body'),
      })
      .prepare(),
    moveOn: orm
      .update(songs)
      .set({ name: sql`${placeholder('name')}`, revision: sql`${placeholder('revision')}`, changedAt: sql`${placeholder('changedAt')}` })
      .where(isThis)
      .prepare(),
  };
}
