import { IDLE, stepGesture, type Gesture, type GestureEvent, type GestureSetting, type Id, type Place, type Target } from '@yibbo/core';
import { useCallback, useEffect, useRef, useState, type PointerEvent as ReactPointerEvent } from 'react';
import { useAppSelector } from '../store/store';
import { isHeld } from './held-keys';

/** Turns pixels into places and tells what lies there; each dress of the pattern has its own. */
export interface GridSurface {
  placeAt(clientX: number, clientY: number): Place;
  targetAt(clientX: number, clientY: number, isTouch: boolean): Target;
  /** Scrolls, and zooms by factors about a point; null where the surface does not move. */
  readonly move: ((x: number, y: number) => void) | null;
  readonly zoom: ((timeFactor: number, rowFactor: number, clientX: number, clientY: number) => void) | null;
}

/** A finished gesture, with what the press meant. */
export interface Finished {
  readonly gesture: Gesture;
  readonly isTouch: boolean;
}

const HOLD_MS = 450;
const SLOP_TOUCH = 8;
const SLOP_MOUSE = 3;
const VELOCITY_PER_PIXEL = 0.6;
/** Fingers closer together than this along an axis do not zoom it. */
const PINCH_LEAST = 50;

interface Pointer {
  readonly startX: number;
  readonly startY: number;
  x: number;
  y: number;
}

/** Feeds pointers into the gesture machine of core: one finger or the mouse acts, two fingers from the start move and pinch, a
 *  second finger during a drag lifts the grid. `onFinish` gets each gesture as it is let go. */
