import type { Id, Placement } from '@yibbo/core';
import { selectPart } from '../../state/session/selectors';
import type { Thunk } from '../../state/store';
import { patternViewSet } from '../../state/preferences/pattern-views';
import { placementOpened, sheetSet } from '../../state/session/session';
import { settleTrial } from '../trial/trial-ends';

/** Of a track's placements the one that sounds where another begins, else the one that begins nearest to it. */
function besideOf(placements: readonly Placement[], start: number): Placement | undefined {
  const far = (each: Placement) => (each.start <= start && start < each.start + each.length ? -1 : Math.abs(each.start - start));
  return [...placements].sort((a, b) => far(a) - far(b))[0];
}

/** Opens another track where the last one was: in the same part of the song, at its bar, at its zoom. */
export function openTrack(trackId: Id): Thunk {
  return (dispatch, getState) => {
    const part = selectPart(getState());
    const own = getState().song.document?.placements.filter((each) => each.trackId === trackId) ?? [];
    const placement = besideOf(own, part?.placement.start ?? 0);
    if (!placement || placement.id === part?.placement.id) return;
    dispatch(settleTrial());
    if (part) dispatch(patternViewSet({ patternId: placement.patternId, view: { bar: part.view.bar } }));
    dispatch(showPlacement(placement.id));
  };
}

/** Shows another placement. A toolbox that is to stay open does. */
export function showPlacement(placementId: Id): Thunk {
  return (dispatch, getState) => {
    const { session, preferences } = getState();
    const stays = preferences.isToolboxPinned && (session.sheet?.kind === 'tools' || session.isFromToolbox);
    dispatch(placementOpened(placementId));
    if (stays) dispatch(sheetSet({ kind: 'tools' }));
  };
}
