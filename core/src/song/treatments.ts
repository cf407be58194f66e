import { COLLECTIONS } from '../model/collections';
import { inOrder, type Document } from '../model/document';
import type { Id, Treatment } from '../model/entities';
import { groupedBy } from '../model/grouped';

/** Source ids by the ids of their copies. */
export type Sources = ReadonlyMap<Id, Id>;

/** Gives copies of tracks and placements the treatments of their sources, as treatments of their own. */
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

/** The document with more treatments, in order. */
export function withTreatments(document: Document, more: readonly Treatment[]): Document {
  if (more.length === 0) return document;
  return { ...document, treatments: inOrder([...document.treatments, ...more], COLLECTIONS.treatments.compare) };
}

/** Takes out treatments whose track or placement is gone. */
export function withoutLostTreatments(document: Document): Document {
  if (document.treatments.length === 0) return document;
  const parents = new Set([...document.tracks, ...document.placements].map(({ id }) => id));
  const left = document.treatments.filter(({ parentId }) => parents.has(parentId));
  return left.length === document.treatments.length ? document : { ...document, treatments: left };
}
