import { COLLECTIONS } from './collections';
import type { Id, Note, Pattern, Placement, Song, Track } from './entities';

export const SCHEMA_VERSION = 1;

/** A whole song in memory. Every list is sorted (see `COLLECTIONS`); notes are kept by pattern, so that an edit
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
