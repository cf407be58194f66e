import {
  clamp,
  gridAt,
  lineAfter,
  lineBefore,
  lineBetween,
  nearestLine,
  pointsOfLine,
  shapeBetween,
  TICKS_PER_QUARTER,
  type CurvePoint,
  type DrawnSpan,
  type Grid,
  type Id,
  type LanePoint,
  type LaneScale,
  type Shape,
  type SweepPlace,
} from '@yibbo/core';
import { useRef, useState, type PointerEvent } from 'react';
import { useAppDispatch, useAppSelector } from '../../../state/store';
import { drawLane, movePoint, putPoint, removePoint } from '../../../acts/pattern/lanes';
import type { Viewport } from '../viewport/viewport';
import { laneValue, laneY } from './lane-size';
import { useEscape } from './useEscape';

const REACH_TOUCH = 22;
const REACH_MOUSE = 10;
/** A press that has moved less than this, in pixels, is a tap. */
const TAP_PIXELS = 6;
/** Tolerance of a line drawn by hand, as one part in this many. */
const STEPS = 80;
/** How finely a line is followed, in ticks: a 1/128. */
const FINE = TICKS_PER_QUARTER / 32;

interface CurveParts {
  readonly target: string;
  readonly scale: LaneScale;
  readonly height: number;
  readonly viewport: Viewport;
  readonly points: readonly LanePoint[];
  readonly grid: Grid;
  readonly lengthTicks: number;
}

/** The gesture of a press in the lane. */
interface Press {
  readonly pointerId: number;
  readonly fromX: number;
  readonly fromY: number;
  readonly from: SweepPlace;
  /** The point it took hold of. */
  readonly point: LanePoint | null;
  hasMoved: boolean;
  last: SweepPlace;
  /** The values drawn so far, by tick. */
  readonly drawn: Map<number, number>;
}

/** The result if the press ended now. */
export type CurveDraft =
  { readonly kind: 'span'; readonly span: DrawnSpan } | { readonly kind: 'point'; readonly id: Id; readonly point: CurvePoint };

/** Drags in a lane of what turns. Drawing replaces what was there along the drag, by hand or as a shape; where presses take hold of points, a drag
 *  moves one, a tap on empty ground puts one and a tap on one takes it out. Letting go at the left of the lane, or Escape, leaves all as it was. */
export function useCurveHand({ target, scale, height, viewport, points, grid, lengthTicks }: CurveParts) {
  const dispatch = useAppDispatch();
  const { shape, turns, lanePress, isSnapping } = useAppSelector((state) => state.preferences);
  const [draft, setDraft] = useState<CurveDraft | null>(null);
  const press = useRef<Press | null>(null);
  const end = () => {
    press.current = null;
    setDraft(null);
  };
  useEscape(() => {
    const isOn = press.current !== null;
    end();
    return isOn;
  });
  const lineShape = shape === 'blocks' ? 'hold' : 'straight';
  const placeAt = (event: PointerEvent<HTMLElement>): SweepPlace => {
    const box = event.currentTarget.getBoundingClientRect();
    const tick = (event.clientX - box.left + viewport.scrollX) / viewport.pixelsPerTick;
    return { tick: Math.min(lengthTicks - 1, Math.max(0, tick)), value: laneValue(event.clientY - box.top, scale, height) };
  };
  const snapped = (tick: number) => Math.min(lengthTicks - 1, isSnapping ? nearestLine(grid, tick) : Math.round(tick));

  const onPointerDown = (event: PointerEvent<HTMLElement>) => {
    // One finger draws; others that come meanwhile do nothing.
    if (press.current || (event.pointerType === 'mouse' && event.button !== 0)) return;
    event.currentTarget.setPointerCapture(event.pointerId);
    const at = placeAt(event);
    const reach = event.pointerType === 'mouse' ? REACH_MOUSE : REACH_TOUCH;
    const point = lanePress === 'points' ? pointNear(points, at, { reach, height, scale, pixelsPerTick: viewport.pixelsPerTick }) : null;
    const { pointerId, clientX: fromX, clientY: fromY } = event;
    press.current = { pointerId, fromX, fromY, from: at, point, hasMoved: false, last: at, drawn: new Map() };
    if (lanePress === 'draws') setDraft({ kind: 'span', span: stepSpan(grid, at, lengthTicks) });
  };
  const onPointerMove = (event: PointerEvent<HTMLElement>) => {
    const now = press.current;
    if (!now || now.pointerId !== event.pointerId) return;
    const at = placeAt(event);
    now.hasMoved ||= Math.hypot(event.clientX - now.fromX, event.clientY - now.fromY) > TAP_PIXELS;
    if (now.hasMoved && now.point)
      setDraft({ kind: 'point', id: now.point.id, point: { ...now.point, tick: snapped(at.tick), value: at.value } });
    else if (lanePress === 'draws' && Math.abs(event.clientX - now.fromX) <= TAP_PIXELS && now.drawn.size === 0)
      setDraft({ kind: 'span', span: stepSpan(grid, { tick: now.from.tick, value: at.value }, lengthTicks) });
    else if (lanePress === 'draws')
      setDraft({ kind: 'span', span: drawnSpan(now, at, { shape, turns, within: (scale.high - scale.low) / STEPS }) });
    now.last = at;
  };
  const onPointerUp = (event: PointerEvent<HTMLElement>) => {
    const now = press.current;
    if (now?.pointerId !== event.pointerId) return;
    const isLeft = event.clientX < event.currentTarget.getBoundingClientRect().left;
    const given = draft;
    end();
    if (isLeft) return;
    if (given?.kind === 'span') dispatch(drawLane(target, given.span));
    else if (given?.kind === 'point') dispatch(movePoint(target, given.id, given.point));
    else if (lanePress === 'points' && !now.hasMoved) {
      if (now.point) dispatch(removePoint(target, now.point.id));
      else dispatch(putPoint(target, { tick: snapped(now.from.tick), value: now.from.value, shape: lineShape }));
    }
  };
  return { draft, handlers: { onPointerDown, onPointerMove, onPointerUp, onPointerCancel: end } };
}

