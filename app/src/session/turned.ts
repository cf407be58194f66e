import { notesOf, spanOf, type Id, type Note, type TickSpan } from '@yibbo/core';
import { createSelector } from '@reduxjs/toolkit';
import { selectNotes } from './selectors';
import type { State, Thunk } from '../store';
import type { Trial } from './trial';
import { turnedSet } from './session';

/** Where each of these notes stands, to be compared. */
function placesOf(notes: readonly Note[]): string {
  return notes
    .map(({ id, start }) => `${id} ${start}`)
    .sort()
    .join();
}

function chosen(notes: readonly Note[], noteIds: readonly Id[]): readonly Note[] {
  if (noteIds.length === 0) return notes;
  const ids = new Set(noteIds);
  return notes.filter(({ id }) => ids.has(id));
}

/** The span that notes are turned in when they are rotated in their own: the one they covered at first, as long as they stand where the last
 *  turn left them; else the one they cover now. */
export function turnSpan(state: State, noteIds: readonly Id[]): TickSpan {
  const notes = chosen(selectNotes(state), noteIds);
  const { turned } = state.session;
  return turned && turned.places === placesOf(notes) ? turned.span : spanOf(notes);
}

/** The span that some notes go round in of their own, to be shown on the ruler for as long as they stand where the last turn left them. It is
 *  not the marked span: nothing else is done within it. */
export const selectTurned = createSelector([selectNotes, (state: State) => state.session.turned], (notes, turned): TickSpan | null => {
  if (!turned) return null;
  const places = new Set(turned.places.split(','));
  const standing = notes.filter(({ id, start }) => places.has(`${id} ${start}`)).length;
  return standing === places.size ? turned.span : null;
});

/** Remembers the span that notes were turned in, once the turn is made. */
export function rememberTurn({ turn, noteIds, patternId }: Trial): Thunk {
  return (dispatch, getState) => {
    const { document } = getState().song;
    if (!turn || !document) return;
    dispatch(turnedSet({ places: placesOf(chosen(notesOf(document, patternId), noteIds)), span: turn }));
  };
}
