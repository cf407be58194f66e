import { hitsOf, tickOfFrame, type FoundHit, type Recording } from '@yibbo/core';
import { createSelector } from '@reduxjs/toolkit';
import type { State } from '../store';
import { selectPart } from './selectors';

/** A hit of a recording under the open pattern: the frame of its file, and the tick of the pattern that it is heard at. */
export interface PlacedHit {
  readonly recordingId: string;
  readonly frame: number;
  readonly tick: number;
  readonly level: number;
}

const NO_HITS: readonly FoundHit[] = [];

/** Hits found in a recording's file so far, before sensitivity and edits by hand. */
export function foundIn({ soundFiles }: Pick<State, 'soundFiles'>, recording: Recording): readonly FoundHit[] {
  return soundFiles.files[recording.file.hash]?.hits ?? NO_HITS;
}

/** Hits of all recordings that are heard, in ticks of the open pattern, also before its beginning and after its end. */
export const selectPlacedHits = createSelector(
  [
    (state: State) => selectPart(state)?.placement,
    (state: State) => state.song.document?.recordings,
    (state: State) => state.song.document?.song.tempos,
    (state: State) => state.soundFiles.files,
  ],
  (placement, recordings, tempos, files): readonly PlacedHit[] => {
    if (!placement || !tempos || !recordings?.length) return [];
    const origin = placement.start - placement.offset;
    const found = recordings
      .filter(({ muted }) => !muted)
      .flatMap((recording) =>
        hitsOf(recording, files[recording.file.hash]?.hits ?? NO_HITS).map(({ frame, level }) => ({
          recordingId: recording.id,
          frame,
          level,
          tick: tickOfFrame(tempos, recording, frame) - origin,
        })),
      );
    return found.sort((a, b) => a.tick - b.tick);
  },
);

/** The ticks of the open pattern at which recordings under it are struck. */
export const selectHitTicks = createSelector([selectPlacedHits], (hits): readonly number[] => hits.map(({ tick }) => tick));
