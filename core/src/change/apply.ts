import type { z } from 'zod';
import { ENTITY_SCHEMAS, findById, type Collection, type Document, type Entity } from '../model/document';
import type { Id } from '../model/entities';
import type { Change, EditEntry, Entry, WholeEntry } from './change';
import { childrenOf, homeOf, merged, parentsOf, rowsOf, withRows } from './rows';
import { sameValue } from './same';

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
    const orphan = arriving.find((entity) => parentsOf(of, entity).some((parent) => !findById(rowsOf(current, parent.of), parent.id)));
    if (orphan) return refuse('parentMissing', of, orphan.id);
    const rows = rowsOf(current, of, home);
    const ids = new Set(arriving.map(({ id }) => id));
    const twice = rows.find(({ id }) => ids.has(id));
    if (twice || ids.size < arriving.length) return refuse('alreadyThere', of, twice?.id ?? arriving[0]!.id);
    current = withRows(current, of, home, merged(of, rows, arriving));
  }
  return { ok: true, document: current };
}

function applyRemove(document: Document, { of, entities, ...entry }: WholeEntry): Applied {
  let current = document;
  for (const [home, leaving] of byHome({ ...entry, of, entities })) {
    const going = new Map(leaving.map((entity) => [entity.id, entity]));
    const kept: Entity[] = [];
    for (const row of rowsOf(current, of, home)) {
      const named = going.get(row.id);
      if (!named) {
        kept.push(row);
        continue;
      }
      const field = differingField(named, row);
      if (field) return refuse('differs', of, row.id, field);
      if (childrenOf(current, of, row.id).length) return refuse('stillInUse', of, row.id);
      going.delete(row.id);
    }
    for (const id of going.keys()) return refuse('missing', of, id);
    current = withRows(current, of, home, kept);
  }
  return { ok: true, document: current };
}

function differingField(a: Entity, b: Entity): string | undefined {
  const left = a as unknown as Record<string, unknown>;
  const right = b as unknown as Record<string, unknown>;
  return [...Object.keys(left), ...Object.keys(right)].find((field) => !sameValue(left[field], right[field]));
}

/** One pass over the list: rows that keep their place stay, moved ones are merged back in order. */
function applyEdit(document: Document, entry: EditEntry): Applied {
  const wrong = wrongValue(entry);
  if (wrong) return refuse('invalid', entry.of, wrong.id, wrong.field);
  const places = new Map(entry.ids.map((id, index) => [id, index]));
  const columns = Object.entries(entry.fields);
  const kept: Entity[] = [];
  const changed: Entity[] = [];
  for (const row of rowsOf(document, entry.of, entry.in)) {
    const place = places.get(row.id);
    if (place === undefined) {
      kept.push(row);
      continue;
    }
    const next = patched(row, columns, place);
    if (typeof next === 'string') return refuse('differs', entry.of, row.id, next);
    changed.push(next);
    places.delete(row.id);
  }
  for (const id of places.keys()) return refuse('missing', entry.of, id);
  return { ok: true, document: withRows(document, entry.of, entry.in, merged(entry.of, kept, changed)) };
}

/** The first new value that its field does not allow. Checked column by column, since whole rows take ten times as long. */
function wrongValue({ of, ids, fields }: EditEntry): { readonly id: Id; readonly field: string } | null {
  const shape: Readonly<Record<string, z.ZodType>> = ENTITY_SCHEMAS[of].shape;
  for (const [field, [, after]] of Object.entries(fields)) {
    const schema = field === 'id' ? undefined : shape[field];
    let last: unknown;
    for (let index = 0; index < after.length; index++) {
      const value = after[index] ?? undefined;
      if (index > 0 && value === last) continue;
      if (!schema?.safeParse(value).success) return { id: ids[index]!, field };
      last = value;
    }
  }
  return null;
}

/** The row with its patches, or the name of the first field whose value is not the expected one. */
function patched(row: Entity, columns: [string, readonly [readonly unknown[], readonly unknown[]]][], place: number): Entity | string {
  const next: Record<string, unknown> = { ...row };
  for (const [field, [before, after]] of columns) {
    if (!sameValue(next[field], before[place])) return field;
    if (after[place] === null || after[place] === undefined) delete next[field];
    else next[field] = after[place];
  }
  return next as unknown as Entity;
}
