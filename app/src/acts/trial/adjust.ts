import type { Thunk } from '../../state/store';
import { selectAdjustable } from './made-step';
import { noticeSet } from '../../state/session/session';
import { trialSet } from '../../state/session/trial';
import { settleTrial } from './trial-ends';
import { tried } from './tried';

/** Opens the last step again: its action, with its settings, on the notes as they were before it. */
export function adjustStep(): Thunk {
  return (dispatch, getState) => {
    dispatch(settleTrial());
    const made = selectAdjustable(getState());
    if (!made) return;
    dispatch(noticeSet(null));
    const { trial, changeIds } = made;
    dispatch(trialSet(dispatch(tried({ ...trial, noteIds: trial.wasOnAll ? [] : trial.noteIds, adjusts: changeIds }))));
  };
}
