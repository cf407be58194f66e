import { inOrder, ORDERS, notesOf, type Collection, type Document, type Entity } from '../model/document';
import type { Id } from '../model/entities';

/** The list that holds `of` (for notes, those of the pattern `inPattern`). */
export function rowsOf(document: Document, of: Collection, inPattern?: Id): readonly Entity[] {
  if (of === 'song') return [document.song];
  if (of === 'notes') return notesOf(document, inPattern ?? '');
  return document[of];
}

export function withRows(document: Document, of: Collection, inPattern: Id | undefined, rows: readonly Entity[]): Document {
  if (of === 'song') return { ...document, song: rows[0] as Document['song'] };
  if (of !== 'notes') return { ...document, [of]: rows };
  const { [inPattern ?? '']: _old, ...others } = document.notes;
  return { ...document, notes: rows.length ? { ...others, [inPattern ?? '']: rows as Document['notes'][Id] } : others };
}

/** Merges two lists that are each in the collection's order into one. */
export function merged(of: Collection, kept: readonly Entity[], added: readonly Entity[]): readonly Entity[] {
  if (added.length === 0) return kept;
  const compare = ORDERS[of] as (a: Entity, b: Entity) => number;
  const arriving = inOrder(added, compare);
  if (kept.length === 0) return arriving;
  const out: Entity[] = [];
  let next = 0;
  for (const row of kept) {
    while (next < arriving.length && compare(arriving[next]!, row) < 0) out.push(arriving[next++]!);
    out.push(row);
  }
  while (next < arriving.length) out.push(arriving[next++]!);
  return out;
}

/** The pattern an entity lives in, where its collection is kept by pattern. */
export function homeOf(of: Collection, entity: Entity): Id | undefined {
  return of === 'notes' ? (entity as { patternId: Id }).patternId : undefined;
}

/** The ids an entity needs to exist, by collection. */
export function parentsOf(of: Collection, entity: Entity): { readonly of: Collection; readonly id: Id }[] {
  const { patternId, trackId } = entity as { patternId?: Id; trackId?: Id };
  if (of === 'notes') return [{ of: 'patterns', id: patternId! }];
  if (of === 'placements')
    return [
      { of: 'patterns', id: patternId! },
      { of: 'tracks', id: trackId! },
    ];
  return [];
}

/** What would hang in the air if `entity` went: its notes and placements. */
export function childrenOf(
  document: Document,
  of: Collection,
  id: Id,
): { readonly of: Collection; readonly entities: readonly Entity[] }[] {
  if (of !== 'patterns' && of !== 'tracks') return [];
  const placements = document.placements.filter((placement) => (of === 'patterns' ? placement.patternId : placement.trackId) === id);
  const notes = of === 'patterns' ? notesOf(document, id) : [];
  const all = [
    { of: 'placements', entities: placements },
    { of: 'notes', entities: notes },
  ] as const;
  return all.filter(({ entities }) => entities.length > 0);
}
