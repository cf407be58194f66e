import {
  findById,
  laneFor,
  pointsOf,
  redrawn,
  scaleOf,
  targetName,
  withCurve,
  withDrawn,
  withLane,
  withoutLane,
  withoutPoints,
  withPointsMoved,
  type CurvePoint,
  type Document,
  type DrawnSpan,
  type Id,
  type Lane,
  type LaneTarget,
} from '@yibbo/core';
import { editEntity, editSong } from '../document/edits';
import { selectPart } from '../../state/session/selectors';
import type { Thunk } from '../../state/store';

/** Edits the open pattern's lane of a target, which is made where there is none yet. */
function editLane(label: string, target: LaneTarget, edit: (document: Document, lane: Lane, newId: () => Id) => Document): Thunk {
  return (dispatch, getState) => {
    const part = selectPart(getState());
    if (!part) return;
    dispatch(
      editSong(`${label}, ${targetName(target)}`, (document, newId) => {
        const withOne = withLane(document, part.pattern.id, target, newId);
        return edit(withOne, laneFor(withOne, part.pattern.id, target)!, newId);
      }),
    );
  };
}

/** Redraws a stretch of a lane. */
export function drawLane(target: LaneTarget, span: DrawnSpan): Thunk {
  return editLane('Draw', target, (document, { id }, newId) => withDrawn(document, id, span, newId));
}

/** Puts a point into a lane; one that stands there already takes its value. */
export function putPoint(target: LaneTarget, point: CurvePoint): Thunk {
  return editLane('Put a point', target, (document, lane, newId) => {
    const others = pointsOf(document, lane.id).filter(({ tick }) => tick !== point.tick);
    return withCurve(document, lane, [...others, point], newId);
  });
}

export function movePoint(target: LaneTarget, id: Id, point: CurvePoint): Thunk {
  return editLane('Move a point', target, (document, lane) => withPointsMoved(document, lane.id, new Map([[id, point]])));
}

export function removePoint(target: LaneTarget, id: Id): Thunk {
  return editLane('Take out a point', target, (document, lane) => withoutPoints(document, lane.id, new Set([id])));
}

/** Leaves a stretch of a lane at rest. */
export function clearLaneSpan(target: LaneTarget, start: number, end: number): Thunk {
  return editLane('Clear', target, (document, lane, newId) => {
    const { rest } = scaleOf(target);
    const curve = redrawn(pointsOf(document, lane.id), { start, end, points: [{ tick: start, value: rest, shape: 'hold' }] }, rest);
    return withCurve(document, lane, curve, newId);
  });
}

/** Takes a lane out of the open pattern with all that is drawn in it. */
export function removeLane(laneId: Id): Thunk {
  return (dispatch, getState) => {
    const lane = findById(getState().song.document?.lanes ?? [], laneId);
    if (lane) dispatch(editSong(`Remove lane, ${targetName(lane.target)}`, (document) => withoutLane(document, laneId)));
  };
}

/** How far a bend lane reaches, in semitones up and down. */
export function setBendRange(lane: Lane, range: number): Thunk {
  return editEntity(`Bend range ${range}`, 'lanes', lane, { range });
}
