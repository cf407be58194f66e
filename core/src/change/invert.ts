import type { Id } from '../model/entities';
import type { Change, Entry } from './change';

/** The Change that takes `change` back: entries in reverse, every [before, after] swapped. */
export function invert(
  change: Change,
  stamp: { readonly id: Id; readonly at: number; readonly device: string; readonly label: string },
): Change {
  const { together } = change;
  return { ...stamp, undoes: change.id, ...(together ? { together } : {}), entries: [...change.entries].reverse().map(inverted) };
}

function inverted(entry: Entry): Entry {
  if (entry.kind !== 'edit') return { ...entry, kind: entry.kind === 'create' ? 'remove' : 'create' };
  const swapped = Object.entries(entry.fields).map(([field, [before, after]]) => [field, [after, before]] as const);
  return { ...entry, fields: Object.fromEntries(swapped) };
}
