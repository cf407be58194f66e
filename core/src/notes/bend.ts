import { MAX_BEND_POINTS, type BendPoint, type Note } from '../model/entities';
import { withFields } from './with';

/** Cents from a note's pitch at `at`, along points in order of `placeOf`, which counts in the same unit. */
export function centsAlong<Point extends Omit<BendPoint, 'tick'>>(
  points: readonly Point[],
  placeOf: (point: Point) => number,
  at: number,
): number {
  let next = 0;
  while (next < points.length && placeOf(points[next]!) <= at) next++;
  const from = points[next - 1];
  const to = points[next];
  if (!from || !to) return (from ?? to)?.cents ?? 0;
  const along = (at - placeOf(from)) / (placeOf(to) - placeOf(from));
  const share = from.shape === 'smooth' ? along * along * (3 - 2 * along) : along;
  return from.cents + (to.cents - from.cents) * share;
}

/** Cents from the note's pitch, `tick` ticks after its start. */
export function centsAt(points: readonly BendPoint[], tick: number): number {
  return centsAlong(points, tickOf, tick);
}

function tickOf({ tick }: BendPoint): number {
  return tick;
}

/** The same line for a note that starts `ticks` later: what it has passed by then goes, but for the point it comes from. */
export function slicedFrom(points: readonly BendPoint[], ticks: number): BendPoint[] {
  const passed = points.findLastIndex(({ tick }) => tick <= ticks);
  return points.slice(Math.max(0, passed)).map(({ tick, cents, shape }) => ({ tick: tick - ticks, cents, shape }));
}

/** The line played backwards inside a note `length` ticks long. Twice gives the same line. */
export function backwards(points: readonly BendPoint[], length: number): BendPoint[] {
  const last = points.length - 1;
  return points.map((_, index) => {
    const { tick, cents } = points[last - index]!;
    // A point's shape is that of the stretch after it, which now comes before it.
    return { tick: length - tick, cents, shape: points[index === last ? last : last - index - 1]!.shape };
  });
}

/** The line upside down: what rose falls. */
export function upsideDown(points: readonly BendPoint[]): BendPoint[] {
  return points.map(({ tick, cents, shape }) => ({ tick, cents: cents === 0 ? 0 : -cents, shape }));
}

/** Each note with the line for its length; notes of one length share it. */
export function bent(notes: readonly Note[], lineOf: (length: number) => BendPoint[]): readonly Note[] {
  const lines = new Map<number, BendPoint[]>();
  return notes.map((note) => {
    const bend = lines.get(note.length) ?? lineOf(note.length);
    lines.set(note.length, bend);
    return withFields(note, { bend });
  });
}

/** A line that swings `waves` times about the note's pitch, `cents` up and down, inside `length` ticks, beginning and ending on it. */
export function waving(length: number, waves: number, cents: number): BendPoint[] {
  const halves = Math.min(2 * waves, MAX_BEND_POINTS - 2);
  const turns = Array.from({ length: halves }, (_, half) => ({
    tick: Math.round((length * (half + 0.5)) / halves),
    cents: half % 2 ? -cents : cents,
    shape: 'smooth' as const,
  }));
  return [{ tick: 0, cents: 0, shape: 'smooth' }, ...turns, { tick: length, cents: 0, shape: 'smooth' }];
}
