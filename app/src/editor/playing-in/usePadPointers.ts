import type { Pad, PadRows } from '@yibbo/core';
import { useEffect, useRef, useState, type KeyboardEvent, type PointerEvent } from 'react';
import { play } from '../../acts/playing-in/play';
import { useAppDispatch, useAppStore, type AppDispatch } from '../../state/store';

/** Velocities from a pad's foot to its top. */
const SOFTEST = 30;
const LOUDEST = 127;
/** How loud a pad is that is pressed by a key. */
const BY_KEY = 100;

/** Presses pads by pointer and key, each holding one pad. Fingers glide from pad to pad. All are released when the page is hidden. */
export function usePadPointers(rows: PadRows) {
  const store = useAppStore();
  const presses = usePresses();
  const latest = useRef(rows);
  useEffect(() => {
    latest.current = rows;
  });
  const velocityAt = (element: Element, y: number) => {
    const { padVelocity } = store.getState().playIn;
    if (padVelocity !== 'place') return padVelocity;
    const { top, height } = element.getBoundingClientRect();
    const up = Math.min(1, Math.max(0, 1 - (y - top) / height));
    return Math.round(SOFTEST + (LOUDEST - SOFTEST) * up);
  };
  const padIn = (target: Element | null): { element: Element; pad: Pad } | null => {
    const element = target?.closest('[data-pad]') ?? null;
    const [row, column] = element?.getAttribute('data-pad')?.split(' ').map(Number) ?? [];
    const pad = row === undefined || column === undefined ? undefined : latest.current[row]?.[column];
    return element && pad ? { element, pad } : null;
  };
  const lift = ({ pointerId, timeStamp }: PointerEvent) => presses.lift(pointerId, timeStamp);
  return {
    onPointerDown: (event: PointerEvent) => {
      const found = event.button === 0 ? padIn(event.target as Element) : null;
      if (!found) return;
      // No focus, no click after it, and no scrolling.
      event.preventDefault();
      presses.press(event.pointerId, found.pad, velocityAt(found.element, event.clientY), event.timeStamp);
    },
    onPointerMove: (event: PointerEvent) => {
      if (!presses.isDown(event.pointerId)) return;
      const found = padIn(document.elementFromPoint(event.clientX, event.clientY));
      if (found) presses.press(event.pointerId, found.pad, velocityAt(found.element, event.clientY), event.timeStamp);
    },
    onPointerUp: lift,
    onPointerCancel: lift,
    onPointerLeave: (event: PointerEvent) => event.pointerType === 'mouse' && lift(event),
    onKeyDown: (event: KeyboardEvent) => {
      const found = event.key === 'Enter' || event.key === ' ' ? padIn(event.target as Element) : null;
      if (!found) return;
      event.preventDefault();
      event.stopPropagation();
      if (!event.repeat) presses.press(`key ${event.code}`, found.pad, BY_KEY, event.timeStamp);
    },
    onKeyUp: ({ code, timeStamp }: KeyboardEvent) => presses.lift(`key ${code}`, timeStamp),
    onContextMenu: (event: { preventDefault: () => void }) => event.preventDefault(),
  };
}

/** Pads that are down, by what holds them. */
class Presses {
  private readonly down = new Map<number | string, Pad>();

  constructor(private readonly dispatch: AppDispatch) {}

  isDown(by: number | string): boolean {
    return this.down.has(by);
  }

  press(by: number | string, pad: Pad, velocity: number, at: number): void {
    if (this.down.get(by) === pad) return;
    this.lift(by, at);
    this.down.set(by, pad);
    for (const pitch of pad.pitches) this.dispatch(play({ kind: 'on', pitch, velocity, at }, 'screen'));
  }

  lift(by: number | string, at: number): void {
    const pad = this.down.get(by);
    this.down.delete(by);
    for (const pitch of pad?.pitches ?? []) this.dispatch(play({ kind: 'off', pitch, at }, 'screen'));
  }

  liftAll(): void {
    for (const by of [...this.down.keys()]) this.lift(by, performance.now());
  }
}

function usePresses(): Presses {
  const dispatch = useAppDispatch();
  const [presses] = useState(() => new Presses(dispatch));
  useEffect(() => {
    const all = () => presses.liftAll();
    const hidden = () => document.hidden && all();
    window.addEventListener('blur', all);
    document.addEventListener('visibilitychange', hidden);
    return () => {
      window.removeEventListener('blur', all);
      document.removeEventListener('visibilitychange', hidden);
      all();
    };
  }, [presses]);
  return presses;
}
