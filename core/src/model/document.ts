import { z } from 'zod';
import { checkDocument } from './check';
import { COLLECTIONS } from './collections';
import {
  noteSchema,
  patternSchema,
  placementSchema,
  songSchema,
  trackSchema,
  type Id,
  type Note,
  type Pattern,
  type Placement,
  type Song,
  type Track,
} from './entities';
import { once } from './once';

export const SCHEMA_VERSION = 1;

/** A whole song in memory. Every list is sorted (see `ORDERS`); notes are kept by pattern, so that an edit
 *  touches one pattern's list and every other list stays the same object. */
export interface Document {
  readonly schemaVersion: number;
  readonly song: Song;
  readonly tracks: readonly Track[];
  readonly patterns: readonly Pattern[];
  readonly placements: readonly Placement[];
  readonly notes: Readonly<Record<Id, readonly Note[]>>;
}

const NO_NOTES: readonly Note[] = [];

export function emptyDocument(song: Song): Document {
  return { schemaVersion: SCHEMA_VERSION, song, tracks: [], patterns: [], placements: [], notes: {} };
}

/** The notes of a pattern, sorted by start, then pitch. */
export function notesOf(document: Document, patternId: Id): readonly Note[] {
  return Object.hasOwn(document.notes, patternId) ? document.notes[patternId]! : NO_NOTES;
}

export function findById<T extends { id: Id }>(rows: readonly T[], id: Id | null | undefined): T | undefined {
  return rows.find((row) => row.id === id);
}

/** End of the last placement, in ticks; 0 for an empty song. */
export function songEnd(document: Document): number {
  return document.placements.reduce((end, placement) => Math.max(end, placement.start + placement.length), 0);
}

const documentSchema = once(() =>
  z.object({
    schemaVersion: z.int().min(1),
    song: songSchema(),
    tracks: z.array(trackSchema()),
    patterns: z.array(patternSchema()),
    placements: z.array(placementSchema()),
    notes: z.record(z.string(), z.array(noteSchema())),
  }),
);

/** Steps that carry older documents forward: entry k lifts version k + 1 to k + 2. None are needed yet. */
const UPGRADES: readonly ((old: unknown) => unknown)[] = [];

export type ReadDocument = { ok: true; document: Document } | { ok: false; code: 'newerVersion' | 'notADocument'; details: string };

/** Reads a stored or received document of any version up to today's, checking every field and what they refer to. */
export function readDocument(input: unknown): ReadDocument {
  const version = (input as { schemaVersion?: unknown } | null)?.schemaVersion;
  if (typeof version !== 'number') return { ok: false, code: 'notADocument', details: 'schemaVersion is missing' };
  if (version > SCHEMA_VERSION) return { ok: false, code: 'newerVersion', details: `version ${version}` };
  const lifted = UPGRADES.slice(version - 1).reduce((old, upgrade) => upgrade(old), input);
  const read = documentSchema().safeParse(lifted);
  if (!read.success) return { ok: false, code: 'notADocument', details: z.prettifyError(read.error) };
  const document = sorted(read.data);
  const fault = checkDocument(document);
  return fault ? { ok: false, code: 'notADocument', details: `${fault.code}: ${fault.of} ${fault.id}` } : { ok: true, document };
}

/** The rows in order: the very list where it is sorted already, as after most edits. */
export function inOrder<T>(rows: readonly T[], compare: (a: T, b: T) => number): readonly T[] {
  for (let index = 1; index < rows.length; index++) {
    if (compare(rows[index - 1]!, rows[index]!) > 0) return [...rows].sort(compare);
  }
  return rows;
}

/** Puts every list into its order. */
export function sorted(document: Document): Document {
  const notes = Object.fromEntries(Object.entries(document.notes).map(([id, rows]) => [id, inOrder(rows, COLLECTIONS.notes.compare)]));
  return {
    ...document,
    tracks: inOrder(document.tracks, COLLECTIONS.tracks.compare),
    patterns: inOrder(document.patterns, COLLECTIONS.patterns.compare),
    placements: inOrder(document.placements, COLLECTIONS.placements.compare),
    notes,
  };
}
