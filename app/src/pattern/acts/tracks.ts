import type { Id } from '@yibbo/core';
import { selectPart } from '../../session/selectors';
import type { Thunk } from '../../store';
import { patternViewSet } from '../../preferences/pattern-views';
import { placementOpened } from '../../session/session';
import { settleTrial } from '../../session/trial-ends';

/** Opens another track where the last one was: at its bar, at its zoom. */
export function openTrack(trackId: Id): Thunk {
  return (dispatch, getState) => {
    const placement = getState().song.document?.placements.find((each) => each.trackId === trackId);
    const part = selectPart(getState());
    if (!placement || placement.id === part?.placement.id) return;
    dispatch(settleTrial());
    if (part) dispatch(patternViewSet({ patternId: placement.patternId, view: { bar: part.view.bar } }));
    dispatch(placementOpened(placement.id));
  };
}
