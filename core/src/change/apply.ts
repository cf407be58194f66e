import { findById, ORDER_FIELDS, ORDERS, type Collection, type Document, type Entity } from '../model/document';
import type { Id } from '../model/entities';
import type { Change, EditEntry, Entry, WholeEntry } from './change';
import { asFound } from './found';
import { childrenOf, homeOf, merged, parentsOf, rowsOf, withRows } from './rows';
import { sameValue } from './same';
import { wrongValue } from './values';

/** Why a Change does not fit a document: which entity, and which field where it is one. */
export interface Mismatch {
  readonly code: 'missing' | 'alreadyThere' | 'differs' | 'invalid' | 'parentMissing' | 'stillInUse';
  readonly of: Collection;
  readonly id: Id;
  readonly field?: string;
}

export type Applied = { readonly ok: true; readonly document: Document } | { readonly ok: false; readonly mismatch: Mismatch };

/** Applies `change`, or refuses it whole, naming the first thing that does not fit. The document given stays as it is. */
export function apply(document: Document, change: Change): Applied {
  const known = asFound(document, change.entries);
  if (known && !change.entries.some((entry) => entry.kind === 'edit' && wrongValue(entry))) return { ok: true, document: known };
  let current = document;
  for (const entry of change.entries) {
    const next = applyEntry(current, entry);
    if (!next.ok) return next;
    current = next.document;
  }
  return { ok: true, document: current };
}

/** Applies a Change that is known to fit. Throws, naming entity and field, where it does not. */
export function applyOwn(document: Document, change: Change): Document {
  const applied = apply(document, change);
  if (!applied.ok) throw new Error(`Change "${change.label}" does not fit: ${JSON.stringify(applied.mismatch)}`);
  return applied.document;
}

function applyEntry(document: Document, entry: Entry): Applied {
  if (entry.kind === 'edit') return applyEdit(document, entry);
  return entry.kind === 'create' ? applyCreate(document, entry) : applyRemove(document, entry);
}

function refuse(code: Mismatch['code'], of: Collection, id: Id, field?: string): Applied {
  return { ok: false, mismatch: { code, of, id, ...(field === undefined ? {} : { field }) } };
}

/** Splits entities by the list they live in. */
function byHome(entry: WholeEntry): Map<Id | undefined, Entity[]> {
  const homes = new Map<Id | undefined, Entity[]>();
  for (const entity of entry.entities) {
    const home = homeOf(entry.of, entity);
    const list = homes.get(home);
    if (list) list.push(entity);
    else homes.set(home, [entity]);
  }
  return homes;
}

function applyCreate(document: Document, { of, entities, ...entry }: WholeEntry): Applied {
  let current = document;
  for (const [home, arriving] of byHome({ ...entry, of, entities })) {
    const orphan = orphanAmong(current, of, arriving);
    if (orphan) return refuse('parentMissing', of, orphan.id);
    const rows = rowsOf(current, of, home);
    const ids = new Set<Id>();
    for (const { id } of arriving) ids.add(id);
    const twice = rows.find(({ id }) => ids.has(id));
    if (twice || ids.size < arriving.length) return refuse('alreadyThere', of, twice?.id ?? arriving[0]!.id);
    current = withRows(current, of, home, merged(of, rows, arriving));
  }
  return { ok: true, document: current };
}

/** The first entity that would hang in the air. Notes of one home share their parent, which is looked up once. */
function orphanAmong(document: Document, of: Collection, arriving: readonly Entity[]): Entity | undefined {
  const isOrphan = (entity: Entity) => parentsOf(of, entity).some((parent) => !findById(rowsOf(document, parent.of), parent.id));
  return (of === 'notes' ? arriving.slice(0, 1) : arriving).find(isOrphan);
}

