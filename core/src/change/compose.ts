import { COLLECTION_NAMES, homeOf, type Collection, type Entity } from '../model/collections';
import type { Id } from '../model/entities';
import type { Change, Entry } from './change';
import { EditColumns } from './columns';
import { sameValue } from './same';

type Fields = Record<string, readonly [unknown, unknown]>;

/** One entity's fate over a run of entries. `was` and `now` are null while it does not exist. */
interface Outcome {
  readonly of: Collection;
  readonly id: Id;
  readonly home: Id | undefined;
  was?: Entity | null;
  now?: Entity | null;
  fields: Fields;
}

/** One Change with the effect of `first` and then `second`; what was made and unmade in between is gone.
 *  It keeps the id, label and time of `first`, and how both were made. */
export function compose(first: Change, second: Change): Change {
  const outcomes = new Map<string, Outcome>();
  for (const entry of [...first.entries, ...second.entries]) follow(outcomes, entry);
  const made = [...(first.made ?? []), ...(second.made ?? [])];
  return { ...first, ...(made.length ? { made } : {}), entries: entriesOf([...outcomes.values()]) };
}

function outcomeOf(outcomes: Map<string, Outcome>, of: Collection, id: Id, home: Id | undefined): Outcome {
  const key = `${of} ${id}`;
  const outcome = outcomes.get(key) ?? { of, id, home, fields: {} };
  outcomes.set(key, outcome);
  return outcome;
}

function follow(outcomes: Map<string, Outcome>, entry: Entry): void {
  if (entry.kind === 'edit') {
    entry.ids.forEach((id, index) => followEdit(outcomeOf(outcomes, entry.of, id, entry.in), entry.fields, index));
    return;
  }
  for (const entity of entry.entities) {
    const outcome = outcomeOf(outcomes, entry.of, entity.id, homeOf(entry.of, entity));
    if (entry.kind === 'create') {
      if (outcome.was === undefined) outcome.was = null;
      outcome.now = entity;
    } else {
      if (outcome.was === undefined) outcome.was = withFields(entity, outcome.fields, 0);
      outcome.now = null;
    }
  }
}

function followEdit(
  outcome: Outcome,
  fields: Readonly<Record<string, readonly [readonly unknown[], readonly unknown[]]>>,
  index: number,
): void {
  const patches = Object.entries(fields).map(([field, [before, after]]) => [field, [before[index], after[index]]] as const);
  if (outcome.now) outcome.now = withFields(outcome.now, Object.fromEntries(patches), 1);
  else
    for (const [field, [before, after]] of patches)
      outcome.fields[field] = [field in outcome.fields ? outcome.fields[field]![0] : before, after];
}

function withFields(entity: Entity, fields: Fields, side: 0 | 1): Entity {
  const next: Record<string, unknown> = { ...entity };
  for (const [field, patch] of Object.entries(fields)) {
    if (patch[side] === null || patch[side] === undefined) delete next[field];
    else next[field] = patch[side];
  }
  return next as unknown as Entity;
}

/** In the order of every Change: what is made, parents first; edits; what goes, children first. */
function entriesOf(outcomes: readonly Outcome[]): Entry[] {
  const of = (collection: Collection) => outcomes.filter((each) => each.of === collection);
  return [
    ...COLLECTION_NAMES.flatMap((each) =>
      whole(
        'create',
        each,
        of(each).flatMap(({ was, now }) => (was === null && now ? [now] : [])),
      ),
    ),
    ...COLLECTION_NAMES.flatMap((each) => editsOf(each, of(each))),
    ...[...COLLECTION_NAMES].reverse().flatMap((each) =>
      whole(
        'remove',
        each,
        of(each).flatMap(({ was, now }) => (was && now === null ? [was] : [])),
      ),
    ),
  ];
}

function whole(kind: 'create' | 'remove', of: Collection, entities: readonly Entity[]): Entry[] {
  return entities.length ? [{ kind, of, entities }] : [];
}

/** Entities that exist before and after but differ, including those taken out and put back. */
function editsOf(of: Collection, outcomes: readonly Outcome[]): Entry[] {
  const byHome = new Map<Id | undefined, EditColumns>();
  for (const outcome of outcomes) {
    const columns = byHome.get(outcome.home) ?? new EditColumns(of, outcome.home);
    byHome.set(outcome.home, columns);
    if (outcome.was && outcome.now) columns.addDifference(outcome.was, outcome.now);
    else if (outcome.was === undefined) addRealEdit(columns, outcome);
  }
  return [...byHome.values()].flatMap((columns) => columns.entries());
}

/** Adds the fields that ended up different. */
function addRealEdit(columns: EditColumns, { id, fields }: Outcome): void {
  const real = Object.entries(fields).filter(([, [before, after]]) => !sameValue(before, after));
  const side = (index: 0 | 1) => Object.fromEntries(real.map(([field, patch]) => [field, patch[index]]));
  if (real.length) columns.add(id, side(0), side(1));
}
