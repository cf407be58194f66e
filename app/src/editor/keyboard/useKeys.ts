import { useEffect } from 'react';
import { useEffects } from '../../state/effects';
import { useAppDispatch, useAppSelector, type Thunk } from '../../state/store';
import { letGo } from '../../acts/pattern/nudge';
import { ownKeysOf } from '../../state/belongings/things';
import { letterLifted, letterPressed, stepKeyPressed } from '../../acts/playing-in/play-keys';
import type { KeyAct } from './keys';
import { recipeActsOf } from './recipe-keys';
import { useClipboard } from './useClipboard';
import { focusNotes } from '../../controls/focus-notes';
import { ownerOf } from '../../controls/key-owner';
import { actWith, type KeyInput } from './match-key';

/** Listens for the keys while the pattern screen is open. */
export function useKeys(onPlay: () => void): void {
  const dispatch = useAppDispatch();
  const { held } = useEffects();
  useEffect(() => held.follow(), [held]);
  const lettersPlay = useAppSelector((state) => state.playingIn.lettersPlay);
  useEffect(() => held.rest(lettersPlay), [held, lettersPlay]);
  useFocusKept();
  useClipboard();
  useEffect(() => {
    const pressed = new Map<string, Thunk<unknown>>();
    const onKey = (event: KeyboardEvent) => {
      const target = event.target as HTMLElement;
      const release = isWriting(target) ? null : dispatch(playedBy(event));
      if (release) {
        event.preventDefault();
        if (!event.repeat) pressed.set(event.code, release);
        return;
      }
      if (event.defaultPrevented || ownerOf(target, event.key, event.ctrlKey || event.metaKey) === 'element') return;
      if (event.key === ' ') {
        event.preventDefault();
        if (!event.repeat) onPlay();
        return;
      }
      const found = dispatch(actPressed(event));
      if (!found) return;
      event.preventDefault();
      if (found.release) pressed.set(event.code, found.release);
      dispatch(found.act);
    };
    const onRelease = ({ code }: KeyboardEvent) => {
      const release = pressed.get(code);
      pressed.delete(code);
      if (release) dispatch(release);
    };
    const onBlur = () => {
      for (const release of pressed.values()) dispatch(release);
      pressed.clear();
      dispatch(letGo());
    };
    window.addEventListener('keydown', onKey);
    window.addEventListener('keyup', onRelease);
    window.addEventListener('blur', onBlur);
    return () => {
      window.removeEventListener('keydown', onKey);
      window.removeEventListener('keyup', onRelease);
      window.removeEventListener('blur', onBlur);
    };
  }, [dispatch, onPlay]);
}

/** The parts of a key event that say which key it is. */
export function keyInput(event: KeyboardEvent): KeyInput {
  const { key, code, ctrlKey, metaKey, altKey, shiftKey } = event;
  return { key, code, ctrlKey, metaKey, altKey, shiftKey, isAltGraph: event.getModifierState('AltGraph') };
}

/** Whether what is pressed is written, or chooses in a menu. */
function isWriting(target: Element): boolean {
  return target.closest('input:not([type=range]), textarea, [contenteditable], [role=menu]') !== null;
}

/** Plays or puts in by a key, where letters play or steps are put in: what is to be done when it is released; null where the key is for something else. */
function playedBy(event: KeyboardEvent): Thunk<Thunk | null> {
  return (dispatch) => {
    const pitches = dispatch(letterPressed(event, event.timeStamp));
    if (pitches) return (release) => void release(letterLifted(pitches, performance.now()));
    return !event.defaultPrevented && dispatch(stepKeyPressed(event)) ? () => undefined : null;
  };
}

function actPressed(event: KeyboardEvent): Thunk<KeyAct | null> {
  return (_dispatch, getState) => actWith(keyInput(event), ownKeysOf(getState()), recipeActsOf(getState()));
}

/** Where what had the focus is gone (a strip that was closed, the other view), the focus goes to the grid, where work goes on. */
function useFocusKept(): void {
  const trial = useAppSelector((state) => state.trial.trial?.actionId ?? null);
  const rule = useAppSelector((state) => state.session.rule?.ruleId ?? null);
  const sheet = useAppSelector((state) => state.session.sheet?.kind ?? null);
  const menu = useAppSelector((state) => state.session.menu !== null);
  const views = useAppSelector((state) => state.patternViews);
  const placementId = useAppSelector((state) => state.session.placementId);
  useEffect(() => {
    if (document.activeElement !== null && document.activeElement !== document.body) return;
    focusNotes();
  }, [trial, rule, sheet, menu, views, placementId]);
}
