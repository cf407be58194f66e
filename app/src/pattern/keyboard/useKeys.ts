import { useEffect } from 'react';
import { useEffects } from '../../effects';
import { useAppDispatch, useAppSelector } from '../../store';
import { letGo } from '../acts/nudge';
import { KEYS } from './keys';
import { useClipboard } from './useClipboard';
import { actOf, ownerOf } from './match-key';

/** Listens for the keys while the pattern screen is open. */
export function useKeys(onPlay: () => void): void {
  const dispatch = useAppDispatch();
  const { held } = useEffects();
  useEffect(() => held.follow(), [held]);
  useFocusKept();
  useClipboard();
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      const target = event.target as HTMLElement;
      if (event.defaultPrevented || ownerOf(target, event.key) === 'element') return;
      if (event.key === ' ') {
        event.preventDefault();
        if (!event.repeat) onPlay();
        return;
      }
      const found = actOf({
        key: event.key,
        code: event.code,
        ctrlKey: event.ctrlKey,
        metaKey: event.metaKey,
        altKey: event.altKey,
        shiftKey: event.shiftKey,
        isAltGraph: event.getModifierState('AltGraph'),
      });
      if (!found) return;
      event.preventDefault();
      dispatch(found.act);
    };
    const onRelease = ({ key }: KeyboardEvent) => {
      const released = KEYS.find((each) => each.release && each.key.toLowerCase() === key.toLowerCase());
      if (released) dispatch(released.release!);
    };
    const onBlur = () => dispatch(letGo());
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
    const grid = document.querySelector<HTMLElement>('[data-testid=notes-grid], [data-testid=steps-grid] [data-cell]');
    grid?.focus({ preventScroll: true });
  }, [trial, rule, sheet, menu, views, placementId]);
}
