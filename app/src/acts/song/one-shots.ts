import { findById, onOneChannel, type Id, type OneShot, type Track } from '@yibbo/core';
import { rootOf, trimmed } from '@yibbo/core/hits-read';
import { comingSet } from '../../state/recordings/sound-files';
import { noticeSet } from '../../state/session/session';
import type { Thunk } from '../../state/store';
import { editTrack } from './tracks';

/** The largest file that a row or a track plays, in bytes, and the longest, in frames. */
const MOST_BYTES = 10 * 1024 * 1024;
const MOST_FRAMES = 60 * 48_000;
/** How a one-shot rises and falls at first, in frames: too short to hear, and long enough not to click. */
const RISE = 24;
const FALL = 480;
const MIDDLE_C = 60;

/** The recording that a row plays; null as a pitch is the whole track. */
export function oneShotOf({ oneShots = [] }: Track, pitch: number | null): OneShot | undefined {
  return oneShots.find((each) => (each.pitch ?? null) === pitch);
}

/** Lets a drum row, or with a null pitch a whole track, play a file: from its first sound to its last, at the pitch that it seems to have. */
export function takeOneShot(trackId: Id, pitch: number | null, file: File): Thunk<Promise<void>> {
  return async (dispatch, getState, { files }) => {
    const name = file.name.replace(/\.[^.]*$/, '');
    if (file.size > MOST_BYTES)
      return void dispatch(
        noticeSet('A row or a track plays files of up to 10 MB. Cut it shorter, or lay it under the notes as a recording.'),
      );
    try {
      const opened = await files.open();
      const known = await opened.add(file, (doing, share) => dispatch(comingSet({ name, doing, share })));
      if (known.frames > MOST_FRAMES)
        throw new Error('A row or a track plays up to a minute. Cut it shorter, or lay it under the notes as a recording.');
      const track = findById(getState().song.document?.tracks ?? [], trackId);
      const samples = opened.samplesOf(known.hash);
      if (!track || !samples) return;
      const mono = onOneChannel(samples);
      const { start, frames } = trimmed(mono);
      const root = pitch === null ? rootOf(mono.subarray(start, start + frames)) : null;
      const made: OneShot = {
        ...(pitch === null ? {} : { pitch }),
        file: known,
        start,
        frames,
        fadeIn: RISE,
        fadeOut: Math.min(FALL, frames >> 1),
        root: root?.key ?? MIDDLE_C,
        cents: -(root?.cents ?? 0),
        levelDb: 0,
        loops: false,
      };
      dispatch(putOneShot(track, made, `Plays ${name}`));
      dispatch(noticeSet({ words: `${track.name} plays ${name}${pitch === null ? '' : ' on this row'} now.`, remedy: { kind: 'undo' } }));
    } catch (error) {
      dispatch(noticeSet((error as Error).message));
    } finally {
      dispatch(comingSet(null));
    }
  };
}

/** Sets what a row or a track plays. */
export function putOneShot(track: Track, shot: OneShot, label: string): Thunk {
  const others = (track.oneShots ?? []).filter((each) => each.pitch !== shot.pitch);
  return editTrack(track.id, label, { oneShots: [...others, shot] });
}

/** Gives a row, or a track, its own sound back. */
export function dropOneShot(track: Track, pitch: number | null): Thunk {
  const others = (track.oneShots ?? []).filter((each) => (each.pitch ?? null) !== pitch);
  return editTrack(track.id, 'Own sound again', { oneShots: others.length > 0 ? others : undefined });
}
