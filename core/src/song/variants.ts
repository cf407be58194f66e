import { withLanesCopied } from '../lanes/edit';
import { COLLECTIONS } from '../model/collections';
import { findById, inOrder, notesOf, type Document } from '../model/document';
import type { Id, Pattern } from '../model/entities';
import { freeName, patternCopied, standingAlone } from './stretch';
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
  return [first, ...patterns.filter(({ versionOf }) => versionOf === first.id).sort(byName)];
}

/** "Keys 2" before "Keys 10". */
function byName(a: Pattern, b: Pattern): number {
  return a.name.localeCompare(b.name, 'en', { numeric: true }) || (a.id < b.id ? -1 : 1);
}

/** Another version of the pattern that a placement plays, the same to begin with, played there in its place. Other placements go on playing
 *  the one they did. */
export function withVariant(document: Document, placementId: Id, newId: () => Id): Document {
  const placement = findById(document.placements, placementId);
  const pattern = findById(document.patterns, placement?.patternId);
  if (!placement || !pattern) return document;
  const names = document.patterns.map((each) => each.name);
  const { document: made, patternId } = variantMade(document, pattern.id, freeName(pattern.name, names), newId);
  return { ...made, placements: made.placements.map((each) => (each.id === placementId ? { ...each, patternId } : each)) };
}

/** Another version of a pattern, the same to begin with, that nothing plays yet. Throws where there is no such pattern. */
export function variantMade(
  document: Document,
  from: Id,
  name: string,
  newId: () => Id,
): { readonly document: Document; readonly patternId: Id } {
  const pattern = findById(document.patterns, from);
  if (!pattern) throw new RangeError(`There is no pattern ${from}.`);
  const id = newId();
  const variant = { ...standingAlone(pattern), id, name, versionOf: pattern.versionOf ?? pattern.id };
  const notes = patternCopied(notesOf(document, pattern.id), id, newId);
  const made: Document = {
    ...withLanesCopied(document, pattern.id, id, newId),
    patterns: inOrder([...document.patterns, variant], COLLECTIONS.patterns.compare),
    notes: notes.length ? { ...document.notes, [id]: notes } : document.notes,
  };
  return { document: withPatternTreated(made, pattern.id, id, newId), patternId: id };
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
