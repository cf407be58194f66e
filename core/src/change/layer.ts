import { type Collection, type Document, type Entity } from '../model/document';
import type { Id } from '../model/entities';
import { apply } from './apply';
import type { Change, EditEntry, Entry, WholeEntry } from './change';
import { childrenOf, homeOf, parentsOf, rowsOf } from './rows';
import { sameValue } from './same';

/** A part of a Change that found no place: the entity is gone, or the field has moved on. */
export interface Lost {
  readonly of: Collection;
  readonly id: Id;
  readonly field?: string;
}

export interface Layered {
  readonly document: Document;
  /** The Change as it fits this document; it has no entries where nothing of it was left. */
  readonly change: Change;
  readonly lost: readonly Lost[];
}

/** Lays a Change on a document it was not made for. `later` wins fields that differ (two windows: later arrival wins);
 *  `present` leaves a field that has changed since as it is (undo). Removal beats edit either way. */
export function layOnTop(document: Document, change: Change, wins: 'later' | 'present' = 'later'): Layered {
  const direct = apply(document, change);
  if (direct.ok) return { document: direct.document, change, lost: [] };
  const lost: Lost[] = [];
  const entries: Entry[] = [];
  let current = document;
  for (const entry of change.entries) {
    for (const fitted of fit(current, entry, wins, lost)) {
      const applied = apply(current, { ...change, entries: [fitted] });
      if (!applied.ok) {
        lost.push({ of: applied.mismatch.of, id: applied.mismatch.id });
        continue;
      }
      current = applied.document;
      entries.push(fitted);
    }
  }
  return { document: current, change: { ...change, entries }, lost };
}

function fit(document: Document, entry: Entry, wins: 'later' | 'present', lost: Lost[]): Entry[] {
  if (entry.kind === 'edit') return fitEdit(document, entry, wins, lost);
  return entry.kind === 'create' ? fitCreate(document, entry, lost) : fitRemove(document, entry);
}

function fitCreate(document: Document, entry: WholeEntry, lost: Lost[]): Entry[] {
  const fits = (entity: Entity) =>
    !rowsOf(document, entry.of, homeOf(entry.of, entity)).some(({ id }) => id === entity.id) &&
    parentsOf(entry.of, entity).every((parent) => rowsOf(document, parent.of).some(({ id }) => id === parent.id));
  const entities = entry.entities.filter(fits);
  for (const entity of entry.entities) if (!entities.includes(entity)) lost.push({ of: entry.of, id: entity.id });
  return entities.length ? [{ ...entry, entities }] : [];
}

/** Removes the entities as they are now, and first whatever has been put into them since. What is gone already is no loss. */
function fitRemove(document: Document, entry: WholeEntry): Entry[] {
  const entities = entry.entities.flatMap((entity) =>
    rowsOf(document, entry.of, homeOf(entry.of, entity)).filter(({ id }) => id === entity.id),
  );
  const children = entities.flatMap(({ id }) => childrenOf(document, entry.of, id)).map((child): Entry => ({ kind: 'remove', ...child }));
  return entities.length ? [...children, { ...entry, entities }] : [];
}

function fitEdit(document: Document, entry: EditEntry, wins: 'later' | 'present', lost: Lost[]): Entry[] {
  const rows = new Map(rowsOf(document, entry.of, entry.in).map((row) => [row.id, row as unknown as Record<string, unknown>]));
  return entry.ids.flatMap((id, index) => {
    const row = rows.get(id);
    if (!row) lost.push({ of: entry.of, id });
    if (!row) return [];
    const fields: Record<string, readonly [readonly unknown[], readonly unknown[]]> = {};
    for (const [field, [before, after]] of Object.entries(entry.fields)) {
      if (wins === 'later' || sameValue(row[field], before[index])) fields[field] = [[row[field] ?? null], [after[index]]];
      else lost.push({ of: entry.of, id, field });
    }
    return Object.keys(fields).length ? [{ ...entry, ids: [id], fields }] : [];
  });
}
