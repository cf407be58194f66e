import { latencyOfTaps, TAPS_WANTED } from '@yibbo/core/recording';
import { playInSet, type InputSource } from '../../state/preferences/play-in';
import { tapTestSet } from '../../state/session/playing-in';
import { noticeSet } from '../../state/session/session';
import type { Thunk } from '../../state/store';
import { NO_SOUND } from '../play-from';

/** Clicks of a tap test: a few to find the beat, and some to spare. */
const CLICKS = 14;
const EVERY_SECONDS = 0.6;

/** A tap test that goes on. */
export interface TapTest {
  readonly tap: (at: number) => void;
  readonly stop: () => void;
}

/** Clicks, and measures how much later taps come than they are heard; what is found is taken off all that is played from there on. */
export function tapTest(source: InputSource): Thunk<Promise<TapTest | null>> {
  return async (dispatch, getState, { sound, tapping }) => {
    const player = await sound.open().catch(() => null);
    if (!player) {
      dispatch(noticeSet(NO_SOUND));
      return null;
    }
    player.stop();
    player.setClick({ sound: 'wood', levelDb: 0, accents: false, isOn: false });
    const clicks = player.clickAlone(CLICKS, EVERY_SECONDS);
    const taps: number[] = [];
    dispatch(tapTestSet({ taps: 0, isOver: false, foundMs: null }));
    const stop = () => {
      clearTimeout(timer);
      tapping.current = null;
      player.setClick(null);
      const before = getState().playingIn.tapTest;
      if (before && !before.isOver) dispatch(tapTestSet({ ...before, isOver: true }));
    };
    const timer = setTimeout(stop, clicks.at(-1)! - performance.now() + EVERY_SECONDS * 1000);
    const tap = (at: number) => {
      if (getState().playingIn.tapTest?.isOver) return;
      taps.push(at);
      // The first taps look for the beat.
      const foundMs = taps.length >= TAPS_WANTED ? latencyOfTaps(clicks, taps.slice(-TAPS_WANTED)) : null;
      dispatch(tapTestSet({ taps: taps.length, isOver: foundMs !== null, foundMs }));
      if (foundMs === null) return;
      dispatch(playInSet({ latencyMs: { ...getState().playIn.latencyMs, [source]: foundMs } }));
      stop();
    };
    tapping.current = { source, tap };
    return { tap, stop };
  };
}
