import { useEffect, useState, type PointerEvent } from 'react';

/** How far from its middle the knob takes a drag at once, in pixels: a thumb. */
export const KNOB = 44;
/** How long in ms a press beside the knob rests before the knob jumps to it, and how far in px it may move before that. */
const REST_MS = 300;
const ALONG = 10;

interface KnobOptions {
  readonly low: number;
  readonly high: number;
  readonly step: number;
  readonly value: number;
  /** Told of each value on the way. */
  readonly onSlide: (value: number) => void;
  /** It is let go at a value; `isJump` where the press was not on the knob. */
  readonly onLetGo: (value: number, isJump: boolean) => void;
  /** Called when the drag is cancelled. */
  readonly onCalledOff: () => void;
}

interface Drag {
  readonly pointerId: number;
  readonly fromX: number;
  /** Where on the knob it was taken hold of, in pixels from its middle. */
  readonly grip: number;
  readonly isJump: boolean;
  isSliding: boolean;
  value: number;
}

/** The share of its way that a value lies at, as the browser's own slider draws its knob: never beyond the ends. */
export function knobShare({ low, high, value }: Pick<KnobOptions, 'low' | 'high' | 'value'>): number {
  return (value - low) / (high - low);
}

/** Drags of a slider by its knob. A finger beside the knob has to rest or to move along the slider first: until then it may be scrolling what the slider
 *  stands in. The mouse, which scrolls otherwise, puts the knob where it is pressed. `inset` is half the knob's drawn width, in pixels. */
export function useKnobDrag(options: KnobOptions, inset: number) {
  const [held] = useState<Held>(() => ({ drag: null, resting: null }));
  useEffect(() => () => letGo(held), [held]);
  return handlersOf(held, options, inset);
}

interface Held {
  drag: Drag | null;
  resting: ReturnType<typeof setTimeout> | null;
}

function letGo(held: Held): void {
  if (held.resting) clearTimeout(held.resting);
  held.drag = null;
}

function handlersOf(held: Held, options: KnobOptions, inset: number) {
  const slideTo = (drag: Drag, x: number, { left, width }: DOMRect) => {
    const { low, high, step } = options;
    const share = Math.min(1, Math.max(0, (x - drag.grip - left - inset) / (width - 2 * inset)));
    const value = Math.min(high, low + Math.round((share * (high - low)) / step) * step);
    drag.isSliding = true;
    if (value === drag.value) return;
    drag.value = value;
    options.onSlide(value);
  };
  const mine = ({ pointerId }: PointerEvent) => (held.drag?.pointerId === pointerId ? held.drag : null);
  return {
    onPointerDown: (event: PointerEvent<HTMLElement>) => {
      const { clientX: x, currentTarget, pointerId } = event;
      const isMouse = event.pointerType === 'mouse';
      if (held.drag || (isMouse && event.button !== 0)) return;
      const box = currentTarget.getBoundingClientRect();
      const knobX = box.left + inset + knobShare(options) * (box.width - 2 * inset);
      const isJump = Math.abs(x - knobX) > KNOB / 2;
      const drag: Drag = { pointerId, fromX: x, grip: isJump ? 0 : x - knobX, isJump, isSliding: isMouse || !isJump, value: options.value };
      held.drag = drag;
      currentTarget.setPointerCapture(pointerId);
      if (isJump && isMouse) slideTo(drag, x, box);
      else if (isJump) held.resting = setTimeout(() => slideTo(drag, x, box), REST_MS);
    },
    onPointerMove: (event: PointerEvent<HTMLElement>) => {
      const drag = mine(event);
      if (!drag || (!drag.isSliding && Math.abs(event.clientX - drag.fromX) < ALONG)) return;
      if (held.resting) clearTimeout(held.resting);
      slideTo(drag, event.clientX, event.currentTarget.getBoundingClientRect());
    },
    onPointerUp: (event: PointerEvent<HTMLElement>) => {
      const drag = mine(event);
      if (!drag) return;
      letGo(held);
      if (drag.isSliding) options.onLetGo(drag.value, drag.isJump);
    },
    // The browser has taken the finger for scrolling.
    onPointerCancel: (event: PointerEvent<HTMLElement>) => {
      if (!mine(event)) return;
      letGo(held);
      options.onCalledOff();
    },
  };
}
