import { BUILD } from '../browser/build';
import { downloadBlob } from '../browser/download';
import type { Thunk } from '../state/store';

/** Acts that a report names. */
const LAST_ACTS = 30;

/** Hands the browser a report of what went wrong: versions, counts, the last faults and acts. Notes, names and sounds of the song are in it only
 *  with `withSong`: labels of acts may have names in them, so that without it each is only its first word. */
export function report(withSong: boolean): Thunk {
  return (_dispatch, getState, { faults, installed, sound, now }) => {
    const { song, session } = getState();
    const { document: open } = song;
    const counts = open && {
      tracks: open.tracks.length,
      patterns: open.patterns.length,
      placements: open.placements.length,
      notes: Object.values(open.notes).reduce((sum, notes) => sum + notes.length, 0),
      recordings: open.recordings.length,
      treatments: open.treatments.length,
    };
    const acts = song.history.slice(-LAST_ACTS).map(({ at, label }) => ({ at, label: withSong ? label : label.split(' ')[0] }));
    const said = {
      yibbo: BUILD || 'development',
      at: now(),
      browser: navigator.userAgent,
      screen: { width: innerWidth, height: innerHeight, ratio: devicePixelRatio },
      page: location.pathname.replace(/^(\/song\/)[^/]+/, '$1…').replace(/(\/pattern\/)[^/]+/, '$1…'),
      app: installed.now(),
      song: counts && { counts, revision: song.revision, unsent: song.unsent.length, link: song.link, isKept: song.isKept },
      sound: { isOpen: sound.player !== null, isBlocked: sound.isBlocked, isPlaying: session.isPlaying },
      faults: faults.last(),
      acts,
      ...(withSong && open ? { document: open } : {}),
    };
    downloadBlob(new Blob([JSON.stringify(said, null, 1)], { type: 'application/json' }), 'yibbo-report.json');
  };
}
