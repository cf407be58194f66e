import { downloadFrom } from '../browser/download';
import { noticeSet } from '../state/session/session';
import type { Thunk } from '../state/store';

const NOT_NOW =
  'Song files are made where Yibbo runs, and that cannot be reached or does not have all of this song yet. MIDI and WAV files are made here.';

/** Lets the server send the open song as a file with everything. It has what was sent to it: until that is all, nothing is made. */
export function sendSongFile(withHistory: boolean): Thunk {
  return (dispatch, getState, { keeping }) => {
    const { document, link, unsent } = getState().song;
    if (!document) return;
    if (link === 'saved' && unsent.length === 0)
      return downloadFrom(`/api/songs/${document.song.id}/file${withHistory ? '?history=yes' : ''}`);
    keeping.current?.goOn();
    dispatch(noticeSet(NOT_NOW));
  };
}
