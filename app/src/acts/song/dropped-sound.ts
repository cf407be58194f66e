import { findById } from '@yibbo/core';
import { selectPart } from '../../state/session/selectors';
import type { Thunk } from '../../state/store';
import { takeOneShot } from './one-shots';
import { addRecording } from './recordings';

/** Takes a sound file that was dropped on something: a row of a kit plays it, a pitched track plays it, or it lies under the notes. */
export function takeDroppedSound(file: File, on: Element | null, isOnPattern: boolean): Thunk<Promise<void>> {
  return (dispatch, getState) => {
    const row = on?.closest<HTMLElement>('[data-row]')?.dataset.row;
    const lane = on?.closest<HTMLElement>('[data-lane][data-track]')?.dataset.track;
    const open = isOnPattern ? selectPart(getState())?.track : undefined;
    if (open && row !== undefined) return dispatch(takeOneShot(open.id, open.kind === 'drums' ? Number(row) : null, file));
    const track = findById(getState().song.document?.tracks ?? [], lane);
    if (track?.kind === 'pitched') return dispatch(takeOneShot(track.id, null, file));
    return dispatch(addRecording(file, isOnPattern));
  };
}
