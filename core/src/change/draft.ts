import {
  childCollections,
  COLLECTION_NAMES,
  fieldOf,
  hasLength,
  homeOf,
  rulesOf,
  spanFits,
  type Collection,
  type Entity,
  type Parent,
} from '../model/collections';
import { findById, listsOf, rowsOf, type Document } from '../model/document';
import type { Id } from '../model/entities';
import type { EditEntry, Entry, WholeEntry } from './change';
import { ListDraft } from './list-draft';
import { sameValue } from './same';
import { wrongValue } from './values';

/** Why a Change does not fit a document: which entity, and which field where it is one. */
export interface Mismatch {
  readonly code: 'missing' | 'alreadyThere' | 'differs' | 'invalid' | 'parentMissing' | 'stillInUse';
  readonly of: Collection;
  readonly id: Id;
  readonly field?: string;
}

function mismatch(code: Mismatch['code'], of: Collection, id: Id, field?: string): Mismatch {
  return { code, of, id, ...(field === undefined ? {} : { field }) };
}

/** A document while entries are laid on it. Lists are copied when first changed and put in order at the end. What refers to what is
 *  looked at once, by `dangling`, so that the order of entries does not matter. */
export class DocumentDraft {
  private readonly lists = new Map<string, ListDraft>();
  private readonly created = new Map<Id, Collection>();
  private readonly removed = new Map<Collection, Set<Id>>();
  /** Entities that were given a parent: single ones, and whole lists by the parent they belong to. */
  private readonly given = new Map<Id, ListDraft>();
  private readonly filled = new Set<ListDraft>();

  constructor(private readonly document: Document) {}

  list(of: Collection, home?: Id): ListDraft {
    const key = home === undefined ? of : `${of} ${home}`;
    const list = this.lists.get(key) ?? new ListDraft(of, home, rowsOf(this.document, of, home));
    this.lists.set(key, list);
    return list;
  }

  /** Whether an entity of a collection that is one list is there now. */
  has(of: Collection, id: Id): boolean {
    const list = this.lists.get(of);
    return (list ? list.get(id) : findById(rowsOf(this.document, of), id)) !== undefined;
  }

  /** Whether a parent is there, in any of the collections it may stand in. */
  hasParent({ of }: Parent, id: Id): boolean {
    return of.some((each) => this.has(each, id));
  }

  /** Whether an entity with this id has been made since. */
  isCreated(id: Id): boolean {
    return this.created.has(id);
  }

  /** Which of these ids an entity of the document, as it was, has. */
  idsInUse(ids: Iterable<Id>): Set<Id> {
    const wanted = new Set(ids);
    const found = new Set<Id>();
    if (wanted.size === 0) return found;
    for (const of of COLLECTION_NAMES) {
      for (const [, rows] of listsOf(this.document, of)) for (const { id } of rows) if (wanted.has(id)) found.add(id);
    }
    return found;
  }

  /** Lays an entry on the draft; gives the first thing that does not fit, after which the draft is of no use. */
  take(entry: Entry): Mismatch | null {
    if (entry.kind === 'edit') return this.edit(entry);
    if (rulesOf(entry.of).isSingle) return mismatch('invalid', entry.of, entry.entities[0]?.id ?? '');
    return entry.kind === 'create' ? this.create(entry) : this.remove(entry);
  }

  /** The first broken reference: an entity without its parent, or an id that is there twice. */
  dangling(): Mismatch | null {
    for (const list of this.filled) {
      const [first] = list.current();
      const orphan = first && this.orphaned(list.of, first);
      if (orphan) return orphan;
    }
    for (const [id, list] of this.given) {
      const entity = list.get(id);
      const orphan = entity && this.orphaned(list.of, entity);
      if (orphan) return orphan;
    }
    for (const [of, ids] of this.removed) {
      const left = this.childOf(of, ids);
      if (left !== null) return mismatch('stillInUse', of, left);
    }
    const twice = [...this.idsInUse(this.created.keys())].find((id) => !this.wasRemoved(id));
    return twice === undefined ? null : mismatch('alreadyThere', this.created.get(twice)!, twice);
  }

  done(): Document {
    const next: Record<string, unknown> = { ...this.document };
    const lists = [...this.lists.values()].map((list) => ({ list, rows: list.done() }));
    const changed = lists.filter(({ list, rows }) => rows !== rowsOf(this.document, list.of, list.home));
    if (changed.length === 0) return this.document;
    for (const of of new Set(changed.map(({ list }) => list.of))) {
      const own = changed.filter(({ list }) => list.of === of);
      const { home, isSingle } = rulesOf(of);
      const [first] = own[0]!.rows;
      next[of] = isSingle ? first : home === undefined ? own[0]!.rows : withLists(this.document[of] as unknown as HomedLists, own);
    }
    return next as unknown as Document;
  }

  /** A collection's entities by their parents' ids: those that would be orphaned without them. */
  childrenOf(of: Collection, ids: ReadonlySet<Id>): { readonly of: Collection; readonly entities: Entity[] }[] {
    return childCollections(of).flatMap(({ of: child, field }) => {
      const lists =
        rulesOf(child).home === field ? [...ids].map((id) => this.list(child, id)) : rulesOf(child).home ? [] : [this.list(child)];
      const entities = lists.flatMap((list) => [...list.current()].filter((entity) => ids.has(fieldOf(entity, field) as Id)));
      return entities.length ? [{ of: child, entities }] : [];
    });
  }

