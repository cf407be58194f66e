import { ruleSet, sheetSet, type Sheet } from '../state/session/session';
import { settleTrial } from './trial/trial-ends';
import { selectPart } from '../state/session/selectors';
import type { Thunk } from '../state/store';

/** Whether two sheets are about the very same thing. */
function isSame(a: Sheet, b: Sheet): boolean {
  return JSON.stringify(a) === JSON.stringify(b);
}

/** Opens a sheet, or closes it where it is open. A trial that is left for it is kept, as by anything else that is done next. */
export function openSheet(sheet: Sheet): Thunk {
  return (dispatch, getState) => {
    const { session, trial } = getState();
    const isOpen = session.sheet !== null && isSame(session.sheet, sheet) && !trial.trial && !session.rule;
    dispatch(settleTrial());
    dispatch(ruleSet(null));
    dispatch(sheetSet(isOpen ? null : sheet));
  };
}

/** Closes the open sheet: back to the toolbox, where it was opened out of one that stays open. */
export const closeSheet: Thunk = (dispatch, getState) => {
  const { session, preferences } = getState();
  dispatch(sheetSet(session.isFromToolbox && preferences.isToolboxPinned ? { kind: 'tools' } : null));
};

/** Opens the parts that follow the open one, and those that can be made to. */
export const openFollowers: Thunk = (dispatch, getState) => {
  const placementId = selectPart(getState())?.placement.id;
  if (placementId) dispatch(openSheet({ kind: 'to-track', placementId, follows: true }));
};
