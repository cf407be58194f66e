import { COLLECTION_NAMES, fieldOf, homeOf, rulesOf, spanFits, type Collection, type Entity } from '../model/collections';
import type { Document } from '../model/document';
import type { Id } from '../model/entities';
import { apply } from './apply';
import type { Change, EditEntry, Entry, WholeEntry } from './change';
import { EditColumns } from './columns';
import { DocumentDraft } from './draft';
import { sameValue } from './same';
import { wrongValue } from './values';

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

/** Which value a field gets that has changed since: the Change's (two windows: later arrival wins) or its own (undo). */
export type Wins = 'later' | 'present';

/** Lays a Change on a document it was not made for. `later` wins fields that differ; `present` leaves a field that has changed since as
 *  it is. Removal beats edit either way. Takes time in step with the size of the Change and of the lists it touches. */
export function layOnTop(document: Document, change: Change, wins: Wins = 'later'): Layered {
  const direct = apply(document, change);
  if (direct.ok) return { document: direct.document, change, lost: [] };
  const layers = new Layers(document, wins);
  for (const entry of inSafeOrder(change.entries)) layers.take(entry);
  return { document: layers.draft.done(), change: { ...change, entries: layers.entries }, lost: layers.lost };
}

/** Additions first, parents before children; then edits; then removals, children before parents. */
function inSafeOrder(entries: readonly Entry[]): Entry[] {
  const rank = ({ kind, of }: Entry) => {
    const place = COLLECTION_NAMES.indexOf(of);
    return kind === 'create' ? place : kind === 'edit' ? COLLECTION_NAMES.length : 3 * COLLECTION_NAMES.length - place;
  };
  return [...entries].sort((a, b) => rank(a) - rank(b));
}

class Layers {
  readonly draft: DocumentDraft;
  readonly entries: Entry[] = [];
  readonly lost: Lost[] = [];

  constructor(
    document: Document,
    private readonly wins: Wins,
  ) {
    this.draft = new DocumentDraft(document);
  }

  take(entry: Entry): void {
    if (entry.kind === 'edit') this.edit(entry);
    else if (rulesOf(entry.of).isSingle) this.lose(entry.of, entry.entities);
    else if (entry.kind === 'create') this.create(entry);
    else this.remove(entry);
  }

  private put(entry: Entry): void {
    const mismatch = this.draft.take(entry);
    if (mismatch) throw new Error(`A fitted entry does not fit: ${JSON.stringify(mismatch)}`);
    this.entries.push(entry);
  }

  private lose(of: Collection, entities: Iterable<{ readonly id: Id }>): void {
    for (const { id } of entities) this.lost.push({ of, id });
  }

  private create(entry: WholeEntry): void {
    const { of } = entry;
    const { parents } = rulesOf(of);
    const taken = this.draft.idsInUse(entry.entities.map(({ id }) => id));
    const fits = (entity: Entity) => {
      if (taken.has(entity.id) || this.draft.isCreated(entity.id) || !spanFits(of, entity)) return false;
      taken.add(entity.id);
      return parents.every((parent) => this.draft.hasParent(parent, fieldOf(entity, parent.field) as Id));
    };
    const isIn = new Set<Entity>(entry.entities.filter(fits));
    this.lose(
      of,
      entry.entities.filter((entity) => !isIn.has(entity)),
    );
    if (isIn.size) this.put({ ...entry, entities: [...isIn] });
  }

  /** Removes the entities as they are now, and first whatever has been put into them since. What is gone already is no loss. */
  private remove({ of, entities }: WholeEntry): void {
    const present = new Map<Id, Entity>();
    for (const entity of entities) {
      const now = this.draft.list(of, homeOf(of, entity)).get(entity.id);
      if (now) present.set(now.id, now);
    }
    if (present.size === 0) return;
    for (const children of this.draft.childrenOf(of, new Set(present.keys()))) this.remove({ kind: 'remove', ...children });
    this.put({ kind: 'remove', of, entities: [...present.values()] });
  }

  private edit(entry: EditEntry): void {
    const { of, ids } = entry;
    if (wrongValue(entry)) {
      this.lose(
        of,
        ids.map((id) => ({ id })),
      );
      return;
    }
    const list = this.draft.list(of, entry.in);
    const columns = new EditColumns(of, entry.in);
    const seen = new Set<Id>();
    for (let index = 0; index < ids.length; index++) {
      const id = ids[index]!;
      const row = seen.has(id) ? undefined : list.get(id);
      seen.add(id);
      const fields = row && this.fitting(entry, row, index);
      if (!fields) this.lost.push({ of, id });
      else if (fields.length) columns.add(id, sideOf(fields, 1), sideOf(fields, 2));
    }
    for (const fitted of columns.entries()) this.put(fitted);
  }

  /** The fields of an edit that go in, with their values before and after; null where the entity cannot have them together. */
  private fitting({ of, fields }: EditEntry, row: Entity, index: number): Fitting[] | null {
    const fitting: Fitting[] = [];
    for (const [field, [before, after]] of Object.entries(fields)) {
      const present = fieldOf(row, field) ?? null;
      const parent = rulesOf(of).parents.find((each) => each.field === field);
      const isIn =
        (this.wins === 'later' || sameValue(present, before[index])) && (!parent || this.draft.hasParent(parent, after[index] as Id));
      if (isIn) fitting.push([field, present, after[index] ?? null]);
      else this.lost.push({ of, id: row.id, field });
    }
    return spanFits(of, { ...row, ...sideOf(fitting, 2) } as Entity) ? fitting : null;
  }
}

type Fitting = readonly [field: string, before: unknown, after: unknown];

function sideOf(fitting: readonly Fitting[], side: 1 | 2): Record<string, unknown> {
  return Object.fromEntries(fitting.map((each) => [each[0], each[side]]));
}
