import type { Id } from '@yibbo/core';
import { selectHandledNotes, selectPart } from '../../state/session/selectors';
import type { Thunk } from '../../state/store';

/** Sounds a note that was just drawn, chosen or moved, at its velocity, where the person wants to hear such notes. */
export function hearNote(trackId: Id, pitch: number, velocity: number): Thunk {
  return (_dispatch, getState, { sound }) => {
    if (getState().preferences.hearsDrawing) sound.audition(trackId, pitch, velocity);
  };
}

/** Sounds the first of the notes that a held key carries, at its current pitch. */
export function hearCarried(): Thunk {
  return (dispatch, getState) => {
    const state = getState();
    const [first] = selectHandledNotes(state);
    const part = selectPart(state);
    if (first && part) dispatch(hearNote(part.track.id, first.pitch + (state.nudge.carried?.semitones ?? 0), first.velocity));
  };
}
