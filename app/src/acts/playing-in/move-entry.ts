import { cursorSet, spokenSet } from '../../state/session/session';
import type { Thunk } from '../../state/store';

/** While steps are put in, a tap on the notes says where the next one goes, and draws nothing. Whether that is so. */
export function moveEntry({ start, pitch }: { readonly start: number; readonly pitch: number }): Thunk<boolean> {
  return (dispatch, getState) => {
    if (!getState().playingIn.steps) return false;
    dispatch(cursorSet({ tick: start, pitch }));
    dispatch(spokenSet('The next step goes here'));
    return true;
  };
}
