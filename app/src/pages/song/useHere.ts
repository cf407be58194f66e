import { findById, type Id, type Placement } from '@yibbo/core';
import { useEffect } from 'react';
import { selectPart, type OpenPart } from '../../state/session/selectors';
import { placementOpened } from '../../state/session/session';
import { useAppDispatch, useAppSelector } from '../../state/store';

/** The pattern opened on the page. */
export interface Here {
  readonly placement: Placement;
  readonly part: OpenPart;
}

/** The placement that the address says is opened on the page, once it is; null where there is none, or it is gone. */
export function useHere(hereId: Id | null): Here | null {
  const dispatch = useAppDispatch();
  const placement = useAppSelector((state) => findById(state.song.document?.placements ?? [], hereId));
  const part = useAppSelector(selectPart);
  const opensId = placement?.id;
  useEffect(() => {
    if (opensId) dispatch(placementOpened(opensId));
  }, [dispatch, opensId]);
  return placement && part?.placement.id === placement.id ? { placement, part } : null;
}
