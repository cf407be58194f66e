import { z } from 'zod';
import { rulesOf } from '../model/collections';
import type { Id } from '../model/entities';
import type { EditEntry } from './change';

/** The first new value that its field does not allow: who an entity is and which list it stands in cannot be edited at all. Checked by
 *  runs of different values, since rows one by one take ten times as long. */
export function wrongValue({ of, ids, fields }: EditEntry): { readonly id: Id; readonly field: string } | null {
  const rules = rulesOf(of);
  const shape: Readonly<Record<string, z.ZodType>> = rules.schema.shape;
  for (const [field, [, after]] of Object.entries(fields)) {
    const isFixed = field === 'id' || field === 'songId' || field === rules.home;
    const schema = isFixed || !Object.hasOwn(shape, field) ? undefined : shape[field];
    if (!schema) return { id: ids[0]!, field };
    const places = firstPlaces(after);
    for (let from = 0; from < places.length; from += CHECKED_AT_A_TIME) {
      const some = places.slice(from, from + CHECKED_AT_A_TIME);
      const checked = listOf(schema).safeParse(some.map((index) => after[index] ?? undefined));
      if (!checked.success) return { id: ids[some[Number(checked.error.issues[0]?.path[0] ?? 0)]!]!, field };
    }
  }
  return null;
}

/** A whole column of wrong values would give a complaint for each. */
const CHECKED_AT_A_TIME = 2000;

/** The most different values that are known again: beyond that, looking for them takes longer than checking them. */
const VALUES_KNOWN = 256;

/** Where values stand that need to be checked: the first of those that are the same, or one object that many share. */
function firstPlaces(values: readonly unknown[]): number[] {
  const seen = new Set<unknown>();
  const places: number[] = [];
  for (let index = 0; index < values.length; index++) {
    const value = values[index];
    if (seen.has(value)) continue;
    if (seen.size < VALUES_KNOWN) seen.add(value);
    places.push(index);
  }
  return places;
}

const lists = new Map<z.ZodType, z.ZodType>();

/** The schema of a list of such values. Made once for each field: making one takes longer than checking with it. */
function listOf(schema: z.ZodType): z.ZodType {
  const known = lists.get(schema) ?? z.array(schema);
  lists.set(schema, known);
  return known;
}
