import { fittingDivision } from '@yibbo/core';
import { useEffect } from 'react';
import { patternViewSet } from '../../state/preferences/pattern-views';
import { selectNotes, type OpenPart } from '../../state/session/selectors';
import { useAppDispatch, useAppSelector } from '../../state/store';

/** A pattern seen for the first time gets the grid that fits its notes best; after that the grid is the person's own. */
export function useFirstGrid(part: OpenPart | null): void {
  const dispatch = useAppDispatch();
  const notes = useAppSelector(selectNotes);
  useEffect(() => {
    if (part && part.view.division === null)
      dispatch(patternViewSet({ patternId: part.pattern.id, view: { division: fittingDivision(notes, part.meter) } }));
  }, [dispatch, part, notes]);
}
