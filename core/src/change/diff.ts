import { COLLECTION_NAMES, type Collection, type Entity } from '../model/collections';
import { listsOf, rowsOf, type Document } from '../model/document';
import type { Id } from '../model/entities';
import type { EditEntry, Entry } from './change';
import { EditColumns } from './columns';
import { remember } from './found';

/** The edits of a list: the entries of a Change, kept apart so that they can be put in a safe order. */
interface RowsDiff {
  readonly created: readonly Entity[];
  readonly removed: readonly Entity[];
  readonly edits: readonly EditEntry[];
}

/** The entries that turn `before` into `after`, in the order of every Change: what is made, parents first; edits; what goes, children
 *  first. Lists that are the same object are passed over. */
export function diff(before: Document, after: Document): Entry[] {
  const found = COLLECTION_NAMES.map((of) => {
    const homes = new Set([...listsOf(before, of), ...listsOf(after, of)].map(([home]) => home));
    const lists = [...homes].map((home) => diffRows(of, home, rowsOf(before, of, home), rowsOf(after, of, home)));
    return { of, created: all(lists, 'created'), edits: lists.flatMap(({ edits }) => edits), removed: all(lists, 'removed') };
  });
  return [
    ...found.flatMap(({ of, created }) => whole('create', of, created)),
    ...found.flatMap(({ edits }) => edits),
    ...[...found].reverse().flatMap(({ of, removed }) => whole('remove', of, removed)),
  ];
}

function all(lists: readonly RowsDiff[], side: 'created' | 'removed'): Entity[] {
  return lists.flatMap((list) => list[side]);
}

/** The entries that turn one pattern's notes into others. */
export function diffNotes(patternId: Id, before: Document['notes'][Id], after: Document['notes'][Id]): Entry[] {
  const { created, removed, edits } = diffRows('notes', patternId, before, after);
  const entries = [...whole('create', 'notes', created), ...edits, ...whole('remove', 'notes', removed)];
  remember(entries, patternId, before, after);
  return entries;
}

function whole(kind: 'create' | 'remove', of: Collection, entities: readonly Entity[]): Entry[] {
  return entities.length ? [{ kind, of, entities }] : [];
}

function diffRows(of: Collection, inPattern: Id | undefined, before: readonly Entity[], after: readonly Entity[]): RowsDiff {
  if (before === after) return { created: [], removed: [], edits: [] };
  const edits = new EditColumns(of, inPattern);
  // Most edits leave the order alone: as far as it holds, rows are compared in step, and only the rest is looked up by id.
  let inStep = 0;
  for (; inStep < before.length && before[inStep]!.id === after[inStep]?.id; inStep++) {
    if (before[inStep] !== after[inStep]) edits.addDifference(before[inStep]!, after[inStep]!);
  }
  const now = new Map<Id, Entity>();
  for (let index = inStep; index < after.length; index++) now.set(after[index]!.id, after[index]!);
  const removed: Entity[] = [];
  // Edits are named in the order the rows have before them, in which applying finds them fastest.
  for (let index = inStep; index < before.length; index++) {
    const was = before[index]!;
    const row = now.get(was.id);
    if (!row) {
      removed.push(was);
      continue;
    }
    now.delete(was.id);
    if (was !== row) edits.addDifference(was, row);
  }
  return { created: [...now.values()], removed, edits: edits.entries() };
}
