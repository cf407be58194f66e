import type { ExportMode } from '@yibbo/core/midi';
import { noticeSet } from '../state/session/session';
import type { Thunk } from '../state/store';

const NOT_LOADED = 'Yibbo could not load the part that writes MIDI files. Check the connection, then press it again.';

/** Downloads the open song as a MIDI file. The code that writes it comes in a script of its own, fetched once the song is open. */
export function sendMidi(mode: ExportMode): Thunk<Promise<void>> {
  return async (dispatch, getState) => {
    const { document } = getState().song;
    if (!document) return;
    const part = await import('../browser/send-midi').catch(() => null);
    dispatch(noticeSet(part ? part.downloadMidi(document, mode) : NOT_LOADED));
  };
}
