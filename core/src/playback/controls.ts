import { curveValue, pointsUntil, type CurvePoint } from '../lanes/curve';
import { scaleOf, type LaneTarget } from '../lanes/targets';
import { lanesOf, pointsOf, type Document } from '../model/document';
import type { Id, Lane } from '../model/entities';
import { groupedBy } from '../model/grouped';
import { modulo } from '../time';
import { passAt } from './loop';
import { playLines, type PlayLine, type PlayView } from './lines';

/** A control of a track that takes a value at `tick` of the play time and goes to another in a straight line; there it stays. */
export interface ControlEvent {
  readonly tick: number;
  readonly lengthTicks: number;
  readonly trackId: Id;
  readonly target: LaneTarget;
  readonly value: number;
  readonly to: number;
  /** Semitones that a bend reaches. */
  readonly range?: number;
  /** Whether a point stands there; else a lane begins or ends, or a pass does. */
  readonly isPoint: boolean;
}

/** Lane values in [fromTick, toTick), in order; windows that touch give what their union gives. A lane holds for as long as its pattern
 *  sounds, and begins anew with each pass; where placements of a track overlap, the one that began last has its say. Where no lane of a
 *  target sounds, it rests. */
export function controls(document: Document, fromTick: number, toTick: number, { view }: { readonly view: PlayView }): ControlEvent[] {
  if (document.lanes.length === 0) return [];
  const curves = curvesOf(document, view);
  if (view.kind !== 'song' || !view.loop) return inOrder(curves.flatMap((curve) => curve.begin(fromTick, toTick)));
  const { loop } = view;
  const found: ControlEvent[] = [];
  for (let at = fromTick; at < toTick;) {
    const { pass, songTick } = passAt(loop, at);
    const later = pass * (loop.end - loop.start);
    const end = Math.min(toTick, later + loop.end);
    // A pass of the loop finds everything as it is at the loop's beginning, not as its end left it.
    const from = pass > 0 && songTick === loop.start ? ([curves.map((curve) => curve.at(songTick)), 1] as const) : ([[], 0] as const);
    const rest = curves.flatMap((curve) => curve.begin(songTick + from[1], end - later));
    for (const event of inOrder([...from[0], ...rest])) found.push({ ...event, tick: event.tick + later });
    at = end;
  }
  return found;
}

/** Where every control that the view has a lane for stands when play begins at `tick`. */
export function controlsAt(document: Document, tick: number, { view }: { readonly view: PlayView }): ControlEvent[] {
  if (document.lanes.length === 0) return [];
  const songTick = view.kind === 'song' && view.loop ? passAt(view.loop, tick).songTick : tick;
  return curvesOf(document, view).map((curve) => ({ ...curve.at(songTick), tick }));
}

function inOrder(events: ControlEvent[]): ControlEvent[] {
  return events.sort((a, b) => a.tick - b.tick);
}

/** A stretch of play time in which one lane holds. */
interface Stretch {
  readonly line: PlayLine;
  readonly lane: Lane;
  readonly points: readonly CurvePoint[];
  readonly startTick: number;
  readonly endTick: number;
}

/** All that one control of a track does. */
class ControlCurve {
  private readonly rest: number;

  constructor(
    private readonly trackId: Id,
    private readonly target: LaneTarget,
    private readonly stretches: readonly Stretch[],
  ) {
    this.rest = scaleOf(target).rest;
  }

  /** Its value at a tick, and the value it is heading for. */
  at(tick: number): ControlEvent {
    const stretch = this.stretches.findLast(({ startTick, endTick }) => startTick <= tick && tick < endTick);
    return stretch ? this.inside(stretch, tick) : this.event(tick, this.rest, this.rest, 0);
  }

  /** The events that start in a window. */
  begin(fromTick: number, toTick: number): ControlEvent[] {
    const found: ControlEvent[] = [];
    this.stretches.forEach((stretch, index) => {
      const { startTick, endTick } = stretch;
      if (startTick < toTick && endTick > fromTick) this.addPasses(found, stretch, fromTick, toTick);
      const goesOn = this.stretches[index + 1]?.startTick === endTick;
      if (!goesOn && endTick >= fromTick && endTick < toTick) found.push(this.event(endTick, this.rest, this.rest, 0));
    });
    return found;
  }

