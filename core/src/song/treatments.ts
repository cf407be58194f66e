import { COLLECTIONS } from '../model/collections';
import { inOrder, notesOf, type Document } from '../model/document';
import type { Id, Treatment } from '../model/entities';
import { groupedBy } from '../model/grouped';

/** Source ids by the ids of their copies. */
export type Sources = ReadonlyMap<Id, Id>;

/** Gives copies of tracks, patterns and placements the treatments of their sources, as treatments of their own. */
export function withTreatmentsCopied(document: Document, sources: Sources, newId: () => Id): Document {
  return withTreatments(document, treatmentsCopied(document.treatments, sources, newId));
}

/** The treatments that copies get, by those of their sources. */
export function treatmentsCopied(treatments: readonly Treatment[], sources: Sources, newId: () => Id): readonly Treatment[] {
  if (treatments.length === 0) return [];
  const byParent = groupedBy(treatments, ({ parentId }) => parentId);
  return [...sources].flatMap(([copyId, sourceId]) =>
    (byParent.get(sourceId) ?? []).map((each) => ({ ...each, id: newId(), parentId: copyId })),
  );
}

/** Gives the copy of a pattern the treatments of the pattern, as treatments of its own. Those that are for certain notes are for their copies, and so
 *  are those of placements that play the copy now. Notes and copies stand in the same order. */
export function withPatternTreated(document: Document, fromId: Id, toId: Id, newId: () => Id): Document {
  if (document.treatments.length === 0) return document;
  const copies = notesOf(document, toId);
  const names = new Map(notesOf(document, fromId).map(({ id }, index) => [id, copies[index]?.id ?? id]));
  const copied = treatmentsCopied(document.treatments, new Map([[toId, fromId]]), newId);
  return withNotesRenamed(withTreatments(document, copied), toId, names);
}

/** Treatments that are for certain notes, once copies of other names stand in the place of these in a pattern: those of the pattern and of its
 *  placements are for the copies, those of tracks and of the song for both. */
export function withNotesRenamed(document: Document, patternId: Id, names: ReadonlyMap<Id, Id>): Document {
  const parents = new Set([patternId, ...document.placements.flatMap((each) => (each.patternId === patternId ? [each.id] : []))]);
  const wide = new Set([document.song, ...document.tracks].map(({ id }) => id));
  const renamed = (each: Treatment): Treatment => {
    const { noteIds, parentId } = each;
    const copies = noteIds?.flatMap((id) => names.get(id) ?? []) ?? [];
    if (!noteIds || copies.length === 0) return each;
    if (wide.has(parentId)) return { ...each, noteIds: [...noteIds, ...copies] };
    return parents.has(parentId) ? { ...each, noteIds: noteIds.map((id) => names.get(id) ?? id) } : each;
  };
  return document.treatments.some(({ noteIds }) => noteIds) ? { ...document, treatments: document.treatments.map(renamed) } : document;
}

/** The document with more treatments, in order. */
export function withTreatments(document: Document, more: readonly Treatment[]): Document {
  if (more.length === 0) return document;
  return { ...document, treatments: inOrder([...document.treatments, ...more], COLLECTIONS.treatments.compare) };
}

/** Takes out treatments whose pattern, track or placement is gone. */
export function withoutLostTreatments(document: Document): Document {
  if (document.treatments.length === 0) return document;
  const parents = new Set([document.song, ...document.tracks, ...document.patterns, ...document.placements].map(({ id }) => id));
  const left = document.treatments.filter(({ parentId }) => parents.has(parentId));
  return left.length === document.treatments.length ? document : { ...document, treatments: left };
}
