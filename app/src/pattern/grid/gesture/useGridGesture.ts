import {
  IDLE,
  stepGesture,
  type Gesture,
  type GestureEvent,
  type GestureSetting,
  type Ground,
  type Id,
  type Place,
  type Target,
} from '@yibbo/core';
import {
  useCallback,
  useEffect,
  useMemo,
  useRef,
  useState,
  type MouseEvent as ReactMouseEvent,
  type PointerEvent as ReactPointerEvent,
} from 'react';
import { useAppDispatch, useAppSelector } from '../../../store';
import { copiesNextSet, menuSet, type Finger } from '../../../session/session';
import { useEffects } from '../../../effects';
import type { HeldInputs } from './held';
import { edgePush, Navigation, type FingerAt, type Movable } from './navigation';

/** Turns pixels into places and tells what lies there; each dress of the pattern has its own. */
export interface GridSurface {
  placeAt(clientX: number, clientY: number): Place;
  targetAt(clientX: number, clientY: number, isTouch: boolean): Target;
  /** The view that fingers move; null where the surface does not move. */
  readonly view: (Movable & { box(): DOMRect }) | null;
}

/** A finished gesture, with what the press meant. */
export interface Finished {
  readonly gesture: Gesture;
  readonly isTouch: boolean;
  /** When it was let go, in milliseconds on the page's clock. */
  readonly at: number;
}

const HOLD_MS = 450;
/** How long a drag rests near an edge before the view goes along: a quick one to the last box stays there. */
const EDGE_REST_MS = 250;
const SLOP_TOUCH = 8;
const SLOP_MOUSE = 3;
const VELOCITY_PER_PIXEL = 0.6;
/** A drag that begins this near the top of the page's grid has its readout below, out from under the hand, in pixels. */
const HIGH_PIXELS = 110;