  /** Adds what begins of one stretch in a window, pass by pass. */
  private addPasses(found: ControlEvent[], stretch: Stretch, fromTick: number, toTick: number): void {
    const { line, points, startTick, endTick } = stretch;
    const [from, to] = [Math.max(fromTick, startTick), Math.min(toTick, endTick)];
    const loop = line.pattern.length;
    const origin = line.startTick - line.offsetTicks;
    const first = modulo(startTick - origin, loop);
    const hasPoint = points[pointsUntil(points, first) - 1]?.tick === first;
    if (startTick >= fromTick && !hasPoint) found.push(this.inside(stretch, startTick));
    for (let pass = Math.max(0, Math.floor((from - origin) / loop)); origin + pass * loop < to; pass++) {
      const passStart = origin + pass * loop;
      const isBegun = passStart <= startTick;
      if (!isBegun && passStart >= from && (points[0]?.tick ?? loop) > 0) found.push(this.event(passStart, this.rest, this.rest, 0));
      for (let index = pointsUntil(points, from - passStart - 1); index < points.length; index++) {
        const tick = passStart + points[index]!.tick;
        if (tick >= to || points[index]!.tick >= loop) break;
        found.push(this.inside(stretch, tick, index));
      }
    }
  }

  /** The value at a tick of a stretch, or of a point of it, and the way to the next point. */
  private inside({ line, points, lane }: Stretch, tick: number, index?: number): ControlEvent {
    const loop = line.pattern.length;
    const inPass = modulo(tick - line.startTick + line.offsetTicks, loop);
    const at = index ?? pointsUntil(points, inPass) - 1;
    const [from, next] = [points[at], points[at + 1]];
    const value = index === undefined ? curveValue(points, inPass, this.rest) : from!.value;
    const more = { isPoint: index !== undefined, ...(lane.range === undefined ? {} : { range: lane.range }) };
    if (from?.shape !== 'straight' || !next) return { ...this.event(tick, value, value, 0), ...more };
    return { ...this.event(tick, value, next.value, next.tick - inPass), ...more };
  }

  private event(tick: number, value: number, to: number, lengthTicks: number): ControlEvent {
    return { tick, lengthTicks, trackId: this.trackId, target: this.target, value, to, isPoint: false };
  }
}

const known = new WeakMap<Document, Map<string, readonly ControlCurve[]>>();

/** Every control that some lane of a view is of. Remembered for each document: while it plays, they are asked for many times a second. */
function curvesOf(document: Document, view: PlayView): readonly ControlCurve[] {
  const ofDocument = known.get(document) ?? new Map<string, readonly ControlCurve[]>();
  known.set(document, ofDocument);
  const key = view.kind === 'song' ? 'song' : view.placementId;
  const curves = ofDocument.get(key) ?? makeCurves(document, view);
  ofDocument.set(key, curves);
  return curves;
}

function makeCurves(document: Document, view: PlayView): readonly ControlCurve[] {
  const laid = playLines(document, view).flatMap((line) => lanesOf(document, line.pattern.id).map((lane) => ({ line, lane })));
  const byControl = groupedBy(laid, ({ line, lane }) => `${line.track.id} ${lane.target}`);
  return [...byControl.values()].map((all) => {
    all.sort((a, b) => a.line.startTick - b.line.startTick);
    const stretches = all.map(({ line, lane }, index): Stretch => {
      const endTick = Math.min(line.endTick, all[index + 1]?.line.startTick ?? Infinity);
      return { line, lane, points: pointsOf(document, lane.id), startTick: line.startTick, endTick };
    });
    const [{ line, lane }] = all as [(typeof all)[number]];
    return new ControlCurve(line.track.id, lane.target, stretches);
  });
}
