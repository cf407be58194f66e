import { withNextVariant, withVariant } from '@yibbo/core';
import { editSong } from '../document/edits';
import { patternViewSet } from '../../state/preferences/pattern-views';
import { selectPart } from '../../state/session/selectors';
import type { Thunk } from '../../state/store';

/** Another version of the open pattern, the same to begin with, played here in its place. */
export function addVariant(): Thunk {
  return (dispatch, getState) => {
    const part = selectPart(getState());
    if (!part) return;
    dispatch(editSong(`New variant, ${part.pattern.name}`, (document, newId) => withVariant(document, part.placement.id, newId)));
    keepView(part.view, dispatch, getState);
  };
}

/** Plays the next version of the open pattern here, or the one before, looked at in the same way. */
export function switchVariant(direction: -1 | 1): Thunk {
  return (dispatch, getState) => {
    const part = selectPart(getState());
    if (!part) return;
    dispatch(editSong('Switch the variant', (document) => withNextVariant(document, part.placement.id, direction)));
    keepView(part.view, dispatch, getState);
  };
}

/** The version that is shown now is looked at as the one before was, if it has never been looked at. */
function keepView(
  view: NonNullable<ReturnType<typeof selectPart>>['view'],
  dispatch: Parameters<Thunk>[0],
  getState: Parameters<Thunk>[1],
): void {
  const now = selectPart(getState());
  if (now && !getState().patternViews[now.pattern.id]) dispatch(patternViewSet({ patternId: now.pattern.id, view }));
}
