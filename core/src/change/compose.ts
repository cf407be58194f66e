import type { Collection, Entity } from '../model/document';
import type { Id } from '../model/entities';
import type { Change, Entry } from './change';
import { EditColumns } from './columns';
import { homeOf } from './rows';
import { sameValue } from './same';

type Fields = Record<string, readonly [unknown, unknown]>;

/** What became of one entity over a run of entries. `was` and `now` are null while it does not exist. */
interface Fate {
  readonly of: Collection;
  readonly id: Id;
  readonly home: Id | undefined;
  was?: Entity | null;
  now?: Entity | null;
  fields: Fields;
}

/** One Change with the effect of `first` and then `second`; what was made and unmade in between is gone.
 *  It keeps the id, label and time of `first`. */
export function compose(first: Change, second: Change): Change {
  const fates = new Map<string, Fate>();
  for (const entry of [...first.entries, ...second.entries]) follow(fates, entry);
  return { ...first, entries: entriesOf([...fates.values()]) };
}

function fateOf(fates: Map<string, Fate>, of: Collection, id: Id, home: Id | undefined): Fate {
  const key = `${of} ${id}`;
  const fate = fates.get(key) ?? { of, id, home, fields: {} };
  fates.set(key, fate);
  return fate;
}

function follow(fates: Map<string, Fate>, entry: Entry): void {
  if (entry.kind === 'edit') {
    entry.ids.forEach((id, index) => followEdit(fateOf(fates, entry.of, id, entry.in), entry.fields, index));
    return;
  }
  for (const entity of entry.entities) {
    const fate = fateOf(fates, entry.of, entity.id, homeOf(entry.of, entity));
    if (entry.kind === 'create') {
      if (fate.was === undefined) fate.was = null;
      fate.now = entity;
    } else {
      if (fate.was === undefined) fate.was = withFields(entity, fate.fields, 0);
      fate.now = null;
    }
  }
}

function followEdit(fate: Fate, fields: Readonly<Record<string, readonly [readonly unknown[], readonly unknown[]]>>, index: number): void {
  const patches = Object.entries(fields).map(([field, [before, after]]) => [field, [before[index], after[index]]] as const);
  if (fate.now) fate.now = withFields(fate.now, Object.fromEntries(patches), 1);
  else for (const [field, [before, after]] of patches) fate.fields[field] = [field in fate.fields ? fate.fields[field]![0] : before, after];
}

function withFields(entity: Entity, fields: Fields, side: 0 | 1): Entity {
  const next: Record<string, unknown> = { ...entity };
  for (const [field, patch] of Object.entries(fields)) {
    if (patch[side] === null || patch[side] === undefined) delete next[field];
    else next[field] = patch[side];
  }
  return next as unknown as Entity;
}

const PARENTS_FIRST: readonly Collection[] = ['song', 'tracks', 'patterns', 'placements', 'notes'];

function entriesOf(fates: readonly Fate[]): Entry[] {
  const removed = (fate: Fate) => fate.was != null && !(fate.now && sameValue(fate.was, fate.now));
  const created = (fate: Fate) => fate.now != null && !(fate.was && sameValue(fate.was, fate.now));
  const wholes = (kind: 'create' | 'remove', of: Collection): Entry[] => {
    const entities = fates.filter((fate) => fate.of === of && (kind === 'create' ? created(fate) : removed(fate)));
    return entities.length ? [{ kind, of, entities: entities.map((fate) => (kind === 'create' ? fate.now! : fate.was!)) }] : [];
  };
  const edits = (of: Collection): Entry[] => {
    const byHome = new Map<Id | undefined, EditColumns>();
    for (const fate of fates) {
      if (fate.of !== of || fate.was !== undefined) continue;
      const columns = byHome.get(fate.home) ?? new EditColumns(of, fate.home);
      byHome.set(fate.home, columns);
      addRealEdit(columns, fate);
    }
    return [...byHome.values()].flatMap((columns) => columns.entries());
  };
  return [
    ...[...PARENTS_FIRST].reverse().flatMap((of) => wholes('remove', of)),
    ...PARENTS_FIRST.flatMap((of) => [...edits(of), ...wholes('create', of)]),
  ];
}

/** Adds the fields of a fate that ended up different. */
function addRealEdit(columns: EditColumns, { id, fields }: Fate): void {
  const real = Object.entries(fields).filter(([, [before, after]]) => !sameValue(before, after));
  const side = (index: 0 | 1) => Object.fromEntries(real.map(([field, patch]) => [field, patch[index]]));
  if (real.length) columns.add(id, side(0), side(1));
}
