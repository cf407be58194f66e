import { lineAfter, lineBefore, notesInSpan, type Note, type TickSpan } from '@yibbo/core';
import { useRef, useState, type PointerEvent } from 'react';
import { useOnePointer } from '../../../controls/useOnePointer';
import type { OpenPart } from '../../../state/session/selectors';
import { useAppDispatch, useAppSelector } from '../../../state/store';
import { selectionSet, spanSet } from '../../../state/session/session';
import type { Viewport } from '../viewport/viewport';

const HOLD_MS = 350;
const SLOP = 6;

/** A drag along the ruler marks a stretch of time in whole steps; on touch it is held first, and an unheld drag scrolls. A tap
 *  takes the mark away. Letting go selects what starts in it. */
export function useSpanDrag(viewport: Viewport, part: OpenPart, notes: readonly Note[]) {
  const dispatch = useAppDispatch();
  const kept = useAppSelector((state) => state.session.span);
  const [drawn, setDrawn] = useState<TickSpan | null>(null);
  const drag = useRef<{ pointerId: number; fromX: number; lastX: number; isMarking: boolean; isScrolling: boolean } | null>(null);
  const timer = useRef<ReturnType<typeof setTimeout> | null>(null);

  const tickAt = (event: PointerEvent<HTMLElement>, clientX: number) =>
    Math.max(0, (clientX - event.currentTarget.getBoundingClientRect().left + viewport.scrollX) / viewport.pixelsPerTick);
  const spanTo = (event: PointerEvent<HTMLElement>, fromX: number): TickSpan => {
    const [low, high] = [tickAt(event, fromX), tickAt(event, event.clientX)].sort((a, b) => a - b) as [number, number];
    return { start: lineBefore(part.grid, low), end: lineAfter(part.grid, Math.max(low, high - 1)) };
  };
  const end = () => {
    if (timer.current) clearTimeout(timer.current);
    drag.current = null;
    setDrawn(null);
  };

  const handlers = useOnePointer({
    onPointerDown: (event: PointerEvent<HTMLElement>) => {
      if (event.pointerType === 'mouse' && event.button !== 0) return;
      event.currentTarget.setPointerCapture(event.pointerId);
      const isMouse = event.pointerType === 'mouse';
      const x = event.clientX;
      drag.current = { pointerId: event.pointerId, fromX: x, lastX: x, isMarking: false, isScrolling: false };
      if (isMouse) return;
      const first = spanTo(event, x);
      timer.current = setTimeout(() => {
        if (!drag.current) return;
        drag.current.isMarking = true;
        setDrawn(first);
      }, HOLD_MS);
    },
    onPointerMove: (event: PointerEvent<HTMLElement>) => {
      const now = drag.current;
      if (!now || now.pointerId !== event.pointerId) return;
      const moved = Math.abs(event.clientX - now.fromX) > SLOP;
      if (!now.isMarking && !now.isScrolling && moved) {
        if (event.pointerType === 'mouse') now.isMarking = true;
        else now.isScrolling = true;
        if (timer.current) clearTimeout(timer.current);
      }
      if (now.isMarking) setDrawn(spanTo(event, now.fromX));
      if (now.isScrolling) viewport.scrollBy(now.lastX - event.clientX, 0);
      now.lastX = event.clientX;
    },
    onPointerUp: (event: PointerEvent<HTMLElement>) => {
      const now = drag.current;
      if (!now) return;
      if (now.isMarking) {
        const span = spanTo(event, now.fromX);
        dispatch(spanSet(span));
        dispatch(selectionSet(notesInSpan(notes, span).map(({ id }) => id)));
      } else if (!now.isScrolling) dispatch(spanSet(null));
      end();
    },
    onPointerCancel: end,
  });
  const onContextMenu = (event: { preventDefault: () => void }) => event.preventDefault();
  return { span: drawn ?? kept, handlers: { ...handlers, onContextMenu } };
}
