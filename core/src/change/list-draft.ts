import { rulesOf, type Collection, type Entity } from '../model/collections';
import { inOrder } from '../model/document';
import type { Id } from '../model/entities';

/** One list of a document while it is being changed. Rows keep their places until `done`, which puts the list in order once, so that
 *  any number of entries costs one pass over it. The list it began from stays as it is. */
export class ListDraft {
  private next: (Entity | null)[] | null = null;
  private places: Map<Id, number> | null = null;
  private hasWalked = false;
  /** 1 where a row's order may have changed. */
  private touched: Uint8Array | null = null;
  private hasRemoved = false;

  constructor(
    readonly of: Collection,
    readonly home: Id | undefined,
    private readonly base: readonly Entity[],
  ) {}

  get(id: Id): Entity | undefined {
    const place = this.placesById().get(id);
    return place === undefined ? undefined : (this.rows[place] ?? undefined);
  }

  /** The place of each id, or the first id that no row has or that is named twice. */
  locate(ids: readonly Id[]): Int32Array | Id {
    return this.walk(ids) ?? this.lookUp(ids);
  }

  at(place: number): Entity {
    return this.rows[place]!;
  }

  replace(place: number, entity: Entity, isMoved: boolean): void {
    this.writable()[place] = entity;
    if (!isMoved || place >= this.base.length) return;
    this.touched ??= new Uint8Array(this.base.length);
    this.touched[place] = 1;
  }

  remove(place: number): void {
    const rows = this.writable();
    this.places?.delete(rows[place]!.id);
    rows[place] = null;
    this.hasRemoved = true;
  }

  /** Puts entities in, or gives the id of the first that is there already. */
  add(entities: readonly Entity[]): Id | null {
    const rows = this.writable();
    const places = this.placesById();
    for (const entity of entities) {
      if (places.has(entity.id)) return entity.id;
      places.set(entity.id, rows.length);
      rows.push(entity);
    }
    return null;
  }

  /** Every row there is now, in no order. */
  *current(): Generator<Entity> {
    for (const row of this.rows) if (row) yield row;
  }

  /** The list in its order; the very list it began from where nothing was changed. */
  done(): readonly Entity[] {
    const { next, base } = this;
    if (!next) return base;
    const kept = this.hasRemoved || next.length > base.length || !this.isInPlace() ? this.partedAndMerged(next) : (next as Entity[]);
    return kept;
  }

  private get rows(): readonly (Entity | null)[] {
    return this.next ?? this.base;
  }

  private writable(): (Entity | null)[] {
    return (this.next ??= this.base.slice());
  }

  /** Most edits name rows in their order, so that one walk finds them all; only for others is an index made. */
  private walk(ids: readonly Id[]): Int32Array | null {
    if (this.hasWalked) return null;
    this.hasWalked = true;
    const { rows } = this;
    const found = new Int32Array(ids.length);
    let next = 0;
    for (let place = 0; place < rows.length && next < ids.length; place++) if (rows[place]?.id === ids[next]) found[next++] = place;
    return next === ids.length ? found : null;
  }

  private lookUp(ids: readonly Id[]): Int32Array | Id {
    const places = this.placesById();
    const found = new Int32Array(ids.length);
    const isNamed = new Uint8Array(this.rows.length);
    for (let index = 0; index < ids.length; index++) {
      const place = places.get(ids[index]!);
      if (place === undefined || isNamed[place] === 1) return ids[index]!;
      isNamed[place] = 1;
      found[index] = place;
    }
    return found;
  }

  private placesById(): Map<Id, number> {
    if (this.places) return this.places;
    const places = (this.places = new Map<Id, number>());
    const { rows } = this;
    for (let place = 0; place < rows.length; place++) {
      const row = rows[place];
      if (row) places.set(row.id, place);
    }
    return places;
  }

  private isInPlace(): boolean {
    const { touched } = this;
    if (!touched) return true;
    const rows = this.next as Entity[];
    const { compare } = rulesOf(this.of);
    for (let place = 0; place < rows.length; place++) {
      if (touched[place] === 0) continue;
      if (place > 0 && compare(rows[place - 1]!, rows[place]!) > 0) return false;
      if (place < rows.length - 1 && compare(rows[place]!, rows[place + 1]!) > 0) return false;
    }
    return true;
  }

  private partedAndMerged(next: readonly (Entity | null)[]): readonly Entity[] {
    const kept: Entity[] = [];
    const arriving: Entity[] = [];
    for (let place = 0; place < next.length; place++) {
      const row = next[place];
      if (!row) continue;
      const isMoved = place >= this.base.length || (this.touched !== null && this.touched[place] === 1);
      (isMoved ? arriving : kept).push(row);
    }
    return merged(this.of, kept, arriving);
  }
}

/** Merges what is in the collection's order with what may not be. */
function merged(of: Collection, kept: readonly Entity[], added: readonly Entity[]): readonly Entity[] {
  if (added.length === 0) return kept;
  const { compare } = rulesOf(of);
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
