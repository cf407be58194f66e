import { lanesOf, notesOf, pointsOf, type Document } from '../model/document';
import type { Id, Note } from '../model/entities';
import { spanOf } from '../notes/rotate';
import type { TickSpan } from '../notes/span';
import { curveValue, pointsUntil, redrawn, type CurvePoint } from './curve';
import { withCurve } from './edit';
import { scaleOf } from './targets';

/** A stretch of a curve that goes to another place, or stands there too. */
interface Travel extends TickSpan {
  readonly ticks: number;
  readonly isCopy: boolean;
}

/** A stretch that was copied inside its pattern, and how much later each copy lies: earlier where negative. */
export interface Copied extends TickSpan {
  readonly ticksLater: readonly number[];
}

/** The pattern's lanes after its notes have been moved as one group, or copied as `copied` says, with what of the lanes lies under them gone along:
 *  where they were moved from a lane rests. As it is where notes have gone different ways. */
export function withLanesTravelled(before: Document, after: Document, patternId: Id, newId: () => Id, copied?: Copied): Document {
  const lanes = lanesOf(after, patternId);
  if (lanes.length === 0) return after;
  const travels = copied
    ? copied.ticksLater.map((ticks): Travel => ({ start: copied.start, end: copied.end, ticks, isCopy: true }))
    : movesOf(notesOf(before, patternId), notesOf(after, patternId));
  if (travels.length === 0) return after;
  return lanes.reduce((document, lane) => {
    const { rest } = scaleOf(lane.target);
    const points = pointsOf(document, lane.id);
    const curve = travels.reduce<readonly CurvePoint[]>((made, travel) => travelled(points, made, travel, rest), points);
    return withCurve(document, lane, curve, newId);
  }, after);
}

function travelled(
  points: readonly CurvePoint[],
  made: readonly CurvePoint[],
  { start, end, ticks, isCopy }: Travel,
  rest: number,
): readonly CurvePoint[] {
  const curve = curveIn(points, start, end, rest).map((point) => ({ ...point, tick: point.tick + ticks }));
  const left = isCopy ? made : redrawn(made, { start, end, points: [{ tick: start, value: rest, shape: 'hold' }] }, rest);
  return redrawn(left, { start: start + ticks, end: end + ticks, points: curve }, rest);
}

/** A stretch of a curve as points of its own: a straight way that goes on over its end has a point on the last tick, so that it is the same up to
 *  there wherever it comes to lie. */
function curveIn(points: readonly CurvePoint[], start: number, end: number, rest: number): CurvePoint[] {
  const valueAt = (tick: number) => Math.round(curveValue(points, tick, rest));
  const into = points[pointsUntil(points, start) - 1];
  const inside = points.slice(pointsUntil(points, start), pointsUntil(points, end - 1));
  const all = [{ tick: start, value: valueAt(start), shape: into?.shape ?? ('hold' as const) }, ...inside];
  const { tick, shape } = all.at(-1)!;
  const goesOn = shape === 'straight' && tick < end - 1;
  return goesOn ? [...all, { tick: end - 1, value: valueAt(end - 1), shape: 'hold' }] : all;
}

/** How notes have been moved: all that were, by the same distance; not at all where they were not. */
function movesOf(before: readonly Note[], after: readonly Note[]): Travel[] {
  const old = new Map(before.map((note) => [note.id, note]));
  const moved = after.filter(({ id, start }) => old.has(id) && old.get(id)!.start !== start);
  const [first] = moved;
  if (!first || after.some(({ id }) => !old.has(id))) return [];
  const ticks = first.start - old.get(first.id)!.start;
  if (!moved.every(({ id, start }) => start - old.get(id)!.start === ticks)) return [];
  return [{ ...spanOf(moved.map(({ id }) => old.get(id)!)), ticks, isCopy: false }];
}
