import { historyState, invert, layOnTop, type ActionId, type Change } from '@yibbo/core';
import type { State, Thunk } from '../store';
import { selectPart } from './selectors';
import { leftSet, type TakenUp } from './trial';

/** What an action did to the open pattern, where that is the last thing that was done to the song and it is still what is selected; null else. */
export function takenUp(state: State, actionId: ActionId): TakenUp | null {
  const { history, bodies, document } = state.song;
  const last = historyState(history).undo;
  const change = last === null ? undefined : bodies[last];
  const part = selectPart(state);
  const [made, ...more] = change?.made ?? [];
  if (!document || !change || !part || made?.actionId !== actionId || more.length > 0) return null;
  if (!isOfPattern(change, part.pattern.id) || !isStillSelected(state, change.id)) return null;
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

/** Whether nothing else has been selected since. */
function isStillSelected({ session: { selected, currentId }, trial: { left } }: State, changeId: string): boolean {
  if (left?.changeId !== changeId || left.currentId !== currentId || left.selected.length !== selected.length) return false;
  const then = new Set(left.selected);
  return selected.every((id) => then.has(id));
}

/** Remembers what an action that has just been done leaves selected. */
export function rememberLeft(changeId: string): Thunk {
  return (dispatch, getState) => {
    const { selected, currentId } = getState().session;
    dispatch(leftSet({ changeId, selected, currentId }));
  };
}
