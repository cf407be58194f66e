import {
  gesturesOf,
  NO_FINGERS,
  stepHand,
  type Finger,
  type Gesture,
  type PressPurpose,
  type Hand,
  type HandEvent,
  type HandOutcome,
  type HandSetting,
  type Point,
  type Target,
} from '@yibbo/core';
import type { Finger as FingerMode } from '../../../state/session/session';
import type { HeldInputs } from '../../../state/on-screen/held';
import type { Finished } from '../../../acts/gesture/finish';
import { edgePush, Navigation } from './navigation';
import type { GridSurface } from './surface';

/** The driver's input; it may differ at every event. */
export interface HandParts {
  readonly surface: GridSurface;
  readonly setting: HandSetting;
  readonly held: HeldInputs;
  readonly fingerMode: FingerMode;
  readonly copiesNext: boolean;
  /** Whether a drag leads the action that is being tried, wherever it begins. */
  readonly isDragControl: boolean;
  readonly onFinish: (finished: Finished) => void;
  readonly onMenu: (point: Point, target: Target) => void;
  readonly onStep: (gesture: Gesture) => void;
}

/** The visible state of the hand. */
export interface HandShown {
  readonly hand: Hand;
  /** Whether a finger is over the target that calls a drag off. */
  readonly isOverCancel: boolean;
  /** Whether the last press was near the top of the grid: its words then stand below, out from under the hand. */
  readonly isHigh: boolean;
}

export const NOTHING_SHOWN: HandShown = { hand: NO_FINGERS, isOverCancel: false, isHigh: false };

/** A pointer event as the driver needs it: both the page's own and React's fit. */
export type PointerInput = Pick<
  PointerEvent,
  'pointerId' | 'pointerType' | 'button' | 'clientX' | 'clientY' | 'timeStamp' | 'shiftKey' | 'ctrlKey' | 'metaKey' | 'altKey'
>;

const HOLD_MS = 450;
const VELOCITY_PER_PIXEL = 0.6;
/** A press this near the top of the grid has its words below, in pixels. */
const HIGH_PIXELS = 110;
/** How long a drag rests near an edge before the view goes along: a quick one to the last step stays there. */
const EDGE_REST_MS = 250;

/** Feeds pointers into the hand of core, and does what comes of them: the view scrolls, menus open, gestures are handed on. */
export class HandDriver {
  private shown = NOTHING_SHOWN;
  private parts!: HandParts;
  private readonly holds = new Map<number, ReturnType<typeof setTimeout>>();
  private readonly navigation = new Navigation();
  private edgeFrame = 0;
  private edgeSince: number | null = null;

  constructor(private readonly onShown: (shown: HandShown) => void) {}

  use(parts: HandParts): void {
    this.parts = parts;
  }

  down(event: PointerInput, gridTop: number): void {
    this.navigation.stop(event.timeStamp);
    if (event.pointerType === 'mouse' && event.button !== 0) return;
    const { surface, held, fingerMode, copiesNext, isDragControl } = this.parts;
    const point = pointOf(event);
    const isTouch = event.pointerType !== 'mouse';
    surface.begin?.(point, event.pointerId);
    const target: Target = isDragControl ? { kind: 'empty' } : surface.targetAt(point, isTouch);
    const purpose = isDragControl ? 'lead' : purposeOf(held, event.shiftKey, fingerMode);
    const scrolls = !isDragControl && isTouch && fingerMode === 'scrolls' && target.kind === 'empty' && surface.view !== null;
    const press = {
      type: 'press',
      at: surface.placeAt(point, event.pointerId),
      target,
      purpose,
      extend: event.ctrlKey || event.metaKey || event.altKey,
      copy: copiesNext || held.has('copy'),
    } as const;
    // With two fingers down nothing is being held: they drum, or move the view.
    const isAlone = this.shown.hand.fingers.length === 0;
    if (!isAlone) this.endHolds();
    this.show({ isHigh: point.y - gridTop < HIGH_PIXELS, isOverCancel: false });
    this.step({ type: 'down', id: event.pointerId, isTouch, at: event.timeStamp, point, press: scrolls ? null : press });
    if (isTouch && isAlone && purpose !== 'erase' && purpose !== 'lead') this.startHold(event.pointerId, point, target);
  }

  move(event: PointerInput): void {
    const finger = this.finger(event.pointerId);
    if (!finger) return;
    const point = pointOf(event);
    const before = finger.gesture;
    this.dragTo(finger, point, event.timeStamp);
    const now = this.finger(event.pointerId)?.gesture ?? before;
    if (now.state !== 'pressing') this.endHold(event.pointerId);
    if (this.shown.hand.isScrolling || now.state === 'idle' || now.state === 'pressing' || now.state === 'menu') return;
    if (finger.isTouch) this.show({ isOverCancel: isOnCancel(point) });
    if (this.parts.surface.view && this.edgeFrame === 0)
      this.edgeFrame = requestAnimationFrame((at) => this.scrollAtEdge(event.pointerId, at));
  }

  up(event: PointerInput): void {
    const finger = this.finger(event.pointerId);
    if (!finger) return;
    const point = pointOf(event);
    this.endHold(event.pointerId);
    const isDropped = finger.isTouch && isOnCancel(point);
    this.step({ type: 'up', id: event.pointerId, at: event.timeStamp, point, isDropped });
    this.rest();
    // Held on empty ground and let go there, a finger asks what can be done.
    const { gesture } = finger;
    if (finger.isTouch && !isDropped && gesture.state === 'selecting' && gesture.to === gesture.from)
      this.openMenu(point, { kind: 'empty' }, true);
  }

