import { historyState, invert, layOnTop, type ActionId, type Change } from '@yibbo/core';
import type { State } from '../store';
import { selectPart } from './selectors';
import type { TakenUp } from './trial';

/** What an action did to the open pattern, where that is the last thing that was done to the song and it is still what is selected; null else. */
export function takenUp(state: State, actionId: ActionId): TakenUp | null {
  const { history, bodies, document } = state.song;
  const last = historyState(history).undo;
  const change = last === null ? undefined : bodies[last];
  const part = selectPart(state);
  const [made, ...more] = change?.made ?? [];
  if (!document || !change || !part || made?.actionId !== actionId || more.length > 0) return null;
  if (!isOfPattern(change, part.pattern.id) || !isStillSelected(state, change, made.noteIds)) return null;
  const { document: before, lost } = layOnTop(document, invert(change, { ...change, id: `before ${change.id}` }));
  return lost.length > 0 ? null : { document: before, noteIds: made.noteIds, seed: made.seed };
}

function isOfPattern({ entries }: Change, patternId: string): boolean {
  return entries.every((entry) =>
    entry.kind === 'edit'
      ? entry.of !== 'notes' || entry.in === patternId
      : entry.of !== 'notes' || entry.entities.every((note) => 'patternId' in note && note.patternId === patternId),
  );
}

/** Whether nothing else has been selected since: what the action left, or nothing where it took everything. */
function isStillSelected({ session }: State, { entries }: Change, noteIds: readonly string[]): boolean {
  if (noteIds.length === 0) return session.selected.length === 0;
  const left = new Set(noteIds);
  for (const entry of entries) {
    if (entry.kind === 'create') for (const { id } of entry.entities) left.add(id);
  }
  return session.selected.length > 0
    ? session.selected.every((id) => left.has(id))
    : noteIds.length === 1 && noteIds[0] === session.currentId;
}
