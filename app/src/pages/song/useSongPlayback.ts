import { endOfSong, tickOfBar, type Document } from '@yibbo/core';
import { useEffect } from 'react';
import { songScore } from '../../audio/score';
import { usePlayToggle, useWhilePlaying } from '../../editor/playback/useWhilePlaying';
import { useEffects } from '../../state/effects';
import { selectShownDocument } from '../../state/session/selectors';
import { playingSet } from '../../state/session/session';
import { useAppDispatch, useAppSelector } from '../../state/store';
import { selectedPlacements } from '../../acts/song/placements';

/** Keeps the sound in step with the song: every change is heard while it plays on. With placements selected, only those play where that is
 *  asked for. */
export function useSongPlayback(): { toggle: () => void } {
  const dispatch = useAppDispatch();
  const { sound } = useEffects();
  const document = useAppSelector(selectShownDocument);
  const fromBar = useAppSelector((state) => state.session.playFromBar);
  const selected = useAppSelector((state) => state.session.placementIds);
  const playsOnly = useAppSelector((state) => state.session.playsSelection && selectedPlacements(state).length > 0);
  useEffect(() => {
    if (document) sound.setScore(songScore(document, playsOnly ? new Set(selected) : null));
  }, [sound, document, playsOnly, selected]);
  useEffect(() => sound.watchEnd(() => dispatch(playingSet(false))), [sound, dispatch]);
  return { toggle: usePlayToggle(() => startOf(document, fromBar)) };
}

/** Where play begins: where it was set to; at the beginning where the song has ended by then, as after another, longer song. */
function startOf(document: Document | null, bar: number): number {
  const end = document ? (document.song.loop?.on ? document.song.loop.end : endOfSong(document)) : 0;
  const from = document ? tickOfBar(document.song.meters, bar) : 0;
  return from < end ? from : 0;
}

/** Calls `draw` with the tick of the song that is heard (null while stopped) before each frame, outside React. */
export function useSongHead(draw: (tick: number | null) => void): void {
  const { sound } = useEffects();
  useWhilePlaying(() => sound.songTick(), draw);
}
