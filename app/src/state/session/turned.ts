import { stillStanding, type TickSpan } from '@yibbo/core';
import { createSelector } from '@reduxjs/toolkit';
import { selectNotes, selectPart } from './selectors';
import type { State } from '../store';

/** The span of their own that some notes are being rotated in, to be shown on the ruler for as long as they stand where the last turn left them. It
 *  is not the marked span: nothing else is done within it. */
export const selectTurned = createSelector(
  [selectNotes, selectPart, (state: State) => state.session.taken],
  (notes, part, taken): TickSpan | null =>
    taken?.span && taken.patternId === part?.pattern.id && stillStanding(notes, taken) ? taken.span : null,
);
