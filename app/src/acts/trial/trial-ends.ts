import { actionById } from '@yibbo/core';
import { commit } from '../document/commit';
import type { Thunk } from '../../state/store';
import { resultNotice } from './result-notice';
import { selectPart } from '../../state/session/selectors';
import { noticeSet, selectionSet, takenSet } from '../../state/session/session';
import { rememberStep } from './made-step';
import { paramsUsed, trialSet } from '../../state/session/trial';

/** Makes the very Change that the trial shows. */
export function keepTrial(): Thunk {
  return (dispatch, getState) => {
    const { trial } = getState().trial;
    if (!trial) return;
    const { change, select } = trial.performed;
    dispatch(trialSet(null));
    if (!trial.recipe) dispatch(paramsUsed({ actionId: trial.actionId, params: trial.params }));
    dispatch(commit(change));
    if (trial.recipe) {
      if (trial.noteIds.length) dispatch(selectionSet(select));
      return;
    }
    if (trial.treatmentId) return;
    dispatch(takenSet(trial.performed.taken));
    const isOfCurrent = trial.noteIds.length === 1 && trial.noteIds[0] === getState().session.currentId;
    if (!isOfCurrent && (trial.noteIds.length || select.length)) dispatch(selectionSet(select));
    dispatch(rememberStep(trial));
    const part = selectPart(getState());
    if (part && change.entries.length) dispatch(noticeSet(resultNotice(trial, part)));
  };
}

/** Keeps a running trial because something else is done, and says so: whatever is done next, a trial that is left is kept. */
export function settleTrial(): Thunk {
  return (dispatch, getState) => {
    const { trial } = getState().trial;
    if (!trial) return;
    dispatch(keepTrial());
    if (trial.performed.change.entries.length)
      dispatch(noticeSet(`${trial.recipe?.name ?? actionById(trial.actionId).label} was kept. Undo takes it back.`));
  };
}

export function dropTrial(): Thunk {
  return (dispatch) => void dispatch(trialSet(null));
}
