import { integer, primaryKey, sqliteTable, text, uniqueIndex } from 'drizzle-orm/sqlite-core';

/** A song as it was at `snapshotRevision`; the changes after it make it what it is at `revision`. */
export const songs = sqliteTable('songs', {
  id: text('id').primaryKey(),
  name: text('name').notNull(),
  revision: integer('revision').notNull(),
  snapshot: text('snapshot').notNull(),
  snapshotRevision: integer('snapshot_revision').notNull(),
  /** What the Songs screen shows, as JSON, so that listing opens no song. */
  card: text('card').notNull(),
  createdAt: integer('created_at').notNull(),
  changedAt: integer('changed_at').notNull(),
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
    body: text('body').notNull(),
  },
  (table) => [primaryKey({ columns: [table.songId, table.revision] }), uniqueIndex('changes_by_id').on(table.songId, table.id)],
);

export const settings = sqliteTable('settings', { key: text('key').primaryKey(), value: text('value').notNull() });
