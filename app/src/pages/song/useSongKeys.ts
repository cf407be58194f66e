import { useEffect } from 'react';
import { undo } from '../../acts/document/undo';
import { placementsSelected, sheetSet } from '../../state/session/session';
import { ownerOf } from '../../controls/key-owner';
import { useAppDispatch, useAppSelector, type Thunk } from '../../state/store';
import {
  deleteSelected,
  duplicateSelected,
  moveSelected,
  nudgeSelected,
  ownSelected,
  repeatSelected,
  selectAll,
  selectedPlacements,
} from '../../acts/song/placements';
import { toggleLoop } from '../../acts/song/sections';

const escape: Thunk = (dispatch, getState) => {
  if (getState().session.sheet) dispatch(sheetSet(null));
  else dispatch(placementsSelected([]));
};

/** The keys of the song page, but Space. Arrows and the like act on the selected placements. */
const KEYS: Readonly<Record<string, Thunk<unknown>>> = {
  'ctrl z': (dispatch) => dispatch(undo('undo')),
  'ctrl shift z': (dispatch) => dispatch(undo('redo')),
  escape,
  delete: deleteSelected(),
  backspace: deleteSelected(),
  arrowleft: nudgeSelected(-1),
  arrowright: nudgeSelected(1),
  'ctrl a': selectAll(),
  arrowup: moveSelected(0, -1),
  arrowdown: moveSelected(0, 1),
  y: duplicateSelected('linked'),
  'shift y': repeatSelected('section'),
  o: ownSelected(),
  l: toggleLoop(),
};

/** Lets keys act on the page, where no field and, for arrows, no edge has the focus. */
export function useSongKeys(onPlay: () => void): void {
  const dispatch = useAppDispatch();
  const hasSelection = useAppSelector((state) => selectedPlacements(state).length > 0);
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      const target = event.target as HTMLElement;
      if (event.altKey || event.defaultPrevented || ownerOf(target, event.key, event.ctrlKey || event.metaKey) === 'element') return;
      if (event.key === ' ') {
        if (target.closest('button')) return;
        event.preventDefault();
        return onPlay();
      }
      const ctrl = event.ctrlKey || event.metaKey ? 'ctrl ' : '';
      const act = KEYS[`${ctrl}${event.shiftKey ? 'shift ' : ''}${event.key.toLowerCase()}`];
      if (!act || (event.key.startsWith('Arrow') && !hasSelection)) return;
      event.preventDefault();
      dispatch(act);
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, [dispatch, onPlay, hasSelection]);
}
