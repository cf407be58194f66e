import {
  LOOP_PARTS,
  progressionsOf,
  withLoopPart,
  withoutLoopPart,
  type Document,
  type Id,
  type LoopPart,
  type LoopWish,
  type Mood,
} from '@yibbo/core';
import { editSong } from '../document/edits';
import type { Thunk } from '../../state/store';

/** A loop that is being begun: its mood, which choice of each part, and the tracks of the parts that are there. */
export interface LoopBegun {
  readonly mood: Mood;
  readonly choices: Readonly<Record<LoopPart, number>>;
  readonly tracks: Readonly<Partial<Record<LoopPart, Id>>>;
  /** Whether the song has its key from the loop: it goes with the last part that has one. */
  readonly gaveKey: boolean;
}

export const LOOP_NOT_BEGUN: LoopBegun = { mood: 'bright', choices: { drums: 0, chords: 0, bass: 0 }, tracks: {}, gaveKey: false };

/** The wish for one part of a loop. Chords and bass share their progression. */
export function wishOf({ mood, choices }: LoopBegun, part: LoopPart): LoopWish {
  const progressions = progressionsOf(mood);
  return { part, mood, choice: choices[part], progressionId: progressions[choices.chords % progressions.length]!.id };
}

/** Makes some parts of a loop, or makes them anew, as one step; answers the loop with their tracks. */
export function makeLoopParts(loop: LoopBegun, parts: readonly LoopPart[], label: string): Thunk<LoopBegun> {
  return (dispatch, getState) => {
    let tracks = loop.tracks;
    const gaveKey = loop.gaveKey || (!getState().song.document?.song.key && parts.some((part) => part !== 'drums'));
    dispatch(
      editSong(label, (song, newId) =>
        parts.reduce((each, part) => {
          const made = withLoopPart(each, wishOf(loop, part), tracks[part] ?? null, newId);
          tracks = { ...tracks, [part]: made.trackId };
          return made.document;
        }, song),
      ),
    );
    return { ...loop, tracks, gaveKey };
  };
}

/** Takes a part of a loop out of the song. */
export function leaveLoopPartOut(loop: LoopBegun, part: LoopPart): Thunk<LoopBegun> {
  return (dispatch) => {
    const { [part]: trackId, ...others } = loop.tracks;
    const tracks: LoopBegun['tracks'] = others;
    const endsKey = loop.gaveKey && !tracks.chords && !tracks.bass;
    const withoutKey = (song: Document): Document => {
      const { key: _key, ...plain } = song.song;
      return { ...song, song: plain };
    };
    if (trackId)
      dispatch(
        editSong(`Leave out the ${part}`, (song) =>
          endsKey ? withoutKey(withoutLoopPart(song, trackId)) : withoutLoopPart(song, trackId),
        ),
      );
    return { ...loop, tracks, gaveKey: loop.gaveKey && !endsKey };
  };
}

/** The loop with the parts whose tracks are still in the song: one may have been undone. */
export function stillThere(loop: LoopBegun, trackIds: ReadonlySet<Id>): LoopBegun {
  const tracks = Object.fromEntries(
    LOOP_PARTS.flatMap((part) => (trackIds.has(loop.tracks[part] ?? '') ? [[part, loop.tracks[part]!]] : [])),
  );
  return { ...loop, tracks };
}
