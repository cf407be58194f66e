import { useRef, type PointerEvent } from 'react';

type Handler = (event: PointerEvent<HTMLElement>) => void;

export interface PointerHandlers {
  readonly onPointerDown: Handler;
  readonly onPointerMove: Handler;
  readonly onPointerUp: Handler;
  readonly onPointerCancel: Handler;
}

/** Handlers of one pointer at a time: the one that goes down first has them until it is up again, wherever that is; other fingers are not heard
 *  meanwhile. */
export function useOnePointer(handlers: PointerHandlers): PointerHandlers {
  const heard = useRef<number | null>(null);
  const ofIt =
    (handler: Handler): Handler =>
    (event) => {
      if (event.pointerId === heard.current) handler(event);
    };
  return {
    onPointerDown: (event) => {
      if (heard.current !== null) return;
      hearUntilUp(event.pointerId, heard);
      handlers.onPointerDown(event);
    },
    onPointerMove: ofIt(handlers.onPointerMove),
    onPointerUp: ofIt(handlers.onPointerUp),
    onPointerCancel: ofIt(handlers.onPointerCancel),
  };
}

/** The window hears of a pointer's end also where what it was on is gone; and after those who handle it. */
function hearUntilUp(pointerId: number, heard: { current: number | null }): void {
  heard.current = pointerId;
  const free = (event: globalThis.PointerEvent) => {
    if (event.pointerId !== pointerId) return;
    heard.current = null;
    for (const name of ENDS) window.removeEventListener(name, free);
  };
  for (const name of ENDS) window.addEventListener(name, free);
}

const ENDS = ['pointerup', 'pointercancel'] as const;
