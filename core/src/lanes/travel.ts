import { lanesOf, notesOf, pointsOf, type Document } from '../model/document';
import type { Id, Note } from '../model/entities';
import { curveValue, redrawn, type CurvePoint } from './curve';
import { withCurve } from './edit';
import { scaleOf } from './targets';

/** A stretch of a curve that goes to another place, or stands there too. */
interface Travel {
  readonly start: number;
  readonly end: number;
  readonly ticks: number;
  readonly isCopy: boolean;
}

/** The pattern's lanes after its notes have been moved or copied as one group, with what of the lanes lies under them gone along: where they were
 *  moved from a lane rests. As it is where notes have gone different ways. */
export function withLanesTravelled(before: Document, after: Document, patternId: Id, newId: () => Id): Document {
  const lanes = lanesOf(after, patternId);
  if (lanes.length === 0) return after;
  const travels = travelsOf(notesOf(before, patternId), notesOf(after, patternId));
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
  const inside = points
    .filter(({ tick }) => tick > start && tick < end)
    .map(({ tick, value, shape }) => ({ tick: tick + ticks, value, shape }));
  const from = points.findLast(({ tick }) => tick <= start);
  const first = { tick: start + ticks, value: Math.round(curveValue(points, start, rest)), shape: from?.shape ?? ('hold' as const) };
  const left = isCopy ? made : redrawn(made, { start, end, points: [{ tick: start, value: rest, shape: 'hold' }] }, rest);
  return redrawn(left, { start: start + ticks, end: end + ticks, points: [first, ...inside] }, rest);
}

/** How a group of notes has travelled: moved all by the same distance, or copied once or several times. */
function travelsOf(before: readonly Note[], after: readonly Note[]): Travel[] {
  const old = new Map(before.map((note) => [note.id, note]));
  const moved = after.filter(({ id, start }) => old.has(id) && old.get(id)!.start !== start);
  const made = after.filter(({ id }) => !old.has(id));
  if (moved.length > 0) {
    const ticks = moved[0]!.start - old.get(moved[0]!.id)!.start;
    const areTogether = made.length === 0 && moved.every(({ id, start }) => start - old.get(id)!.start === ticks);
    return areTogether ? [{ ...spanIn(moved.map(({ id }) => old.get(id)!)), ticks, isCopy: false }] : [];
  }
  return copiesIn(before, made);
}

/** New notes that are the old ones of some stretch again, later or earlier by a distance. */
function copiesIn(before: readonly Note[], made: readonly Note[]): Travel[] {
  if (made.length === 0) return [];
  const places = new Map<string, number[]>();
  for (const { start, pitch, length } of before) places.set(`${pitch} ${length}`, [...(places.get(`${pitch} ${length}`) ?? []), start]);
  const first = made[0]!;
  const distances = (places.get(`${first.pitch} ${first.length}`) ?? []).map((start) => first.start - start).filter((ticks) => ticks !== 0);
  for (const ticks of distances.sort((a, b) => Math.abs(a) - Math.abs(b))) {
    const sources = before.filter(({ start, pitch, length }) =>
      made.some((note) => note.pitch === pitch && note.length === length && note.start - ticks === start),
    );
    if (sources.length === 0) continue;
    const travels = repeatsOf(sources, made, ticks);
    if (travels) return travels;
  }
  return [];
}

/** The sources once, or several times one after the other, each `ticks` further; null where that does not give all that was made. */
function repeatsOf(sources: readonly Note[], made: readonly Note[], ticks: number): Travel[] | null {
  const times = Math.ceil(made.length / sources.length);
  const wanted = new Set(
    Array.from({ length: times }, (_, time) => sources.map(({ start, pitch }) => `${start + (time + 1) * ticks} ${pitch}`)).flat(),
  );
  if (!made.every(({ start, pitch }) => wanted.has(`${start} ${pitch}`))) return null;
  const span = spanIn(sources);
  return Array.from({ length: times }, (_, time) => ({ ...span, ticks: (time + 1) * ticks, isCopy: true }));
}

function spanIn(notes: readonly Note[]): { readonly start: number; readonly end: number } {
  return {
    start: notes.reduce((first, { start }) => Math.min(first, start), Infinity),
    end: notes.reduce((last, { start, length }) => Math.max(last, start + length), 0),
  };
}
