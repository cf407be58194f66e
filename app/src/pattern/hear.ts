import type { Id } from '@yibbo/core';
import { desk } from '../audio/desk';
import type { Thunk } from '../store/store';

/** Sounds a note that was just drawn, chosen or moved, at its velocity, where the person wants to hear such notes. */
export function hearNote(trackId: Id, pitch: number, velocity: number): Thunk {
  return (_dispatch, getState) => {
    if (getState().view.habits.hearsDrawing) desk.audition(trackId, pitch, velocity);
  };
}
