import type { Id, Note } from '../model/entities';
import { OPTIONAL_FIELDS, type OptionalField } from './optional';
import { without } from './with';

/** The properties that name a group or another note: a copy names its own. */
const TIES = (Object.keys(OPTIONAL_FIELDS) as OptionalField[]).filter((field) => OPTIONAL_FIELDS[field].copied !== 'same');

/** Copies of `notes`, in their order, under the ids that `idOf` gives, tied to one another as the originals are. A one-of group becomes a group of
 *  its own, named by `groupOf` (asked once for each group). Pieces of one note go on sharing one draw; where the piece that the others are drawn
 *  with is not among `notes`, the first copied piece takes its place. Everything that copies notes goes through here. */
export function copiedNotes(notes: readonly Note[], idOf: (id: Id) => Id, groupOf: (group: Id) => Id): Note[] {
  const ties = TIES.filter((field) => notes.some((note) => note[field] !== undefined));
  if (ties.length === 0) return notes.map((note) => ({ ...note, id: idOf(note.id) }));
  const ids = new Map(notes.map(({ id }) => [id, idOf(id)]));
  const names = { ownGroup: remembered(groupOf), ownLeader: leaderAmong(notes, ids) };
  return notes.map((note) =>
    ties.reduce<Note>(
      (copy, field) => {
        const named = note[field] as Id | undefined;
        const { copied } = OPTIONAL_FIELDS[field];
        if (named === undefined || copied === 'same') return copy;
        const own = names[copied](named);
        return own === copy.id ? without(copy, field) : { ...copy, [field]: own };
      },
      { ...note, id: ids.get(note.id)! },
    ),
  );
}

/** For each leader that notes are drawn with, the copy that leads their copies. */
function leaderAmong(notes: readonly Note[], ids: ReadonlyMap<Id, Id>): (leader: Id) => Id {
  const first = new Map<Id, Id>();
  for (const { id, drawnWith } of notes) if (drawnWith !== undefined && !first.has(drawnWith)) first.set(drawnWith, id);
  return (leader) => ids.get(leader) ?? ids.get(first.get(leader)!)!;
}

function remembered(groupOf: (group: Id) => Id): (group: Id) => Id {
  const known = new Map<Id, Id>();
  return (group) => known.get(group) ?? known.set(group, groupOf(group)).get(group)!;
}
