import type { Id } from '../model/entities';
import { IDLE, stepGesture, type DragEvent, type Gesture, type GestureEvent, type GestureSetting } from './gesture';

/** A point of the page, in pixels. */
export interface Point {
  readonly x: number;
  readonly y: number;
}

/** A finger, pen or mouse button that is down on the grid. */
export interface Finger extends Point {
  readonly id: number;
  readonly isTouch: boolean;
  readonly startX: number;
  readonly startY: number;
  /** When it went down, in milliseconds. */
  readonly downAt: number;
  /** Its gesture on the notes; idle where it scrolls, or its part is over. */
  readonly gesture: Gesture;
}

interface Tap extends Point {
  readonly noteId: Id;
  readonly at: number;
}

/** All fingers on a grid. */
export interface Hand {
  readonly fingers: readonly Finger[];
  /** Whether the fingers move the view and not the notes. */
  readonly isScrolling: boolean;
  /** The last tap, where it was on a note that was there before it. */
  readonly lastTap: Tap | null;
}

export const NO_FINGERS: Hand = { fingers: [], isScrolling: false, lastTap: null };

export type HandEvent =
  | {
      readonly type: 'down';
      readonly id: number;
      readonly isTouch: boolean;
      readonly at: number;
      readonly point: Point;
      /** The gesture it begins on the notes; null where it scrolls. */
      readonly press: (GestureEvent & { readonly type: 'press' }) | null;
    }
  | {
      readonly type: 'move';
      readonly id: number;
      readonly at: number;
      readonly point: Point;
      /** Where it has come to on the grid; `free` is added where a second finger lifts the grid. */
      readonly drag: DragEvent;
    }
  /** It has rested long enough to count as held. */
  | { readonly type: 'hold'; readonly id: number }
  | { readonly type: 'up'; readonly id: number; readonly at: number; readonly point: Point; readonly isDropped: boolean }
  /** The browser takes the finger away. */
  | { readonly type: 'lost'; readonly id: number }
  /** Everything is called off, as by Escape. */
  | { readonly type: 'cancel' };

/** The outcome of an event, beside the hand's new state. */
export type HandOutcome =
  | { readonly type: 'scroll'; readonly from: Point; readonly to: Point; readonly other: Point | null; readonly at: number }
  /** The last finger that scrolled is up: the view rolls on. */
  | { readonly type: 'coast'; readonly at: number }
  /** A gesture is done. `isDouble`: it is the second of two taps on a note. */
  | { readonly type: 'finish'; readonly gesture: Gesture; readonly isTouch: boolean; readonly isDouble: boolean };

export interface HandSetting extends GestureSetting {
  /** Whether every finger is a press of its own, so that two thumbs can drum; if not, a second one scrolls or lifts the grid. */
  readonly isManyHanded: boolean;
}

/** How far a finger or the mouse may slip and still tap, in pixels. */
const SLOP_TOUCH = 8;
const SLOP_MOUSE = 3;
/** A second finger that comes so soon after the first makes it scroll, whatever it has begun, in milliseconds. */
const PINCH_MS = 150;
const DOUBLE_TAP_MS = 300;
const DOUBLE_TAP_PIXELS = 12;

/** Moves the hand on by one event. */
export function stepHand(
  hand: Hand,
  event: HandEvent,
  setting: HandSetting,
): { readonly hand: Hand; readonly outcome: HandOutcome | null } {
  switch (event.type) {
    case 'down':
      return only(down(hand, event, setting));
    case 'move':
      return move(hand, event, setting);
    case 'hold':
      return only(withGesture(hand, event.id, { type: 'hold' }, setting));
    case 'up':
      return up(hand, event);
    case 'lost':
      return only(without(hand, event.id));
    case 'cancel':
      return only({ ...hand, fingers: hand.fingers.map((finger) => ({ ...finger, gesture: IDLE })) });
  }
}

function only(hand: Hand) {
  return { hand, outcome: null };
}

