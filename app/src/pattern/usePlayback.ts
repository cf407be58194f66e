import { useCallback, useEffect, useRef } from 'react';
import { desk } from '../audio/desk';
import { patternScore } from '../audio/player';
import { selectPart, selectShownDocument } from '../store/selectors';
import { useAppDispatch, useAppSelector } from '../store/store';
import { noticeSet, playingSet } from '../store/view';

const NO_SOUND = 'This browser gives no sound. Check that the tab is not muted, then press play again.';

/** Keeps the sound in step with what is on screen: every change, and every trial, is heard while the loop runs on. */
export function usePlayback(): { toggle: () => void } {
  const dispatch = useAppDispatch();
  const document = useAppSelector(selectShownDocument);
  const placementId = useAppSelector((state) => selectPart(state)?.placement.id);
  const isPlaying = useAppSelector((state) => state.view.isPlaying);

  useEffect(() => {
    const score = document && placementId ? patternScore(document, placementId) : null;
    if (score) desk.setScore(score);
  }, [document, placementId]);

  useEffect(
    () => () => {
      desk.stop();
      dispatch(playingSet(false));
    },
    [dispatch],
  );

  const toggle = useCallback(() => {
    if (isPlaying) {
      desk.stop();
      dispatch(playingSet(false));
      return;
    }
    desk.open().then(
      (player) => {
        player.play(0);
        dispatch(playingSet(true));
      },
      () => dispatch(noticeSet(NO_SOUND)),
    );
  }, [dispatch, isPlaying]);
  return { toggle };
}

/** Calls `draw` with the play tick (null while stopped) before each frame, outside React. */
export function usePlayhead(draw: (tick: number | null) => void): void {
  const isPlaying = useAppSelector((state) => state.view.isPlaying);
  const latest = useRef(draw);
  useEffect(() => {
    latest.current = draw;
  }, [draw]);
  useEffect(() => {
    if (!isPlaying) return latest.current(null);
    let frame = 0;
    const turn = () => {
      latest.current(desk.player?.position() ?? null);
      frame = requestAnimationFrame(turn);
    };
    turn();
    return () => cancelAnimationFrame(frame);
  }, [isPlaying]);
}
