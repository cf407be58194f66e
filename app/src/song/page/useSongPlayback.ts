import { endOfSong, type Document } from '@yibbo/core';
import { useCallback, useEffect, useRef } from 'react';
import { NoSound } from '../../audio/output';
import { songScore } from '../../audio/player';
import { useEffects } from '../../effects';
import { noticeSet, playingSet } from '../../session/session';
import { useAppDispatch, useAppSelector } from '../../store';
import { selectedPlacements } from '../acts/placements';

const NO_SOUND = 'This browser gives no sound. Check that the tab is not muted, then press play again.';

/** Keeps the sound in step with the song: every change is heard while it plays on. With placements selected, only those play. */
export function useSongPlayback(): { toggle: () => void } {
  const dispatch = useAppDispatch();
  const { sound } = useEffects();
  const document = useAppSelector((state) => state.song.document);
  const isPlaying = useAppSelector((state) => state.session.isPlaying);
  const playFrom = useAppSelector((state) => state.session.playFrom);
  const selected = useAppSelector((state) => state.session.placementIds);
  const playsOnly = useAppSelector((state) => state.session.playsSelection && selectedPlacements(state).length > 0);

  useEffect(() => {
    if (document) sound.setScore(songScore(document, playsOnly ? new Set(selected) : null));
  }, [sound, document, playsOnly, selected]);
  useEffect(() => sound.watchEnd(() => dispatch(playingSet(false))), [sound, dispatch]);
  useEffect(
    () => () => {
      sound.stop();
      dispatch(playingSet(false));
    },
    [dispatch, sound],
  );
  const toggle = useCallback(() => {
    if (isPlaying) {
      sound.stop();
      return void dispatch(playingSet(false));
    }
    sound.open().then(
      (player) => {
        player.play(startOf(document, playFrom));
        dispatch(playingSet(true));
      },
      (error: unknown) => dispatch(noticeSet(error instanceof NoSound ? error.message : NO_SOUND)),
    );
  }, [dispatch, document, isPlaying, playFrom, sound]);
  return { toggle };
}

/** Where play begins: where it was set to; at the beginning where the song has ended by then, as after another, longer song. */
function startOf(document: Document | null, playFrom: number): number {
  const end = document ? (document.song.loop?.on ? document.song.loop.end : endOfSong(document)) : 0;
  return playFrom < end ? playFrom : 0;
}

/** Calls `draw` with the tick of the song that is heard (null while stopped) before each frame, outside React. */
export function useSongHead(draw: (tick: number | null) => void): void {
  const isPlaying = useAppSelector((state) => state.session.isPlaying);
  const { sound } = useEffects();
  const latest = useRef(draw);
  useEffect(() => {
    latest.current = draw;
  }, [draw]);
  useEffect(() => {
    if (!isPlaying) return latest.current(null);
    let frame = 0;
    const turn = () => {
      latest.current(sound.songTick());
      frame = requestAnimationFrame(turn);
    };
    turn();
    return () => cancelAnimationFrame(frame);
  }, [isPlaying, sound]);
}
