import { modulo } from '@yibbo/core';
import { useEffect, useRef } from 'react';
import { patternViewSet } from '../../../state/preferences/pattern-views';
import type { OpenPart } from '../../../state/session/selectors';
import { useAppDispatch, useAppSelector } from '../../../state/store';
import { usePlayhead } from '../../playback/usePlayback';
import type { Viewport } from './viewport';

/** How long a view is left where a finger, the mouse or a key worked on it, in milliseconds. */
const LEFT_ALONE_MS = 2500;

/** Tells whether a hand was at work a moment ago: the view then stays where it is. */
export function useAtWork(): () => boolean {
  const last = useRef({ at: -Infinity, down: 0 });
  useEffect(() => {
    const note = () => {
      last.current.at = performance.now();
    };
    const down = () => {
      last.current.down++;
      note();
    };
    const up = () => {
      last.current.down = Math.max(0, last.current.down - 1);
      note();
    };
    const options = { capture: true, passive: true } as const;
    addEventListener('pointerdown', down, options);
    addEventListener('pointerup', up, options);
    addEventListener('pointercancel', up, options);
    addEventListener('keydown', note, options);
    addEventListener('wheel', note, options);
    return () => {
      removeEventListener('pointerdown', down, options);
      removeEventListener('pointerup', up, options);
      removeEventListener('pointercancel', up, options);
      removeEventListener('keydown', note, options);
      removeEventListener('wheel', note, options);
    };
  }, []);
  return () => last.current.down > 0 || performance.now() - last.current.at < LEFT_ALONE_MS;
}

/** Turns the page with the playhead: when it leaves the view, the view goes on from it. Where a person has switched that off, or is at work,
 *  it does not. */
export function usePlayInView({ pattern }: OpenPart, viewport: Viewport): void {
  const follows = useAppSelector((state) => state.preferences.followsPlay);
  const isAtWork = useAtWork();
  usePlayhead((tick) => {
    if (tick === null || !follows || viewport.width === 0) return;
    const x = modulo(tick, pattern.length) * viewport.pixelsPerTick - viewport.scrollX;
    if ((x >= 0 && x < viewport.width) || isAtWork()) return;
    viewport.scrollBy(x, 0);
  });
}

/** Shows the bar in Steps that is being played, in the same way. */
export function usePlayedBar({ pattern, bars, view }: OpenPart, bar: number): void {
  const dispatch = useAppDispatch();
  const follows = useAppSelector((state) => state.preferences.followsPlay);
  const isAtWork = useAtWork();
  usePlayhead((tick) => {
    if (tick === null || !follows || bars <= 1) return;
    const played = Math.floor((modulo(tick, pattern.length) / pattern.length) * bars);
    if (played !== bar && view.bar === bar && !isAtWork()) dispatch(patternViewSet({ patternId: pattern.id, view: { bar: played } }));
  });
}
