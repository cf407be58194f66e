import { barAfter, barBefore, barBeatAt, barsOfSpan, nearestBar, type Document, type TickSpan } from '@yibbo/core';
import { useRef, useState, type MouseEvent, type PointerEvent, type RefObject } from 'react';
import { useOnePointer, type PointerHandlers } from '../../controls/useOnePointer';
import { useAppDispatch } from '../../state/store';
import { setLoop, setSongEnd } from '../../acts/song/sections';
import { stretchSet } from '../../state/session/session';
import { barsWords } from '../../state/bars-words';
import type { PageLayout } from './layout';
import { placeAt } from './page-places';
import type { PageDrag, PageDragSteps } from './usePageDrag';

export type Edge = 'start' | 'end' | 'songEnd';

/** State and handlers of drags on the page's rulers. */
export interface RulerHand {
  /** An edge that is being dragged, and where it is. */
  readonly dragged: { readonly edge: Edge; readonly tick: number } | null;
  /** Bars that are being marked. */
  readonly marking: TickSpan | null;
  readonly beginEdge: (edge: Edge, event: PointerEvent<HTMLElement>) => void;
  readonly setEdge: (edge: Edge, tick: number) => void;
  /** A press on a ruler marks the bar it is on, a drag several. */
  readonly presses: PointerHandlers & { readonly onClick: (event: MouseEvent<HTMLElement>) => void };
}

/** Dragging the loop's edges and the song's end, and marking bars, over all rulers of the page, bar by bar. */
export function useRulerHand(page: RefObject<HTMLElement | null>, layout: PageLayout, { song }: Document, drag: PageDrag): RulerHand {
  const dispatch = useAppDispatch();
  const [dragged, setDragged] = useState<RulerHand['dragged']>(null);
  const setEdge = (edge: Edge, tick: number) => {
    if (edge === 'songEnd') return void dispatch(setSongEnd(Math.max(1, tick)));
    if (!song.loop) return;
    // Drawn over the other edge, it becomes that one.
    const [start, end] = [edge === 'start' ? tick : song.loop.start, edge === 'end' ? tick : song.loop.end].sort((a, b) => a - b) as [
      number,
      number,
    ];
    dispatch(setLoop({ start, end, on: true }));
  };
  const beginEdge = (edge: Edge, event: PointerEvent<HTMLElement>) => {
    let to: number | null = null;
    const box = event.currentTarget.getBoundingClientRect();
    const { pointerId, clientX, clientY } = event;
    drag.begin(
      { pointerId, clientX, clientY, grip: clientX - (box.left + box.width / 2) },
      {
        move: ({ tick }) => {
          to = nearestBar(song.meters, tick);
          setDragged({ edge, tick: to });
          return EDGE_WORDS[edge](barBeatAt(song.meters, to).bar);
        },
        drop: () => {
          setDragged(null);
          if (to !== null) setEdge(edge, to);
        },
        cancel: () => setDragged(null),
      },
    );
  };
  return { dragged, beginEdge, setEdge, ...useMarking(page, layout, song, drag) };
}

const EDGE_WORDS: Readonly<Record<Edge, (bar: number) => string>> = {
  start: (bar) => `Loop from bar ${bar}`,
  end: (bar) => (bar > 1 ? `Loop to the end of bar ${bar - 1}` : 'Loop to the beginning'),
  songEnd: (bar) => (bar > 1 ? `Song ends after bar ${bar - 1}` : 'Song ends at its beginning'),
};

function useMarking(page: RefObject<HTMLElement | null>, layout: PageLayout, song: Document['song'], drag: PageDrag) {
  const dispatch = useAppDispatch();
  const [marking, setMarking] = useState<TickSpan | null>(null);
  /** Where the press that is going on began, in ticks; and whether the last one became a drag. */
  const from = useRef<number | null>(null);
  const wasDrag = useRef(false);
  const last = layout.rows.at(-1)!.end - 1;
  const at = ({ clientX, clientY }: { readonly clientX: number; readonly clientY: number }) => {
    const place = page.current && placeAt(page.current, layout, clientX, clientY);
    return place ? Math.min(place.tick, last) : null;
  };
  const mark = (span: TickSpan) => dispatch(stretchSet(barsOfSpan(song.meters, span)));
  const end = () => {
    from.current = null;
  };
  const handlers = useOnePointer({
    onPointerDown: (event) => {
      wasDrag.current = false;
      from.current = event.button === 0 ? at(event) : null;
    },
    onPointerMove: (event) => {
      const [begun, tick] = [from.current, at(event)];
      // Within one bar it is a press yet.
      if (begun === null || tick === null || sameBars(song, begun, tick)) return;
      end();
      wasDrag.current = true;
      const { pointerId, clientX, clientY } = event;
      drag.begin({ pointerId, clientX, clientY, isMoving: true }, markingSteps(song, begun, last, { show: setMarking, mark }));
    },
    onPointerUp: end,
    onPointerCancel: end,
  });
  // A press is heard when its click comes: the button it brings is not to be what is clicked.
  const onClick = (event: MouseEvent<HTMLElement>) => {
    const tick = at(event);
    if (!wasDrag.current && tick !== null) mark(barsFrom(song, tick, tick));
  };
  return { marking, presses: { ...handlers, onClick } };
}

/** Whole bars from one tick to another, whichever comes first. */
function barsFrom({ meters }: Document['song'], a: number, b: number): TickSpan {
  return { start: barBefore(meters, Math.min(a, b)), end: barAfter(meters, Math.max(a, b)) };
}

function sameBars(song: Document['song'], a: number, b: number): boolean {
  const [one, both] = [barsFrom(song, a, a), barsFrom(song, a, b)];
  return one.start === both.start && one.end === both.end;
}

/** Marking bars by a drag, step by step. */
function markingSteps(
  song: Document['song'],
  from: number,
  last: number,
  parts: { show(span: TickSpan | null): void; mark(span: TickSpan): void },
): PageDragSteps {
  let span = barsFrom(song, from, from);
  return {
    move: ({ tick }) => {
      span = barsFrom(song, from, Math.min(tick, last));
      parts.show(span);
      return barsWords(barsOfSpan(song.meters, span));
    },
    drop: () => {
      parts.show(null);
      parts.mark(span);
    },
    cancel: () => parts.show(null),
  };
}
