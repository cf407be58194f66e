import { historyState, invert, layOnTop, type Document, type Id } from '@yibbo/core';
import type { State, Thunk } from '../../state/store';
import { selectPart } from '../../state/session/selectors';
import { stepMade, type MadeStep, type Trial } from '../../state/session/trial';

/** The step that can be adjusted: an action on the open pattern, as long as it is the last thing that was done to the song. Null where there is none. */
export function selectAdjustable(state: State): MadeStep | null {
  const { made, trial } = state.trial;
  const part = selectPart(state);
  const isLast = made !== null && historyState(state.song.history).undo === made.changeIds[0];
  return isLast && !trial && made.trial.patternId === part?.pattern.id ? made : null;
}

/** Remembers a trial whose Change has been made, to be adjusted. */
export function rememberStep(trial: Trial): Thunk {
  return (dispatch) => {
    const { change } = trial.performed;
    if (change.entries.length) dispatch(stepMade({ changeIds: [change.id, ...trial.adjusts], trial }));
  };
}

/** The song as it was before some Changes, newest first, with all that others have done to it since; null where that cannot be told apart. */
export function songBefore({ song: { document, bodies } }: State, changeIds: readonly Id[]): Document | null {
  return changeIds.reduce<Document | null>((present, id) => {
    const change = bodies[id];
    if (!present || !change) return null;
    const { document: before, lost } = layOnTop(present, invert(change, { ...change, id: `before ${id}` }));
    return lost.length > 0 ? null : before;
  }, document);
}
