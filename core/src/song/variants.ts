import { withLanesCopied } from '../lanes/edit';
import { COLLECTIONS } from '../model/collections';
import { findById, inOrder, notesOf, type Document } from '../model/document';
import type { Id, Pattern } from '../model/entities';
import { freeName, patternCopied } from './stretch';
import { withPatternTreated } from './treatments';

/** The versions of a pattern, the first one first; the pattern alone where there are no others. */
export function variantsOf({ patterns }: Document, patternId: Id): readonly Pattern[] {
  return variantsAmong(patterns, patternId);
}

/** The same, of patterns without the rest of the song. */
export function variantsAmong(patterns: readonly Pattern[], patternId: Id): readonly Pattern[] {
  const pattern = findById(patterns, patternId);
  if (!pattern) return [];
  const first = findById(patterns, pattern.versionOf) ?? pattern;
  return [first, ...patterns.filter(({ versionOf }) => versionOf === first.id).sort((a, b) => (a.name < b.name ? -1 : 1))];
}

/** Another version of the pattern that a placement plays, the same to begin with, played there in its place. Other placements go on playing
 *  the one they did. */
export function withVariant(document: Document, placementId: Id, newId: () => Id): Document {
  const placement = findById(document.placements, placementId);
  const pattern = findById(document.patterns, placement?.patternId);
  if (!placement || !pattern) return document;
  const id = newId();
  const name = freeName(
    pattern.name,
    document.patterns.map((each) => each.name),
  );
  const variant = { ...pattern, id, name, versionOf: pattern.versionOf ?? pattern.id };
  const notes = patternCopied(notesOf(document, pattern.id), id, newId);
  const made: Document = {
    ...withLanesCopied(document, pattern.id, id, newId),
    patterns: inOrder([...document.patterns, variant], COLLECTIONS.patterns.compare),
    notes: notes.length ? { ...document.notes, [id]: notes } : document.notes,
    placements: document.placements.map((each) => (each.id === placementId ? { ...each, patternId: id } : each)),
  };
  return withPatternTreated(made, pattern.id, id, newId);
}

/** A placement playing the next version of its pattern, or the one before; round and round. */
export function withNextVariant(document: Document, placementId: Id, direction: -1 | 1): Document {
  const placement = findById(document.placements, placementId);
  if (!placement) return document;
  const variants = variantsOf(document, placement.patternId);
  const at = variants.findIndex(({ id }) => id === placement.patternId);
  const next = variants[(at + direction + variants.length) % variants.length];
  if (!next || next.id === placement.patternId) return document;
  return {
    ...document,
    placements: document.placements.map((each) => (each.id === placementId ? { ...each, patternId: next.id } : each)),
  };
}