interface Pointer extends FingerAt {
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
  const dispatch = useAppDispatch();
  const { held } = useEffects();
  const finger = useAppSelector((state) => state.session.finger);
  const copiesNext = useAppSelector((state) => state.session.copiesNext);
  const [gesture, setGesture] = useState<Gesture>(IDLE);
  const [isOverCancel, setOverCancel] = useState(false);
  const [isHigh, setHigh] = useState(false);
  const current = useRef<Gesture>(IDLE);
  const pointers = useRef(new Map<number, Pointer>());
  const isNavigating = useRef(false);
  const [navigation] = useState(() => new Navigation());
  const holdTimer = useRef<ReturnType<typeof setTimeout> | null>(null);
  const edgeFrame = useRef(0);
  /** Since when the drag has been near an edge, on the page's clock. */
  const edgeSince = useRef<number | null>(null);
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
    cancelAnimationFrame(edgeFrame.current);
    edgeFrame.current = 0;
    edgeSince.current = null;
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
      navigation.stop();
    };
  }, [cancel, navigation]);

  const openMenu = (x: number, y: number, target: Target) =>
    dispatch(menuSet({ x, y, at: surface.placeAt(x, y), noteId: target.kind === 'note' ? target.noteId : null }));

  const onPointerDown = (event: ReactPointerEvent<HTMLElement>) => {
    navigation.stop(event.timeStamp);
    if (event.pointerType === 'mouse' && event.button !== 0) return;
    event.currentTarget.setPointerCapture(event.pointerId);
    const { clientX: x, clientY: y } = event;
    pointers.current.set(event.pointerId, { startX: x, startY: y, x, y });
    if (pointers.current.size > 1) return secondFinger();
    const isTouch = event.pointerType !== 'mouse';
    const target = surface.targetAt(x, y, isTouch);
    if (isTouch && finger === 'scrolls' && target.kind === 'empty' && surface.view) {
      isNavigating.current = true;
      return;
    }
    setHigh(y - event.currentTarget.getBoundingClientRect().top < HIGH_PIXELS);
    const ground = groundFor(held, event.shiftKey, finger);
    const copy = copiesNext || held.has('copy');
    step({ type: 'press', at: surface.placeAt(x, y), target, ground, extend: event.ctrlKey || event.metaKey, copy });
    if (isTouch && ground !== 'erase') holdTimer.current = setTimeout(() => hold(x, y, target), HOLD_MS);
  };

  /** Held on empty ground, a frame begins; held on a note, its menu opens at once. */
  const hold = (x: number, y: number, target: Target) => {
    step({ type: 'hold' });
    if (current.current.state !== 'menu') return;
    latest.current.onFinish({ gesture: current.current, isTouch: true, at: performance.now() });
    openMenu(x, y, target);
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
    const [first, second] = pointers.current.values();
    if (isNavigating.current) {
      const other = pointer === first ? second : first;
      if (surface.view) navigation.follow(surface.view, before, pointer, other ?? null, event.timeStamp);
      return;
    }
    if (pointer !== first || current.current.state === 'idle' || current.current.state === 'menu') return;
    const isMouse = event.pointerType === 'mouse';
    const slop = isMouse ? SLOP_MOUSE : SLOP_TOUCH;
    if (current.current.state === 'pressing' && Math.hypot(pointer.x - pointer.startX, pointer.y - pointer.startY) < slop) return;
    endHold();
    dragTo(pointer, isMouse);
    if (!isMouse) setOverCancel(isOnCancel(pointer.x, pointer.y));
    if (surface.view && edgeFrame.current === 0) edgeFrame.current = requestAnimationFrame((now) => scrollAtEdge(pointer, isMouse, now));
  };

  const dragTo = (pointer: Pointer, isMouse: boolean) => {
    const { surface: now } = latest.current;
    const over = now.targetAt(pointer.x, pointer.y, !isMouse);
    step({
      type: 'drag',
      at: now.placeAt(pointer.x, pointer.y),
      rise: (pointer.startY - pointer.y) * VELOCITY_PER_PIXEL,
      isSteep: Math.abs(pointer.y - pointer.startY) > Math.abs(pointer.x - pointer.startX),
      free: pointers.current.size > 1 || held.has('free'),
      over: over.kind === 'note' ? over.noteId : null,
    });
  };

  /** While a drag rests near an edge, the view scrolls on under it and the drag with it. Drawing up and down means velocity, so a
   *  drawn note only goes sideways. */
  const scrollAtEdge = (pointer: Pointer, isMouse: boolean, now: number) => {
    edgeFrame.current = 0;
    const { view } = latest.current.surface;
    if (!view || pointers.current.size === 0 || current.current.state === 'idle' || isOnCancel(pointer.x, pointer.y)) return;
    const push = edgePush(view.box(), pointer);
    const y = ['drawing', 'resizing'].includes(current.current.state) ? 0 : push.y;
    if (push.x === 0 && y === 0) {
      edgeSince.current = null;
      return;
    }
    edgeSince.current ??= now;
    if (now - edgeSince.current > EDGE_REST_MS) {
      view.move(push.x, y);
      dragTo(pointer, isMouse);
    }
    edgeFrame.current = requestAnimationFrame((now) => scrollAtEdge(pointer, isMouse, now));
  };

  const onPointerUp = (event: ReactPointerEvent<HTMLElement>) => {
    if (!pointers.current.delete(event.pointerId)) return;
    endHold();
    if (pointers.current.size > 0) return;
    const isTouch = event.pointerType !== 'mouse';
    const finished = current.current;
    const isCancelled = isTouch && isOnCancel(event.clientX, event.clientY);
    const wasNavigating = isNavigating.current;
    isNavigating.current = false;
    cancel();
    if (wasNavigating && surface.view) navigation.coast(surface.view, event.timeStamp);
    if (wasNavigating || isCancelled || finished.state === 'idle' || finished.state === 'menu') return;
    latest.current.onFinish({ gesture: finished, isTouch, at: event.timeStamp });
    if (finished.state === 'moving' && copiesNext) dispatch(copiesNextSet(false));
  };

  const onPointerCancel = (event: ReactPointerEvent<HTMLElement>) => {
    pointers.current.delete(event.pointerId);
    if (pointers.current.size === 0) isNavigating.current = false;
    cancel();
  };

  /** The right button, or the browser's own long press, which ours has already answered. */
  const onContextMenu = (event: ReactMouseEvent<HTMLElement>) => {
    event.preventDefault();
    if (pointers.current.size > 0) return;
    const target = surface.targetAt(event.clientX, event.clientY, false);
    if (target.kind === 'note') onFinish({ gesture: { state: 'menu', noteId: target.noteId }, isTouch: false, at: event.timeStamp });
    openMenu(event.clientX, event.clientY, target);
  };

  return { gesture, isOverCancel, isHigh, handlers: { onPointerDown, onPointerMove, onPointerUp, onPointerCancel, onContextMenu } };
}

/** What a press on empty ground begins: what is held decides, else what one finger does. */
function groundFor(held: HeldInputs, isShift: boolean, finger: Finger): Ground {
  if (held.has('erase')) return 'erase';
  if (isShift || finger === 'selects') return 'select';
  return held.has('paint') || finger === 'paints' ? 'paint' : 'draw';
}

/** Whether a point is on the "leave as it was" target. */
function isOnCancel(x: number, y: number): boolean {
  const box = document.querySelector('[data-leave-as-it-was]')?.getBoundingClientRect();
  return box !== undefined && x >= box.left && x <= box.right && y >= box.top && y <= box.bottom;
}

/** The gesture that is going on: the pointer's, else that of a button or key that is held. */
export function useInHand(gesture: Gesture): Gesture {
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
