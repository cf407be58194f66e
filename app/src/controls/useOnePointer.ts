import { useRef, type PointerEvent } from 'react';

type Handler = (event: PointerEvent<HTMLElement>) => void;

export interface PointerHandlers {
  readonly onPointerDown: Handler;
  readonly onPointerMove: Handler;
  readonly onPointerUp: Handler;
  readonly onPointerCancel: Handler;
}

/** A press that is going on. */
interface Press {
  readonly pointerId: number;
}

/** Handlers of one pointer at a time: the one that goes down first has them until it is up again, wherever that is; other fingers are not heard
 *  meanwhile. */
export function useOnePointer(handlers: PointerHandlers): PointerHandlers {
  const press = useRef<Press | null>(null);
  const ofIt =
    (handler: Handler, isLast = false): Handler =>
    (event) => {
      if (event.pointerId !== press.current?.pointerId) return;
      if (isLast) press.current = null;
      handler(event);
    };
  return {
    onPointerDown: (event) => {
      if (press.current !== null) return;
      hearUntilUp({ pointerId: event.pointerId }, press);
      handlers.onPointerDown(event);
    },
    onPointerMove: ofIt(handlers.onPointerMove),
    onPointerUp: ofIt(handlers.onPointerUp, true),
    onPointerCancel: ofIt(handlers.onPointerCancel, true),
  };
}

/** The window hears of a pointer's end also where what it was on is gone. It hears of it first: those who handle it come before it is let go. */
function hearUntilUp(press: Press, heard: { current: Press | null }): void {
  heard.current = press;
  const free = ({ pointerId }: globalThis.PointerEvent) => {
    if (pointerId !== press.pointerId) return;
    for (const name of ENDS) window.removeEventListener(name, free, true);
    setTimeout(() => {
      if (heard.current === press) heard.current = null;
    }, 0);
  };
  for (const name of ENDS) window.addEventListener(name, free, true);
}

const ENDS = ['pointerup', 'pointercancel'] as const;
