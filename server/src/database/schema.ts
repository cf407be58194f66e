import { index, integer, primaryKey, sqliteTable, text, uniqueIndex } from 'drizzle-orm/sqlite-core';

/** A song's row is small and written with every Change; its notes are in `snapshots`. */
export const songs = sqliteTable('songs', {
  id: text('id').primaryKey(),
  name: text('name').notNull(),
  revision: integer('revision').notNull(),
  /** The song's card for the Songs screen as JSON, so that listing opens no song; taken at `cardRevision`. */
  card: text('card').notNull(),
  cardRevision: integer('card_revision').notNull().default(-1),
  createdAt: integer('created_at').notNull(),
  changedAt: integer('changed_at').notNull(),
  /** When it was deleted; it can be restored until it is removed permanently. */
  deletedAt: integer('deleted_at'),
  /** How many of its newest Changes were lost when the file was damaged, as far as is known; 0 where that many cannot be told, null where
   *  nothing is. */
  missing: integer('missing'),
});

/** A whole song as it was at `revision`; the changes after that make it what it is now. Apart from the song's row, because SQLite
 *  writes a row as a whole, and this one may have megabytes. */
export const snapshots = sqliteTable('snapshots', {
  songId: text('song_id')
    .primaryKey()
    .references(() => songs.id, { onDelete: 'cascade' }),
  revision: integer('revision').notNull(),
  body: text('body').notNull(),
});

/** Every Change ever made to a song, in the order the server took them. Only ever added to. */
export const changes = sqliteTable(
  'changes',
  {
    songId: text('song_id')
      .notNull()
      .references(() => songs.id, { onDelete: 'cascade' }),
    revision: integer('revision').notNull(),
    id: text('id').notNull(),
    label: text('label').notNull(),
    at: integer('at').notNull(),
    device: text('device').notNull(),
    undoes: text('undoes'),
    /** The name of a saved point. */
    point: text('point'),
    /** The run of Changes that it is taken back with. */
    together: text('together'),
    body: text('body').notNull(),
  },
  (table) => [primaryKey({ columns: [table.songId, table.revision] }), uniqueIndex('changes_by_id').on(table.songId, table.id)],
);

/** Devices that have entered the code, each with a cookie that names it. */
export const devices = sqliteTable('devices', {
  id: text('id').primaryKey(),
  name: text('name').notNull(),
  createdAt: integer('created_at').notNull(),
  seenAt: integer('seen_at').notNull(),
});

/** Things that belong to the person and not to a song: everything ever stored, in the order it came. The last line about a thing is
 *  what holds. */
export const belongings = sqliteTable(
  'belongings',
  {
    revision: integer('revision').primaryKey({ autoIncrement: true }),
    /** Names what was done, so that sending it twice does no harm. */
    putId: text('put_id').notNull().unique(),
    kind: text('kind').notNull(),
    thing: text('thing').notNull(),
    /** As JSON; null where the thing is gone. */
    value: text('value'),
  },
  (table) => [index('belongings_by_thing').on(table.kind, table.thing, table.revision)],
);

export const settings = sqliteTable('settings', { key: text('key').primaryKey(), value: text('value').notNull() });
