import type { LanePoint } from '../model/entities';
import type { TickSpan } from '../notes/span';

/** A place of a curve, without the lane it stands in. */
export type CurvePoint = Pick<LanePoint, 'tick' | 'value' | 'shape'>;

/** Number of points (in time order) at or before a tick. */
export function pointsUntil(points: readonly CurvePoint[], tick: number): number {
  let low = 0;
  let high = points.length;
  while (low < high) {
    const middle = (low + high) >> 1;
    if (points[middle]!.tick <= tick) low = middle + 1;
    else high = middle;
  }
  return low;
}

/** A curve's value at a tick: at rest before its first point, its last value from there on. Not rounded. */
export function curveValue(points: readonly CurvePoint[], tick: number, rest: number): number {
  const next = pointsUntil(points, tick);
  const from = points[next - 1];
  if (!from) return rest;
  const to = points[next];
  if (from.shape === 'hold' || !to) return from.value;
  return from.value + ((to.value - from.value) * (tick - from.tick)) / (to.tick - from.tick);
}

/** A curve's course between two ticks. */
export interface DrawnSpan extends TickSpan {
  /** In order of time, the first at the beginning of the span, the last before its end. */
  readonly points: readonly CurvePoint[];
}

/** The curve with a stretch of it redrawn. Outside of the stretch it goes on as it did: where it was on its way into it, that way ends one tick
 *  before, and at the end of the stretch it is back where it would have been. Values on the way are rounded to whole ones. */
export function redrawn(points: readonly CurvePoint[], { start, end, points: drawn }: DrawnSpan, rest: number): CurvePoint[] {
  const before = points.slice(0, pointsUntil(points, start - 1));
  const after = points.slice(pointsUntil(points, end - 1));
  const into = before.at(-1);
  const wayIn = into?.shape === 'straight' && into.tick < start - 1 ? [pointAt(points, start - 1, rest, 'hold')] : [];
  const back = pointAt(points, end, rest, points[pointsUntil(points, end) - 1]?.shape ?? 'hold');
  const last = drawn.at(-1);
  const isBack = after[0]?.tick === end || (back.shape === 'hold' && last?.shape === 'hold' && last.value === back.value);
  return [...before, ...wayIn, ...drawn, ...(isBack ? [] : [back]), ...after];
}

function pointAt(points: readonly CurvePoint[], tick: number, rest: number, shape: CurvePoint['shape']): CurvePoint {
  return { tick, value: Math.round(curveValue(points, tick, rest)), shape };
}

/** A line as points: its value at each of some ticks, without those that stand on the level, or no further than `within` off the straight line,
 *  between their neighbours. */
export function pointsOfLine(
  ticks: readonly number[],
  line: (tick: number) => number,
  shape: CurvePoint['shape'],
  within = 0.5,
): CurvePoint[] {
  const all = ticks.map((tick) => ({ tick, value: Math.round(line(tick)), shape }));
  return shape === 'hold' ? all.filter(({ value }, index) => value !== all[index - 1]?.value) : withoutStraight(all, within);
}

/** Leaves out points that are no further than `within` off the line from the last one kept to the next. */
function withoutStraight(points: readonly CurvePoint[], within: number): CurvePoint[] {
  const kept: CurvePoint[] = [];
  let from = 0;
  points.forEach((point, index) => {
    const next = points[index + 1];
    if (index === 0 || !next || !isStraight(points, from, index + 1, within)) {
      kept.push(point);
      from = index;
    }
  });
  return kept;
}

function isStraight(points: readonly CurvePoint[], from: number, to: number, within: number): boolean {
  const [a, b] = [points[from]!, points[to]!];
  for (let index = from + 1; index < to; index++) {
    const { tick, value } = points[index]!;
    if (Math.abs(a.value + ((b.value - a.value) * (tick - a.tick)) / (b.tick - a.tick) - value) > within) return false;
  }
  return true;
}