export function useGridGesture(
  surface: GridSurface,
  setting: GestureSetting,
  onFinish: (finished: Finished) => void,
  onStep?: (gesture: Gesture) => void,
) {
  const finger = useAppSelector((state) => state.view.finger);
  const [gesture, setGesture] = useState<Gesture>(IDLE);
  const [isOverCancel, setOverCancel] = useState(false);
  const current = useRef<Gesture>(IDLE);
  const pointers = useRef(new Map<number, Pointer>());
  const isNavigating = useRef(false);
  const holdTimer = useRef<ReturnType<typeof setTimeout> | null>(null);
  const latest = useRef({ surface, setting, onFinish, onStep });
  useEffect(() => {
    latest.current = { surface, setting, onFinish, onStep };
  });

  const step = useCallback((event: GestureEvent) => {
    const next = stepGesture(current.current, event, latest.current.setting);
    if (next === current.current) return;
    current.current = next;
    setGesture(next);
    latest.current.onStep?.(next);
  }, []);

  const endHold = () => {
    if (holdTimer.current) clearTimeout(holdTimer.current);
    holdTimer.current = null;
  };

  const cancel = useCallback(() => {
    endHold();
    step({ type: 'cancel' });
    setOverCancel(false);
  }, [step]);

  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (event.key === 'Escape' && current.current.state !== 'idle') {
        event.stopPropagation();
        cancel();
      }
    };
    window.addEventListener('keydown', onKey, true);
    window.addEventListener('blur', cancel);
    return () => {
      window.removeEventListener('keydown', onKey, true);
      window.removeEventListener('blur', cancel);
    };
  }, [cancel]);

  const onPointerDown = (event: ReactPointerEvent<HTMLElement>) => {
    if (event.pointerType === 'mouse' && event.button !== 0) return;
    event.currentTarget.setPointerCapture(event.pointerId);
    const { clientX: x, clientY: y } = event;
    pointers.current.set(event.pointerId, { startX: x, startY: y, x, y });
    if (pointers.current.size > 1) return secondFinger();
    const isTouch = event.pointerType !== 'mouse';
    const target = surface.targetAt(x, y, isTouch);
    if (isTouch && finger === 'scrolls' && target.kind === 'empty' && surface.move) {
      isNavigating.current = true;
      return;
    }
    const ground = isHeld('erase') ? 'erase' : event.shiftKey || finger === 'selects' ? 'select' : 'draw';
    step({ type: 'press', at: surface.placeAt(x, y), target, ground, extend: event.ctrlKey || event.metaKey, copy: isHeld('copy') });
    if (isTouch) holdTimer.current = setTimeout(() => step({ type: 'hold' }), HOLD_MS);
  };

  /** Down from the start, it moves the view; during a drag it only lifts the grid. */
  const secondFinger = () => {
    endHold();
    if (current.current.state !== 'pressing' && current.current.state !== 'idle') return;
    step({ type: 'cancel' });
    isNavigating.current = true;
  };

  const onPointerMove = (event: ReactPointerEvent<HTMLElement>) => {
    const pointer = pointers.current.get(event.pointerId);
    if (!pointer) return;
    const before = { x: pointer.x, y: pointer.y };
    pointer.x = event.clientX;
    pointer.y = event.clientY;
    if (isNavigating.current) return navigate(event.pointerId, before);
    const [first] = pointers.current.values();
    if (pointer !== first || current.current.state === 'idle' || current.current.state === 'menu') return;
    const slop = event.pointerType === 'mouse' ? SLOP_MOUSE : SLOP_TOUCH;
    if (current.current.state === 'pressing' && Math.hypot(pointer.x - pointer.startX, pointer.y - pointer.startY) < slop) return;
    endHold();
    const over = surface.targetAt(pointer.x, pointer.y, event.pointerType !== 'mouse');
    step({
      type: 'drag',
      at: surface.placeAt(pointer.x, pointer.y),
      rise: (pointer.startY - pointer.y) * VELOCITY_PER_PIXEL,
      free: pointers.current.size > 1 || isHeld('free'),
      over: over.kind === 'note' ? over.noteId : null,
    });
    if (event.pointerType !== 'mouse') setOverCancel(isOnCancel(pointer.x, pointer.y));
  };

  const navigate = (pointerId: number, before: { x: number; y: number }) => {
    const [a, b] = [...pointers.current.entries()];
    const moved = pointers.current.get(pointerId)!;
    const share = b ? 2 : 1;
    surface.move?.((before.x - moved.x) / share, (before.y - moved.y) / share);
    if (!a || !b) return;
    const other = a[0] === pointerId ? b[1] : a[1];
    const factor = (now: number, was: number) => (Math.abs(was) < PINCH_LEAST || Math.abs(now) < PINCH_LEAST ? 1 : Math.abs(now / was));
    surface.zoom?.(
      factor(moved.x - other.x, before.x - other.x),
      factor(moved.y - other.y, before.y - other.y),
      (moved.x + other.x) / 2,
      (moved.y + other.y) / 2,
    );
  };

  const onPointerUp = (event: ReactPointerEvent<HTMLElement>) => {
    if (!pointers.current.delete(event.pointerId)) return;
    endHold();
    if (pointers.current.size > 0) return;
    const isTouch = event.pointerType !== 'mouse';
    const finished = current.current;
    const isCancelled = isTouch && isOnCancel(event.clientX, event.clientY);
    if (!isNavigating.current && finished.state !== 'idle' && !isCancelled) latest.current.onFinish({ gesture: finished, isTouch });
    isNavigating.current = false;
    cancel();
  };

  const onPointerCancel = (event: ReactPointerEvent<HTMLElement>) => {
    pointers.current.delete(event.pointerId);
    if (pointers.current.size === 0) isNavigating.current = false;
    cancel();
  };

  return { gesture, isOverCancel, handlers: { onPointerDown, onPointerMove, onPointerUp, onPointerCancel } };
}

/** Whether a point is on the "leave as it was" target. */
function isOnCancel(x: number, y: number): boolean {
  const box = document.querySelector('[data-leave-as-it-was]')?.getBoundingClientRect();
  return box !== undefined && x >= box.left && x <= box.right && y >= box.top && y <= box.bottom;
}

/** The ids a gesture lifts out of the grid while it runs. */
export function liftedIds(gesture: Gesture): readonly Id[] {
  return gesture.state === 'moving' || gesture.state === 'resizing' ? gesture.noteIds : [];
}
