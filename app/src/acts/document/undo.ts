import { counted, goesWith, invert, layOnTop, SONG_TIMED, type Change, type Collection } from '@yibbo/core';
import { selectPart } from '../../state/session/selectors';
import { undoState } from '../../state/session/others';
import { isSameStep, nextStepTick } from '../../state/session/playing-in';
import { cursorSet, noticeSet } from '../../state/session/session';
import { changedPlace, tellIfOutOfView } from '../pattern/show';
import { changedSongPlace, tellOnPage } from '../song/show';
import { dropTrial } from '../trial/trial-ends';
import type { Thunk } from '../../state/store';
import { commit, stamp } from './commit';

/** Collections whose changes show on the song page. */
const OF_SONG: ReadonlySet<Collection> = new Set<Collection>(['tracks', ...SONG_TIMED]);

/** Takes back the newest Change (or, with `redo`, the newest undo; of this device alone while others are there), and with it the run it belongs to, unless that still goes on. During a trial,
 *  undo drops the trial; redo leaves it, for there is nothing to do again before it is kept or dropped. */
export function undo(direction: 'undo' | 'redo' = 'undo'): Thunk<Promise<void>> {
  return async (dispatch, getState, { recording, deviceId }) => {
    recording.current?.end();
    if (getState().trial.trial) return void dispatch(direction === 'undo' ? dropTrial() : noticeSet('Keep or drop the trial first.'));
    let taken = await dispatch(takeBack(direction));
    const goesOn = () => {
      const { history } = getState().song;
      const { steps } = getState().playingIn;
      const nextId = undoState(getState(), deviceId)[direction];
      if (taken === null || nextId === null) return false;
      // Of steps that are still being put in, one is taken back at a time.
      if (steps && taken.together === getState().session.openRun) return isSameStep(steps, nextId);
      return goesWith(history, nextId, taken);
    };
    while (goesOn()) taken = await dispatch(takeBack(direction));
    const { steps } = getState().playingIn;
    const { cursor } = getState().session;
    const length = selectPart(getState())?.pattern.length ?? 0;
    if (steps && cursor && taken?.together === steps.run && length > 0)
      dispatch(cursorSet({ ...cursor, tick: nextStepTick(steps) < length ? nextStepTick(steps) : 0 }));
  };
}

/** Takes back one Change; answers it, or null where it could not be had. */
function takeBack(direction: 'undo' | 'redo'): Thunk<Promise<Change | null>> {
  return async (dispatch, getState, effects) => {
    const { bodies, document } = getState().song;
    const id = undoState(getState(), effects.deviceId)[direction];
    if (!id || !document) return null;
    const made =
      bodies[id] ?? (await effects.server.change(document.song.id, id).catch((error: Error) => void dispatch(noticeSet(error.message))));
    const present = getState().song.document;
    if (!made || !present || undoState(getState(), effects.deviceId)[direction] !== id) return null;
    const label = direction === 'undo' ? `Undo: ${made.label}` : made.label.replace(/^Undo: /, 'Redo: ');
    const { change, lost } = layOnTop(present, invert(made, { ...stamp(effects), label }), 'present');
    dispatch(commit(change));
    dispatch(noticeSet(null));
    const after = getState().song.document;
    const said = label.replace(/^Undo: /, 'Undone: ').replace(/^Redo: /, 'Done again: ');
    // A change to the whole song may be out of view, so announce it.
    if (after && effects.page.isOpen) dispatch(tellOnPage(said, changedSongPlace(after, change)));
    else if (change.entries.some(({ of }) => OF_SONG.has(of))) dispatch(noticeSet({ words: said, isOfLastStep: true }));
    else if (after) dispatch(tellIfOutOfView(said, changedPlace(after, change)));
    if (lost.length) dispatch(noticeSet(`${counted(lost.length, 'value has', 'values have')} changed since and stayed.`));
    return change;
  };
}
