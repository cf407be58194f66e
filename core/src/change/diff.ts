import { notesOf, type Collection, type Document, type Entity } from '../model/document';
import type { Id } from '../model/entities';
import type { EditEntry, Entry } from './change';
import { EditColumns } from './columns';
import { remember } from './found';

/** What has to happen to a list: the entries of a Change, kept apart so that they can be put in a safe order. */
interface RowsDiff {
  readonly created: readonly Entity[];
  readonly removed: readonly Entity[];
  readonly edits: readonly EditEntry[];
}

/** The entries that turn `before` into `after`. Lists that are the same object are passed over. */
export function diff(before: Document, after: Document): Entry[] {
  const patternIds = new Set([...Object.keys(before.notes), ...Object.keys(after.notes)]);
  const notes = [...patternIds].map((id) => diffRows('notes', id, notesOf(before, id), notesOf(after, id)));
  const parents = (['tracks', 'patterns', 'placements'] as const).map((of) => ({ of, ...diffRows(of, undefined, before[of], after[of]) }));
  const song = diffRows('song', undefined, [before.song], [after.song]);
  return [
    ...whole(
      'remove',
      'notes',
      notes.flatMap(({ removed }) => removed),
    ),
    ...[...parents].reverse().flatMap(({ of, removed }) => whole('remove', of, removed)),
    ...song.edits,
    ...parents.flatMap(({ edits }) => edits),
    ...parents.flatMap(({ of, created }) => whole('create', of, created)),
    ...notes.flatMap(({ edits }) => edits),
    ...whole(
      'create',
      'notes',
      notes.flatMap(({ created }) => created),
    ),
  ];
}

/** The entries that turn one pattern's notes into others. */
export function diffNotes(patternId: Id, before: Document['notes'][Id], after: Document['notes'][Id]): Entry[] {
  const { created, removed, edits } = diffRows('notes', patternId, before, after);
  const entries = [...whole('remove', 'notes', removed), ...edits, ...whole('create', 'notes', created)];
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
