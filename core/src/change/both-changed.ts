import type { Id } from '../model/entities';
import type { Change } from './change';

/** How many values (a field of a note, a track, …) each of two Changes sets: both were made without knowing of the other, and only one of each
 *  can hold. */
export function bothChanged(one: Change, other: Change): number {
  const mine = valuesOf(one);
  return [...valuesOf(other)].filter((value) => mine.has(value)).length;
}

function valuesOf({ entries }: Change): ReadonlySet<string> {
  const values = new Set<string>();
  const add = (of: string, id: Id, field: string) => values.add(`${of} ${id} ${field}`);
  for (const entry of entries) {
    if (entry.kind !== 'edit') continue;
    for (const field of Object.keys(entry.fields)) for (const id of entry.ids) add(entry.of, id, field);
  }
  return values;
}