  private childOf(of: Collection, ids: ReadonlySet<Id>): Id | null {
    const [first] = this.childrenOf(of, ids);
    if (!first) return null;
    const fields = childCollections(of).filter((child) => child.of === first.of);
    return fields.map(({ field }) => fieldOf(first.entities[0]!, field) as Id).find((id) => ids.has(id))!;
  }

  private wasRemoved(id: Id): boolean {
    for (const ids of this.removed.values()) if (ids.has(id)) return true;
    return false;
  }

  /** Which of its parents an entity is without. */
  private orphaned(of: Collection, entity: Entity): Mismatch | null {
    const missing = rulesOf(of).parents.find((parent) => !this.hasParent(parent, fieldOf(entity, parent.field) as Id));
    return missing ? mismatch('parentMissing', of, entity.id, missing.field) : null;
  }

  private create({ of, entities }: WholeEntry): Mismatch | null {
    for (const [home, arriving] of byHome(of, entities)) {
      const list = this.list(of, home);
      const tooLong = arriving.find((entity) => !spanFits(of, entity));
      if (tooLong) return mismatch('invalid', of, tooLong.id, 'length');
      const twice = arriving.find(({ id }) => this.created.has(id))?.id ?? list.add(arriving);
      if (twice !== null) return mismatch('alreadyThere', of, twice);
      for (const entity of arriving) {
        this.created.set(entity.id, of);
        this.removed.get(of)?.delete(entity.id);
      }
      if (home === undefined) for (const { id } of arriving) this.given.set(id, list);
      else this.filled.add(list);
    }
    return null;
  }

  private remove({ of, entities }: WholeEntry): Mismatch | null {
    const gone = this.removed.get(of) ?? new Set<Id>();
    this.removed.set(of, gone);
    for (const [home, leaving] of byHome(of, entities)) {
      const list = this.list(of, home);
      const places = list.locate(leaving.map(({ id }) => id));
      if (typeof places === 'string') return mismatch('missing', of, places);
      for (let index = 0; index < leaving.length; index++) {
        const [row, named] = [list.at(places[index]!), leaving[index]!];
        const field = named === row ? undefined : differingField(named, row);
        if (field !== undefined) return mismatch('differs', of, row.id, field);
        list.remove(places[index]!);
        gone.add(row.id);
        this.created.delete(row.id);
      }
    }
    return null;
  }

  private edit(entry: EditEntry): Mismatch | null {
    const { of, ids } = entry;
    const wrong = wrongValue(entry);
    if (wrong) return mismatch('invalid', of, wrong.id, wrong.field);
    const list = this.list(of, entry.in);
    const places = list.locate(ids);
    if (typeof places === 'string') return mismatch('missing', of, places);
    const columns = Object.entries(entry.fields);
    const { orderFields, parents } = rulesOf(of);
    const isMoved = columns.some(([field]) => orderFields.includes(field));
    const maySpan = hasLength(of) && columns.some(([field]) => field === 'start' || field === 'length');
    const isRepointed = parents.some(({ field }) => columns.some(([name]) => name === field));
    for (let index = 0; index < ids.length; index++) {
      const place = places[index]!;
      const next = patched(list.at(place), columns, index);
      if (typeof next === 'string') return mismatch('differs', of, ids[index]!, next);
      if (maySpan && !spanFits(of, next)) return mismatch('invalid', of, next.id, 'length');
      list.replace(place, next, isMoved);
      if (isRepointed) this.given.set(next.id, list);
    }
    return null;
  }
}

type HomedLists = Readonly<Record<Id, readonly Entity[]>>;

function withLists(lists: HomedLists, changed: readonly { list: ListDraft; rows: readonly Entity[] }[]): HomedLists {
  const next: Record<Id, readonly Entity[]> = { ...lists };
  let isEmptied = false;
  for (const { list, rows } of changed) {
    next[list.home ?? ''] = rows;
    isEmptied ||= rows.length === 0;
  }
  // Objects that lose a key by `delete` are slow ever after; a copy without it is not.
  return isEmptied ? Object.fromEntries(Object.entries(next).filter(([, rows]) => rows.length > 0)) : next;
}

/** Splits entities by the list they stand in. */
function byHome(of: Collection, entities: readonly Entity[]): Map<Id | undefined, readonly Entity[]> {
  if (rulesOf(of).home === undefined) return new Map([[undefined, entities]]);
  const homes = new Map<Id | undefined, Entity[]>();
  for (const entity of entities) {
    const home = homeOf(of, entity);
    const list = homes.get(home);
    if (list) list.push(entity);
    else homes.set(home, [entity]);
  }
  return homes;
}

function differingField(a: Entity, b: Entity): string | undefined {
  return [...Object.keys(a), ...Object.keys(b)].find((field) => !sameValue(fieldOf(a, field), fieldOf(b, field)));
}

/** The row with its patches, or the name of the first field whose value is not the expected one. */
function patched(row: Entity, columns: [string, readonly [readonly unknown[], readonly unknown[]]][], place: number): Entity | string {
  // A spread is fastest where every field is there already, and slowest where one is added.
  const isThere = columns.every(([field]) => field in row);
  let next: Record<string, unknown> = isThere ? { ...row } : Object.assign({}, row);
  for (const [field, [before, after]] of columns) {
    if (next[field] !== before[place] && !sameValue(next[field], before[place])) return field;
    const value = after[place];
    if (value !== null && value !== undefined) next[field] = value;
    // Objects that lose a field by `delete` are slow ever after; a copy without it is not.
    else if (field in next) next = Object.fromEntries(Object.entries(next).filter(([name]) => name !== field));
  }
  return next as unknown as Entity;
}
