import { gesturesOf, IDLE, type Gesture, type GestureSetting, type Id, type Place, type Point, type Target } from '@yibbo/core';
import {
  useEffect,
  useLayoutEffect,
  useMemo,
  useState,
  type MouseEvent as ReactMouseEvent,
  type PointerEvent as ReactPointerEvent,
} from 'react';
import { useEffects } from '../../../state/effects';
import { copiesNextSet, menuSet } from '../../../state/session/session';
import { useAppDispatch, useAppSelector } from '../../../state/store';
import { HandDriver, NOTHING_SHOWN, type HandShown } from './hand-driver';
import type { GridSurface } from './surface';
import type { Finished } from '../../../acts/gesture/finish';

interface HandOptions {
  readonly surface: GridSurface;
  readonly setting: GestureSetting;
  /** Whether every finger is a press of its own. */
  readonly isManyHanded: boolean;
  /** Whether a drag leads the action that is being tried. */
  readonly isDragControl?: boolean;
  readonly onFinish: (finished: Finished) => void;
  /** Told of each gesture as it goes on. */
  readonly onStep: (gesture: Gesture) => void;
}

/** The fingers and the mouse on a grid: what they are doing, and the handlers that have to be put on it. `onFinish` gets each gesture as it is
 *  let go. */
export function useHand({ surface, setting, isManyHanded, isDragControl = false, onFinish, onStep }: HandOptions) {
  const dispatch = useAppDispatch();
  const { held, grid } = useEffects();
  const fingerMode = useAppSelector((state) => state.session.finger);
  const copiesNext = useAppSelector((state) => state.session.copiesNext);
  const [shown, setShown] = useState<HandShown>(NOTHING_SHOWN);
  const [driver] = useState(() => new HandDriver(setShown));
  const onMenu = ({ x, y }: Point, target: Target) =>
    void dispatch(menuSet({ x, y, at: surface.placeAt({ x, y }), noteId: target.kind === 'note' ? target.noteId : null }));
  const finish = (finished: Finished) => {
    onFinish(finished);
    if (finished.gesture.state === 'moving' && copiesNext) dispatch(copiesNextSet(false));
  };
  useLayoutEffect(() => {
    driver.use({
      surface,
      setting: { ...setting, isManyHanded },
      held,
      fingerMode,
      copiesNext,
      isDragControl,
      onFinish: finish,
      onMenu,
      onStep,
    });
  });
  useEffect(() => grid.showPlaces((point) => surface.placeAt(point)), [grid, surface]);
  useCalledOff(driver);
  const gestures = useMemo(() => gesturesOf(shown.hand), [shown.hand]);
  return {
    gestures,
    gesture: gestures.at(-1) ?? IDLE,
    isOverCancel: shown.isOverCancel,
    isHigh: shown.isHigh,
    /** Whether it is a finger or pen, and not the mouse. */
    isTouched: shown.hand.fingers.at(-1)?.isTouch ?? false,
    handlers: useMemo(() => handlersOf(driver), [driver]),
  };
}

function handlersOf(driver: HandDriver) {
  return {
    onPointerDown: (event: ReactPointerEvent<HTMLElement>) => {
      event.currentTarget.setPointerCapture(event.pointerId);
      driver.down(event, event.currentTarget.getBoundingClientRect().top);
    },
    onPointerMove: (event: ReactPointerEvent<HTMLElement>) => driver.move(event),
    onPointerUp: (event: ReactPointerEvent<HTMLElement>) => driver.up(event),
    onPointerCancel: (event: ReactPointerEvent<HTMLElement>) => driver.lost(event),
    onContextMenu: (event: ReactMouseEvent<HTMLElement>) => {
      event.preventDefault();
      driver.contextMenu(event.nativeEvent as PointerEvent);
    },
  };
}

/** Escape and a page that loses the focus call off what is going on. */
function useCalledOff(driver: HandDriver): void {
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (event.key === 'Escape' && driver.cancel()) event.stopPropagation();
    };
    const onBlur = () => void driver.cancel();
    window.addEventListener('keydown', onKey, true);
    window.addEventListener('blur', onBlur);
    return () => {
      window.removeEventListener('keydown', onKey, true);
      window.removeEventListener('blur', onBlur);
      driver.stop();
    };
  }, [driver]);
}

/** The gesture that is going on: the pointer's, else that of a button or key that is held. */
export function useGoingOn(gesture: Gesture): Gesture {
  const carried = useAppSelector((state) => state.nudge.carried);
  return useMemo(() => {
    if (gesture.state !== 'idle' || !carried) return gesture;
    const { run, ticks, semitones } = carried;
    const rows = semitones === 0 ? 0 : null;
    return { state: 'moving', from: NOWHERE, anchorTick: 0, noteIds: run.noteIds, copy: false, ticks, semitones, rows };
  }, [gesture, carried]);
}

const NOWHERE: Place = { tick: 0, pitch: 0 };
const NO_IDS: readonly Id[] = [];

/** The ids a gesture lifts out of the grid while it runs. */
export function liftedIds(gesture: Gesture): readonly Id[] {
  return gesture.state === 'moving' || gesture.state === 'resizing' ? gesture.noteIds : NO_IDS;
}
