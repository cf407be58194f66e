import { useCallback, useEffect, useRef } from 'react';
import { useEffects } from '../../state/effects';
import { playFrom } from '../../acts/play-from';
import { playingSet } from '../../state/session/session';
import { useAppDispatch, useAppSelector } from '../../state/store';

/** Starts play from where `startTick` says, or stops it. Play goes on from one screen of a song to the next. */
export function usePlayToggle(startTick: () => number): () => void {
  const dispatch = useAppDispatch();
  const { sound } = useEffects();
  const isPlaying = useAppSelector((state) => state.session.isPlaying);
  const start = useRef(startTick);
  useEffect(() => {
    start.current = startTick;
  });
  return useCallback(() => {
    if (isPlaying) {
      sound.stop();
      return void dispatch(playingSet(false));
    }
    void dispatch(playFrom(start.current()));
  }, [dispatch, isPlaying, sound]);
}

/** Calls `draw` with what `read` says of where play is (null while it is stopped) before each frame, outside React. */
export function useWhilePlaying(read: () => number | null, draw: (tick: number | null) => void): void {
  const isPlaying = useAppSelector((state) => state.session.isPlaying);
  const latest = useRef({ read, draw });
  useEffect(() => {
    latest.current = { read, draw };
  });
  useEffect(() => {
    if (!isPlaying) return latest.current.draw(null);
    let frame = 0;
    const turn = () => {
      latest.current.draw(latest.current.read());
      frame = requestAnimationFrame(turn);
    };
    turn();
    return () => cancelAnimationFrame(frame);
  }, [isPlaying]);
}

/** Play ends with the song: when what this stands in goes away. */
export function useStopAtLeaving(): void {
  const dispatch = useAppDispatch();
  const { sound } = useEffects();
  useEffect(
    () => () => {
      sound.stop();
      dispatch(playingSet(false));
    },
    [dispatch, sound],
  );
}