  lost(event: PointerInput): void {
    this.endHold(event.pointerId);
    this.step({ type: 'lost', id: event.pointerId });
    this.rest();
  }

  /** Calls off whatever is going on; says whether anything was. */
  cancel(): boolean {
    const isBusy = gesturesOf(this.shown.hand).length > 0;
    this.endHolds();
    this.step({ type: 'cancel' });
    this.rest();
    return isBusy;
  }

  stop(): void {
    this.cancel();
    this.navigation.stop();
  }

  /** The right button, or the browser's own long press, which ours has already answered. */
  contextMenu(event: PointerInput): void {
    if (this.shown.hand.fingers.length > 0) return;
    const point = pointOf(event);
    this.openMenu(point, this.parts.surface.targetAt(point, false), false);
  }

  private finger(id: number): Finger | undefined {
    return this.shown.hand.fingers.find((each) => each.id === id);
  }

  private show(changed: Partial<HandShown>): void {
    this.shown = { ...this.shown, ...changed };
    this.onShown(this.shown);
  }

  private step(event: HandEvent): void {
    const { hand, outcome } = stepHand(this.shown.hand, event, this.parts.setting);
    if (hand !== this.shown.hand) this.show({ hand });
    if (event.type !== 'cancel' && 'id' in event) {
      const gesture = this.finger(event.id)?.gesture;
      if (gesture) this.parts.onStep(gesture);
    }
    if (outcome) this.act(outcome);
  }

  private act(outcome: HandOutcome): void {
    const { view } = this.parts.surface;
    if (outcome.type === 'finish') this.parts.onFinish(outcome);
    else if (!view) return;
    else if (outcome.type === 'coast') this.navigation.coast(view, outcome.at);
    else this.navigation.follow(view, outcome.from, outcome.to, outcome.other, outcome.at);
  }

  /** A page that was busy lets what has happened meanwhile go first: the finger may be up by now. */
  private startHold(id: number, point: Point, target: Target): void {
    const timer = setTimeout(() => requestAnimationFrame(() => this.holds.get(id) === timer && this.hold(id, point, target)), HOLD_MS);
    this.holds.set(id, timer);
  }

  /** Held on empty ground, a frame begins; held on a note, its menu opens at once. */
  private hold(id: number, point: Point, target: Target): void {
    this.step({ type: 'hold', id });
    if (this.finger(id)?.gesture.state === 'menu') this.openMenu(point, target, true);
  }

  private openMenu(point: Point, target: Target, isTouch: boolean): void {
    if (target.kind === 'note') this.parts.onFinish({ gesture: { state: 'menu', noteId: target.noteId }, isTouch, isDouble: false });
    this.parts.onMenu(point, target);
  }

  private dragTo(finger: Finger, point: Point, at: number): void {
    const { surface, held } = this.parts;
    const over = surface.targetAt(point, finger.isTouch);
    this.step({
      type: 'move',
      id: finger.id,
      at,
      point,
      drag: {
        type: 'drag',
        at: surface.placeAt(point, finger.id),
        rise: (finger.startY - point.y) * VELOCITY_PER_PIXEL,
        isSteep: Math.abs(point.y - finger.startY) > Math.abs(point.x - finger.startX),
        free: held.has('free'),
        over: over.kind === 'note' ? over.noteId : null,
      },
    });
  }

  /** While a drag rests near an edge, the view scrolls on under it and the drag with it. Drawing up and down means velocity, so a
   *  drawn note only goes sideways. */
  private scrollAtEdge(id: number, now: number): void {
    this.edgeFrame = 0;
    const finger = this.finger(id);
    const { view } = this.parts.surface;
    if (!view || !finger || finger.gesture.state === 'idle' || isOnCancel(finger)) return;
    const push = edgePush(view.box(), finger);
    const y = ['drawing', 'resizing', 'leading'].includes(finger.gesture.state) ? 0 : push.y;
    if (push.x === 0 && y === 0) {
      this.edgeSince = null;
      return;
    }
    this.edgeSince ??= now;
    if (now - this.edgeSince > EDGE_REST_MS) {
      view.move(push.x, y);
      this.dragTo(finger, finger, now);
    }
    this.edgeFrame = requestAnimationFrame((at) => this.scrollAtEdge(id, at));
  }

  private rest(): void {
    cancelAnimationFrame(this.edgeFrame);
    this.edgeFrame = 0;
    this.edgeSince = null;
    if (this.shown.isOverCancel) this.show({ isOverCancel: false });
  }

  private endHold(id: number): void {
    clearTimeout(this.holds.get(id));
    this.holds.delete(id);
  }

  private endHolds(): void {
    for (const id of [...this.holds.keys()]) this.endHold(id);
  }
}

function pointOf({ clientX: x, clientY: y }: PointerInput): Point {
  return { x, y };
}

/** The gesture a press on empty ground begins: decided by what is held, else by what one finger does. */
function purposeOf(held: HeldInputs, isShift: boolean, fingerMode: FingerMode): PressPurpose {
  if (held.has('erase')) return 'erase';
  if (isShift || fingerMode === 'selects') return 'select';
  return held.has('paint') || fingerMode === 'paints' ? 'paint' : 'draw';
}

/** Whether a point is on the target that calls a drag off. */
function isOnCancel({ x, y }: Point): boolean {
  const box = document.querySelector('[data-drop-to-cancel]')?.getBoundingClientRect();
  return box !== undefined && x >= box.left && x <= box.right && y >= box.top && y <= box.bottom;
}