function applyRemove(document: Document, { of, entities, ...entry }: WholeEntry): Applied {
  let current = document;
  for (const [home, leaving] of byHome({ ...entry, of, entities })) {
    const rows = rowsOf(current, of, home);
    const ids = leaving.map(({ id }) => id);
    const indices = locate(rows, ids);
    if (indices === null) return refuse('missing', of, notAmong(rows, ids));
    const isLeaving = new Uint8Array(rows.length);
    for (let place = 0; place < leaving.length; place++) {
      const [row, named] = [rows[indices[place]!]!, leaving[place]!];
      const field = named === row ? undefined : differingField(named, row);
      if (field) return refuse('differs', of, row.id, field);
      if (childrenOf(current, of, row.id).length) return refuse('stillInUse', of, row.id);
      isLeaving[indices[place]!] = 1;
    }
    const kept = rows.filter((_row, index) => isLeaving[index] === 0);
    current = withRows(current, of, home, kept);
  }
  return { ok: true, document: current };
}

/** The first id named that no row has, or that is named twice. */
function notAmong(rows: readonly Entity[], named: readonly Id[]): Id {
  const there = new Set(rows.map(({ id }) => id));
  return named.find((id) => !there.delete(id))!;
}

function differingField(a: Entity, b: Entity): string | undefined {
  const left = a as unknown as Record<string, unknown>;
  const right = b as unknown as Record<string, unknown>;
  return [...Object.keys(left), ...Object.keys(right)].find((field) => !sameValue(left[field], right[field]));
}

/** Edits rows where they stand in a copy of the list; only where one is then out of order are the edited ones merged back anew. */
function applyEdit(document: Document, entry: EditEntry): Applied {
  const { of, ids } = entry;
  const wrong = wrongValue(entry);
  if (wrong) return refuse('invalid', of, wrong.id, wrong.field);
  const rows = rowsOf(document, of, entry.in);
  const indices = locate(rows, ids);
  if (indices === null) return refuse('missing', of, notAmong(rows, ids));
  const columns = Object.entries(entry.fields);
  const edited = rows.slice();
  for (let place = 0; place < ids.length; place++) {
    const index = indices[place]!;
    const next = patched(rows[index]!, columns, place);
    if (typeof next === 'string') return refuse('differs', of, ids[place]!, next);
    edited[index] = next;
  }
  const moves = ORDER_FIELDS[of].some((field) => field in entry.fields);
  return { ok: true, document: withRows(document, of, entry.in, moves ? putInOrder(of, edited, indices) : edited) };
}

/** The index of each id among the rows; null where one is missing or named twice. Most edits name rows in their order, so that one
 *  walk finds them all; only for others is an index made. */
function locate(rows: readonly Entity[], ids: readonly Id[]): Int32Array | null {
  const indices = new Int32Array(ids.length);
  let next = 0;
  for (let index = 0; index < rows.length && next < ids.length; index++) if (rows[index]!.id === ids[next]) indices[next++] = index;
  if (next === ids.length) return indices;
  const places = new Map<Id, number>();
  ids.forEach((id, place) => places.set(id, place));
  let found = 0;
  rows.forEach(({ id }, index) => {
    const place = places.get(id);
    if (place === undefined) return;
    indices[place] = index;
    found++;
  });
  return found === ids.length ? indices : null;
}

/** The rows in order again after those at `indices` have changed. */
function putInOrder(of: Collection, rows: readonly Entity[], indices: Int32Array): readonly Entity[] {
  const compare = ORDERS[of] as (a: Entity, b: Entity) => number;
  const isInPlace = (index: number) =>
    (index === 0 || compare(rows[index - 1]!, rows[index]!) <= 0) &&
    (index === rows.length - 1 || compare(rows[index]!, rows[index + 1]!) <= 0);
  if (indices.every(isInPlace)) return rows;
  const isEdited = new Uint8Array(rows.length);
  for (const index of indices) isEdited[index] = 1;
  return merged(
    of,
    rows.filter((_row, index) => isEdited[index] === 0),
    rows.filter((_row, index) => isEdited[index] === 1),
  );
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