interface LineSetting {
  readonly shape: Shape;
  readonly turns: number;
  /** How far a line may be from what was drawn. */
  readonly within: number;
}

/** The values a drag has drawn up to a place; freehand continues from the last place. */
function drawnSpan(now: Press, at: SweepPlace, { shape, turns, within }: LineSetting): DrawnSpan {
  if (shape !== 'hand') {
    const line = shapeBetween(now.from, at, shape, turns);
    return spanOfLine(line, now.from.tick, at.tick, shape === 'blocks' ? 'hold' : 'straight', within);
  }
  const last = now.drawn.size === 0 ? now.from : now.last;
  const line = lineBetween(last, at);
  const [low, high] = [Math.min(last.tick, at.tick), Math.max(last.tick, at.tick)];
  for (const tick of fineTicks(low, high)) now.drawn.set(tick, line(clamp(tick, low, high))!);
  const ticks = [...now.drawn.keys()].sort((a, b) => a - b);
  return { start: ticks[0]!, end: ticks.at(-1)! + 1, points: pointsOfLine(ticks, (tick) => now.drawn.get(tick)!, 'straight', within) };
}

/** A tap's: the step it falls into, at its height. */
export function stepSpan(grid: Grid, { tick, value }: SweepPlace, lengthTicks: number): DrawnSpan {
  const start = lineBefore(gridAt(grid, tick), Math.floor(tick));
  const end = Math.min(lengthTicks, lineAfter(gridAt(grid, tick), start));
  return { start, end, points: [{ tick: start, value, shape: 'hold' }] };
}

function fineTicks(a: number, b: number): number[] {
  const [from, to] = [Math.min(a, b), Math.max(a, b)];
  const first = Math.round(from / FINE);
  return Array.from({ length: Math.max(1, Math.round(to / FINE) - first + 1) }, (_, step) => Math.round((first + step) * FINE));
}

function spanOfLine(
  line: (tick: number) => number | null,
  from: number,
  to: number,
  shape: CurvePoint['shape'],
  within: number,
): DrawnSpan {
  const [low, high] = [Math.min(from, to), Math.max(from, to)];
  const ticks = [Math.ceil(low), ...fineTicks(low, high), Math.floor(high)].filter((tick) => tick >= low && tick <= high);
  const each = [...new Set(ticks)].sort((a, b) => a - b);
  if (each.length === 0) each.push(Math.round(low));
  return { start: each[0]!, end: each.at(-1)! + 1, points: pointsOfLine(each, (tick) => line(clamp(tick, low, high))!, shape, within) };
}

interface Near {
  readonly reach: number;
  readonly height: number;
  readonly scale: LaneScale;
  readonly pixelsPerTick: number;
}

function pointNear(points: readonly LanePoint[], at: SweepPlace, { reach, height, scale, pixelsPerTick }: Near): LanePoint | null {
  let best: LanePoint | null = null;
  let bestAway = reach;
  for (const point of points) {
    const across = (point.tick - at.tick) * pixelsPerTick;
    if (Math.abs(across) > reach) continue;
    const away = Math.hypot(across, laneY(point.value, scale, height) - laneY(at.value, scale, height));
    if (away <= bestAway) [best, bestAway] = [point, away];
  }
  return best;
}
