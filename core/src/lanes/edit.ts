import { byTick, COLLECTIONS } from '../model/collections';
import { findById, inOrder, lanesOf, pointsOf, type Document } from '../model/document';
import type { Id, Lane, LanePoint } from '../model/entities';
import { redrawn, type CurvePoint, type DrawnSpan } from './curve';
import { scaleOf, type LaneTarget } from './targets';

/** The lane of a pattern for a target. */
export function laneFor(document: Document, patternId: Id, target: LaneTarget): Lane | undefined {
  return lanesOf(document, patternId).find((lane) => lane.target === target);
}

/** The document with a lane that has no points yet; as it is where the pattern has one of that target. */
export function withLane(document: Document, patternId: Id, target: LaneTarget, newId: () => Id): Document {
  if (laneFor(document, patternId, target)) return document;
  const lane: Lane = { id: newId(), patternId, target };
  return { ...document, lanes: inOrder([...document.lanes, lane], COLLECTIONS.lanes.compare) };
}

/** The document without a lane and its points. */
export function withoutLane(document: Document, laneId: Id): Document {
  if (!findById(document.lanes, laneId)) return document;
  const { [laneId]: _gone, ...lanePoints } = document.lanePoints;
  return { ...document, lanes: document.lanes.filter(({ id }) => id !== laneId), lanePoints };
}

/** A lane with a stretch of it redrawn (see `redrawn`). Points outside keep their ids. */
export function withDrawn(document: Document, laneId: Id, span: DrawnSpan, newId: () => Id): Document {
  const lane = findById(document.lanes, laneId);
  if (!lane) return document;
  const before = pointsOf(document, laneId);
  return withCurve(document, lane, redrawn(before, span, scaleOf(lane.target).rest), newId);
}

/** A lane with this curve: a point that stays keeps its id. */
export function withCurve(document: Document, lane: Lane, curve: readonly CurvePoint[], newId: () => Id): Document {
  const known = new Set(pointsOf(document, lane.id));
  const { low, high } = scaleOf(lane.target);
  const points = curve.map((point): LanePoint => {
    if (known.has(point as LanePoint)) return point as LanePoint;
    const { tick, value, shape } = point;
    return { id: newId(), laneId: lane.id, tick, value: Math.min(high, Math.max(low, value)), shape };
  });
  return withPoints(document, lane.id, inOrder(points, byTick));
}

/** A lane with points moved to other places, by their ids; a point moved to or beyond a neighbour passes it. */
export function withPointsMoved(document: Document, laneId: Id, moved: ReadonlyMap<Id, CurvePoint>): Document {
  const points = pointsOf(document, laneId).map((point) => {
    const to = moved.get(point.id);
    return to ? { ...point, tick: Math.max(0, Math.round(to.tick)), value: Math.round(to.value), shape: to.shape } : point;
  });
  return withPoints(document, laneId, inOrder(points, byTick));
}

export function withoutPoints(document: Document, laneId: Id, ids: ReadonlySet<Id>): Document {
  return withPoints(
    document,
    laneId,
    pointsOf(document, laneId).filter(({ id }) => !ids.has(id)),
  );
}

function withPoints(document: Document, laneId: Id, points: readonly LanePoint[]): Document {
  const { [laneId]: _before, ...others } = document.lanePoints;
  return { ...document, lanePoints: points.length ? { ...others, [laneId]: points } : others };
}

/** Gives a pattern copies of another's lanes, those of their points that stand in [fromTick, toTick) `earlier` ticks earlier. */
export function withLanesCopied(
  document: Document,
  from: Id,
  to: Id,
  newId: () => Id,
  { start, end, earlier }: { readonly start: number; readonly end: number; readonly earlier: number } = WHOLE,
): Document {
  return lanesOf(document, from).reduce((after, lane) => {
    const copy: Lane = { ...lane, id: newId(), patternId: to };
    const stem = newId();
    const inside = pointsOf(document, lane.id).filter(({ tick }) => tick >= start && tick < end);
    const points = inside.map(({ tick, value, shape }, index) => ({
      id: `${stem}-${String(index).padStart(6, '0')}`,
      laneId: copy.id,
      tick: tick - earlier,
      value,
      shape,
    }));
    const lanes = inOrder([...after.lanes, copy], COLLECTIONS.lanes.compare);
    return withPoints({ ...after, lanes }, copy.id, points);
  }, document);
}

const WHOLE = { start: 0, end: Infinity, earlier: 0 };

/** Takes out lanes whose pattern is gone. */
export function withoutLostLanes(document: Document): Document {
  const patterns = new Set(document.patterns.map(({ id }) => id));
  const lost = document.lanes.filter(({ patternId }) => !patterns.has(patternId));
  return lost.reduce((after, { id }) => withoutLane(after, id), document);
}
