import { withLanesCopied } from '../lanes/edit';
import { COLLECTIONS } from '../model/collections';
import { findById, inOrder, notesOf, type Document } from '../model/document';
import type { Id, Note, Pattern, Placement, Track } from '../model/entities';
import { putPlacements, type PlacementLanding } from './placing';
import { freeName, patternCopied, standingAlone, withPlacements, type CopyMode } from './stretch';
import { withPatternTreated } from './treatments';

/** Puts a part on another track as well, at the same place: linked, or with a pattern of its own. An own copy of pitches that a kit has no rows for
 *  goes onto its rows. */
export function copiedToTrack(
  document: Document,
  placementId: Id,
  trackId: Id,
  { mode, landing }: { readonly mode: CopyMode; readonly landing: PlacementLanding },
  newId: () => Id,
): Document {
  const placement = findById(document.placements, placementId);
  const pattern = findById(document.patterns, placement?.patternId);
  const track = findById(document.tracks, trackId);
  if (!placement || !pattern || !track) return document;
  const copy: Placement = { ...placement, id: newId(), trackId };
  const sources = new Map([[copy.id, placement.id]]);
  if (mode === 'linked') return putPlacements(document, [copy], landing, newId, sources);
  const rows = track.kind === 'drums' ? drumRowsFor(notesOf(document, pattern.id), track.rows) : NO_ROWS;
  const own = ownPattern(document, pattern, track, rows, newId());
  const moved = notesOf(document, pattern.id).map((note) => ({ ...note, pitch: rows.get(note.pitch) ?? note.pitch }));
  const notes = patternCopied(moved, own.id, newId);
  const withOwn: Document = {
    ...withLanesCopied(document, pattern.id, own.id, newId),
    patterns: inOrder([...document.patterns, own], COLLECTIONS.patterns.compare),
    notes: notes.length ? { ...document.notes, [own.id]: notes } : document.notes,
  };
  const treated = withPatternTreated(withOwn, pattern.id, own.id, newId);
  return putPlacements(withPlacements(treated, document.placements), [{ ...copy, patternId: own.id }], landing, newId, sources);
}

const NO_ROWS: ReadonlyMap<number, number> = new Map();

/** Which row of a kit each pitch goes onto: the lowest on the lowest drum, and so on upwards; more pitches than drums share the highest. Empty where
 *  the kit has rows for all of them: then they are drums already. */
export function drumRowsFor(notes: readonly Note[], rows: Track['rows']): ReadonlyMap<number, number> {
  const pitches = [...new Set(notes.map(({ pitch }) => pitch))].sort((a, b) => a - b);
  const drums = rows.map(({ pitch }) => pitch).sort((a, b) => a - b);
  if (drums.length === 0 || pitches.every((pitch) => drums.includes(pitch))) return NO_ROWS;
  return new Map(pitches.map((pitch, index) => [pitch, drums[Math.min(index, drums.length - 1)]!]));
}

/** The pattern under the track's name, as one of its own; its rows of unequal length go with their pitches. */
function ownPattern(document: Document, pattern: Pattern, track: Track, rows: ReadonlyMap<number, number>, id: Id): Pattern {
  const { rowLengths, ...own } = standingAlone(pattern);
  const name = freeName(
    track.name,
    document.patterns.map((each) => each.name),
  );
  const lengths = new Map((rowLengths ?? []).map(({ pitch, length }) => [rows.get(pitch) ?? pitch, length]));
  if (lengths.size === 0) return { ...own, id, name };
  return { ...own, id, name, rowLengths: [...lengths].map(([pitch, length]) => ({ pitch, length })) };
}
