import { z } from 'zod';
import { ENTITY_SCHEMAS } from '../model/document';
import type { Id } from '../model/entities';
import type { EditEntry } from './change';

/** The first new value that its field does not allow. Checked by whole columns and runs of one
 *  value, since rows one by one take ten times as long. */
export function wrongValue({ of, ids, fields }: EditEntry): { readonly id: Id; readonly field: string } | null {
  const shape: Readonly<Record<string, z.ZodType>> = ENTITY_SCHEMAS[of]().shape;
  for (const [field, [, after]] of Object.entries(fields)) {
    const schema = field === 'id' ? undefined : shape[field];
    if (!schema) return { id: ids[0]!, field };
    const places = firstPlaces(after);
    const checked = listOf(schema).safeParse(places.map((index) => after[index] ?? undefined));
    if (!checked.success) return { id: ids[places[Number(checked.error.issues[0]?.path[0] ?? 0)]!]!, field };
  }
  return null;
}

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
