import type { Collection, Entity } from '../model/collections';
import type { Id } from '../model/entities';
import type { EditEntry } from './change';
import { sameValue } from './same';

type Values = Readonly<Record<string, unknown>>;

/** Edits that touch the same fields, value by value. */
interface Group {
  readonly ids: Id[];
  readonly columns: readonly { readonly field: string; readonly before: unknown[]; readonly after: unknown[] }[];
}

/** The key with the fields that `after` no longer has. */
function withGone(key: string, before: Values, after: Values): string {
  let all = key;
  for (const field in before) {
    if (before[field] !== undefined && !(field in after)) all = all === '' ? field : `${all},${field}`;
  }
  return all;
}

/** Gathers the edits of one list into entries by columns, one for each set of fields that change together. */
export class EditColumns {
  private readonly groups = new Map<string, Group>();
  private lastKey = '';
  private lastGroup: Group | null = null;

  constructor(
    private readonly of: Collection,
    private readonly inPattern: Id | undefined,
  ) {}

  /** Adds what differs between two states of one entity; nothing where they say the same. */
  addDifference(was: Entity, now: Entity): void {
    const before = was as unknown as Values;
    const after = now as unknown as Values;
    let key = '';
    let fields = 0;
    for (const field in after) {
      const value = before[field];
      if (value !== undefined) fields++;
      if (value !== after[field] && !sameValue(value, after[field])) key = key === '' ? field : `${key},${field}`;
    }
    for (const _field in before) fields--;
    // Where all of its fields were met again none is gone, and the slower look for that can be left out.
    if (fields !== 0) key = withGone(key, before, after);
    if (key !== '') this.push(key, was.id, before, after);
  }

  /** Adds an edit of known fields: `before` and `after` hold a value for each. */
  add(id: Id, before: Values, after: Values): void {
    this.push(Object.keys(before).join(), id, before, after);
  }

  entries(): EditEntry[] {
    return [...new Set(this.groups.values())].map(({ ids, columns }) => ({
      kind: 'edit',
      of: this.of,
      ...(this.inPattern === undefined ? {} : { in: this.inPattern }),
      ids,
      fields: Object.fromEntries(columns.map(({ field, before, after }) => [field, [before, after] as const])),
    }));
  }

  private push(key: string, id: Id, before: Values, after: Values): void {
    const group = key === this.lastKey && this.lastGroup ? this.lastGroup : this.group(key);
    this.lastKey = key;
    this.lastGroup = group;
    group.ids.push(id);
    for (const column of group.columns) {
      column.before.push(before[column.field] ?? null);
      column.after.push(after[column.field] ?? null);
    }
  }

  /** The group for a key, in whatever order its fields were named. */
  private group(key: string): Group {
    const known = this.groups.get(key);
    if (known) return known;
    const fields = key.split(',').sort();
    const group = this.groups.get(fields.join()) ?? { ids: [], columns: fields.map((field) => ({ field, before: [], after: [] })) };
    this.groups.set(fields.join(), group);
    this.groups.set(key, group);
    return group;
  }
}
