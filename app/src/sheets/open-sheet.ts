import { ruleSet, sheetSet, type Sheet } from '../session/session';
import { settleTrial } from '../session/trial-ends';
import type { Thunk } from '../store';

/** Opens a sheet, or closes it where it is open. A trial that is left for it is kept, as by anything else that is done next. */
export function openSheet(sheet: Sheet): Thunk {
  return (dispatch, getState) => {
    const { session, trial } = getState();
    const isOpen = session.sheet?.kind === sheet.kind && !trial.trial && !session.rule;
    dispatch(settleTrial());
    dispatch(ruleSet(null));
    dispatch(sheetSet(isOpen ? null : sheet));
  };
}
