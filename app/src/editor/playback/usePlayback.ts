import type { Document, Id } from '@yibbo/core';
import { useEffect } from 'react';
import { useStore } from 'react-redux';
import type { AppSound } from '../../audio/sound';
import { useEffects } from '../../state/effects';
import { patternScore } from '../../audio/score';
import { usePlayToggle, useWhilePlaying } from './useWhilePlaying';
import { carriedDocument } from '../../acts/pattern/nudge';
import type { Carried } from '../../state/session/nudged';
import { selectPart, selectPlayedDocument } from '../../state/session/selectors';
import { useAppSelector, type State } from '../../state/store';

/** Keeps the sound in step with what is on screen: every change, and every trial, is heard while the loop runs on. */
export function usePlayback(): { toggle: () => void } {
  const { sound } = useEffects();
  const document = useAppSelector(selectPlayedDocument);
  const placementId = useAppSelector((state) => selectPart(state)?.placement.id);
  const isPlaying = useAppSelector((state) => state.session.isPlaying);
  useCarriedHeard(isPlaying);

  useEffect(() => setScore(sound, document, placementId), [sound, document, placementId]);

  return { toggle: usePlayToggle(fromStart) };
}

function fromStart(): number {
  return 0;
}

/** Interval in ms between sounds of a dragged note. */
const HEARD_EVERY_MS = 150;

/** Lets notes that a held nudge carries be heard where they are, while the loop runs. It listens beside React: a held key asks for more than
 *  the screen could be drawn anew for. */
function useCarriedHeard(isPlaying: boolean): void {
  const store = useStore<State>();
  const { sound } = useEffects();
  useEffect(() => {
    if (!isPlaying) return;
    let heard: Carried | null = null;
    let heardAt = 0;
    let timer: ReturnType<typeof setTimeout> | undefined;
    const hear = () => {
      timer = undefined;
      heardAt = performance.now();
      const state = store.getState();
      heard = state.nudge.carried;
      setScore(sound, carriedDocument(state) ?? selectPlayedDocument(state), selectPart(state)?.placement.id);
    };
    const follow = () => {
      if (timer === undefined && store.getState().nudge.carried !== heard)
        timer = setTimeout(hear, Math.max(0, heardAt + HEARD_EVERY_MS - performance.now()));
    };
    // A drag under way when playback begins is heard too.
    follow();
    const unsubscribe = store.subscribe(follow);
    return () => {
      unsubscribe();
      clearTimeout(timer);
    };
  }, [isPlaying, store, sound]);
}

function setScore(sound: AppSound, document: Document | null, placementId: Id | undefined): void {
  const score = document && placementId ? patternScore(document, placementId) : null;
  if (score) sound.setScore(score);
}

/** Calls `draw` with where the open pattern is (null while it is not played), counted on over its rounds, before each frame, outside React. */
export function usePlayhead(draw: (tick: number | null) => void): void {
  const { sound } = useEffects();
  const placement = useAppSelector((state) => selectPart(state)?.placement);
  useWhilePlaying(() => (placement ? sound.patternTick(placement) : null), draw);
}
