import { useEffect, useRef, useState, type PointerEvent, type RefObject } from 'react';
import { swallowClick } from '../../controls/swallow-click';
import { placementsSelected } from '../../state/session/session';
import { useAppDispatch } from '../../state/store';

/** How long a finger rests on a free place before it draws a rectangle, in milliseconds; and how far it may wander meanwhile, in pixels. */
const HOLD_MS = 450;
const SLOP = 8;

/** A rectangle on screen, in the window's pixels. */
export interface Rectangle {
  readonly left: number;
  readonly top: number;
  readonly width: number;
  readonly height: number;
}

interface Pull {
  readonly x: number;
  readonly y: number;
  readonly pointerId: number;
  isOn: boolean;
  timer: ReturnType<typeof setTimeout> | undefined;
}

/** Selecting placements with a rectangle: Shift and a drag from a free place, or a finger held there and then drawn. `rectangle` is what it has
 *  come to; a click that ends one is to be left alone, which `justEnded` says. */
export function usePlacementRectangle(page: RefObject<HTMLElement | null>) {
  const dispatch = useAppDispatch();
  const pull = useRef<Pull | null>(null);
  const justEnded = useRef(false);
  const [rectangle, setRectangle] = useState<Rectangle | null>(null);
  useStillPage(page, () => pull.current?.isOn ?? false);
  const begin = () => {
    const now = pull.current;
    if (!now) return;
    now.isOn = true;
    page.current?.setPointerCapture(now.pointerId);
    setRectangle({ left: now.x, top: now.y, width: 0, height: 0 });
  };
  const end = () => {
    clearTimeout(pull.current?.timer);
    pull.current = null;
    setRectangle(null);
  };
  const onPointerDown = (event: PointerEvent<HTMLElement>) => {
    justEnded.current = false;
    if (event.button !== 0 || !(event.target as HTMLElement).closest('[data-lane]') || isOnPlacement(event)) return;
    pull.current = { x: event.clientX, y: event.clientY, pointerId: event.pointerId, isOn: false, timer: undefined };
    if (event.shiftKey) begin();
    else if (event.pointerType !== 'mouse') pull.current.timer = setTimeout(begin, HOLD_MS);
  };
  const onPointerMove = (event: PointerEvent<HTMLElement>) => {
    const now = pull.current;
    if (!now) return;
    if (now.isOn) setRectangle(between(now, event));
    else if (Math.hypot(event.clientX - now.x, event.clientY - now.y) > SLOP) end();
  };
  const onPointerUp = (event: PointerEvent<HTMLElement>) => {
    const now = pull.current;
    if (now?.isOn && page.current) {
      justEnded.current = true;
      swallowClick();
      dispatch(placementsSelected(placementsIn(page.current, between(now, event))));
    }
    end();
  };
  return { rectangle, justEnded, handlers: { onPointerDown, onPointerMove, onPointerUp, onPointerCancel: end } };
}

function isOnPlacement({ target }: PointerEvent<HTMLElement>): boolean {
  return (target as HTMLElement).closest('[data-placement]') !== null;
}

function between(from: { readonly x: number; readonly y: number }, { clientX, clientY }: PointerEvent<HTMLElement>): Rectangle {
  return {
    left: Math.min(from.x, clientX),
    top: Math.min(from.y, clientY),
    width: Math.abs(clientX - from.x),
    height: Math.abs(clientY - from.y),
  };
}

/** The placements that a rectangle touches, each once however many rows it stands in. */
function placementsIn(page: HTMLElement, { left, top, width, height }: Rectangle): string[] {
  const touched = [...page.querySelectorAll<HTMLElement>('[data-placement]')].filter((element) => {
    const box = element.getBoundingClientRect();
    return box.left < left + width && box.right > left && box.top < top + height && box.bottom > top;
  });
  return [...new Set(touched.map(({ dataset }) => dataset.placement!))];
}

/** Keeps the page from scrolling under a finger while `isBusy` says so. */
export function useStillPage(page: RefObject<HTMLElement | null>, isBusy: () => boolean): void {
  const latest = useRef(isBusy);
  useEffect(() => {
    latest.current = isBusy;
  });
  useEffect(() => {
    const element = page.current;
    const still = (event: TouchEvent) => {
      if (latest.current() && event.cancelable) event.preventDefault();
    };
    element?.addEventListener('touchmove', still, { passive: false });
    return () => element?.removeEventListener('touchmove', still);
  }, [page]);
}
