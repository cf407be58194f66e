import { COLLECTION_NAMES, fieldOf, rulesOf, spanFits, type Collection, type Entity } from './collections';
import { listsOf, type Document } from './document';
import type { Id } from './entities';

/** The problem with a document as a whole whose entities are each valid by themselves; null where there is none. */
export interface DocumentFault {
  readonly code: 'idTwice' | 'parentMissing' | 'wrongHome' | 'tooLong';
  readonly of: Collection;
  readonly id: Id;
}

/** The first fault of a document whose entities fit their schemas: an id that is there twice, a parent that is not there, a note in
 *  another pattern's list, something that ends beyond the last tick. Null where it is whole. */
export function checkDocument(document: Document): DocumentFault | null {
  const ids: Partial<Record<Collection, Set<Id>>> = {};
  const all = new Set<Id>();
  for (const of of COLLECTION_NAMES) {
    const own = (ids[of] = new Set<Id>());
    for (const [home, rows] of listsOf(document, of)) {
      for (const entity of rows) {
        const code = faultOf(of, entity, home, all, ids);
        if (code) return { code, of, id: entity.id };
        all.add(entity.id);
        own.add(entity.id);
      }
    }
  }
  return null;
}

function faultOf(
  of: Collection,
  entity: Entity,
  home: Id | undefined,
  all: ReadonlySet<Id>,
  ids: Partial<Record<Collection, Set<Id>>>,
): DocumentFault['code'] | null {
  const rules = rulesOf(of);
  if (all.has(entity.id)) return 'idTwice';
  if (rules.home !== undefined && fieldOf(entity, rules.home) !== home) return 'wrongHome';
  if (rules.parents.some((parent) => !parent.of.some((each) => ids[each]!.has(fieldOf(entity, parent.field) as Id))))
    return 'parentMissing';
  return spanFits(of, entity) ? null : 'tooLong';
}