function down(hand: Hand, { id, isTouch, at, point, press }: HandEvent & { type: 'down' }, setting: HandSetting): Hand {
  const { x, y } = point;
  const [first] = hand.fingers;
  const finger: Finger = { id, isTouch, x, y, startX: x, startY: y, downAt: at, gesture: IDLE };
  const isAlone = !first || setting.isManyHanded;
  if (isAlone) {
    const gesture = press ? stepGesture(IDLE, press, setting) : IDLE;
    return { ...hand, fingers: [...hand.fingers, { ...finger, gesture }], isScrolling: press === null };
  }
  const isPinch =
    hand.isScrolling || first.gesture.state === 'pressing' || (first.gesture.state !== 'idle' && at - first.downAt <= PINCH_MS);
  if (!isPinch) return { ...hand, fingers: [...hand.fingers, finger] };
  return { ...hand, fingers: [{ ...first, gesture: IDLE }, ...hand.fingers.slice(1), finger], isScrolling: true };
}

function move(hand: Hand, { id, at, point, drag }: HandEvent & { type: 'move' }, setting: HandSetting) {
  const finger = hand.fingers.find((each) => each.id === id);
  if (!finger) return only(hand);
  const moved = { ...finger, x: point.x, y: point.y };
  const after: Hand = { ...hand, fingers: hand.fingers.map((each) => (each.id === id ? moved : each)) };
  if (hand.isScrolling) {
    const [first, second] = after.fingers;
    const other = (moved === first ? second : first) ?? null;
    return { hand: after, outcome: { type: 'scroll', from: finger, to: moved, other: other === moved ? null : other, at } as const };
  }
  const slop = finger.isTouch ? SLOP_TOUCH : SLOP_MOUSE;
  const { state } = finger.gesture;
  if (state === 'idle' || state === 'menu') return only(after);
  if (state === 'pressing' && Math.hypot(moved.x - moved.startX, moved.y - moved.startY) < slop) return only(after);
  const isFreed = !setting.isManyHanded && hand.fingers.length > 1;
  return only(withGesture(after, id, { ...drag, free: drag.free || isFreed }, setting));
}

function up(hand: Hand, { id, at, point, isDropped }: HandEvent & { type: 'up' }) {
  const finger = hand.fingers.find((each) => each.id === id);
  if (!finger) return only(hand);
  const after = without(hand, id);
  if (hand.isScrolling) return { hand: after, outcome: after.fingers.length === 0 ? ({ type: 'coast', at } as const) : null };
  const { gesture, isTouch } = finger;
  if (isDropped || gesture.state === 'idle' || gesture.state === 'menu') return only(after);
  const tap = tapOn(gesture, at, point);
  const isDouble = tap !== null && isSecond(hand.lastTap, tap);
  return {
    hand: { ...after, lastTap: isDouble ? null : tap },
    outcome: { type: 'finish', gesture, isTouch, isDouble } as const,
  };
}

function tapOn(gesture: Gesture, at: number, { x, y }: Point): Tap | null {
  return gesture.state === 'pressing' && gesture.target.kind === 'note' ? { noteId: gesture.target.noteId, at, x, y } : null;
}

function isSecond(before: Tap | null, { noteId, at, x, y }: Tap): boolean {
  return before?.noteId === noteId && at - before.at <= DOUBLE_TAP_MS && Math.hypot(x - before.x, y - before.y) <= DOUBLE_TAP_PIXELS;
}

function without(hand: Hand, id: number): Hand {
  const fingers = hand.fingers.filter((each) => each.id !== id);
  return { ...hand, fingers, isScrolling: hand.isScrolling && fingers.length > 0 };
}

function withGesture(hand: Hand, id: number, event: GestureEvent, setting: GestureSetting): Hand {
  if (hand.isScrolling) return hand;
  const fingers = hand.fingers.map((finger) => {
    const gesture = finger.id === id ? stepGesture(finger.gesture, event, setting) : finger.gesture;
    return gesture === finger.gesture ? finger : { ...finger, gesture };
  });
  return { ...hand, fingers };
}

/** The gestures that are going on, first begun first. */
export function gesturesOf({ fingers }: Hand): readonly Gesture[] {
  return fingers.map(({ gesture }) => gesture).filter(({ state }) => state !== 'idle');
}
