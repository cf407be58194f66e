import type { Song } from '../model/entities';
import { barTicks } from '../time';

/** A mark of tempo or meter. One with a `seam` was put in where time was cut and moved, so that what ruled there goes on ruling: at a bar line, or
 *  inside a bar. It is left out again once it says nothing new; a mark that a person wrote stays, even where it repeats what rules. */
interface Mark {
  readonly tick: number;
  readonly seam?: 'bar' | 'inside' | undefined;
}

interface MarkKind<M extends Mark> {
  /** The value a mark sets, for comparison. */
  readonly valueOf: (mark: M) => unknown;
  /** The places that a mark makes a difference to, even where it repeats what rules: bar lines for a meter, none for a tempo. */
  readonly isOnLine: (mark: M, tick: number) => boolean;
}

export const TEMPOS: MarkKind<Song['tempos'][number]> = { valueOf: ({ bpm }) => bpm, isOnLine: () => true };
export const METERS: MarkKind<Song['meters'][number]> = {
  valueOf: ({ numerator, denominator }) => `${numerator}/${denominator}`,
  isOnLine: (meter, tick) => (tick - meter.tick) % barTicks(meter) === 0,
};

/** Marks with the time between two ticks taken out: what ruled at its end rules from its beginning on. */
export function marksClosed<M extends Mark>(marks: readonly M[], from: number, to: number, kind: MarkKind<M>): M[] {
  const before = marks.filter(({ tick }) => tick < from);
  const after = marks.filter(({ tick }) => tick > to).map((mark) => ({ ...mark, tick: mark.tick - (to - from) }));
  const { seam, ...ruling } = markAt(marks, to, kind);
  // The start of a song is no seam.
  const first = (seam && from > 0 ? { ...ruling, tick: from, seam } : { ...ruling, tick: from }) as M;
  return withoutNeedless([...before, first, ...after], kind);
}

/** Marks with time moved: at the edges of what was moved, what ruled there goes on ruling. Moved back, they are what they were. */
export function marksMoved<M extends Mark>(
  marks: readonly M[],
  edges: readonly number[],
  moved: (tick: number) => number,
  kind: MarkKind<M>,
): M[] {
  const seams = edges.filter((edge) => !marks.some(({ tick }) => tick === edge)).map((edge) => markAt(marks, edge, kind));
  // Bars that were cut through somewhere else do not begin at the edges either.
  const areOnLines = seams.every(({ seam }) => seam === 'bar');
  const atEdges = areOnLines ? seams : seams.map((mark) => ({ ...mark, seam: 'inside' as const }));
  const all = [...marks, ...atEdges].map((mark) => ({ ...mark, tick: moved(mark.tick) })).sort((a, b) => a.tick - b.tick);
  return withoutNeedless(all, kind);
}

/** Marks with those of a stretch copied into the time made for it, `by` later than it stands in `source`; where the copy ends, what ruled before goes
 *  on. `marks` are those with that time inserted. */
export function marksCopied<M extends Mark>(
  marks: readonly M[],
  source: readonly M[],
  [from, to]: readonly [number, number],
  by: number,
  kind: MarkKind<M>,
): M[] {
  const [at, end] = [from + by, to + by];
  const inside = source.filter(({ tick }) => tick > from && tick < to).map((mark) => ({ ...mark, tick: mark.tick + by }));
  const first = { ...seamAt(source, from, kind), tick: at };
  const after = marks.findLast(({ tick }) => tick <= end)!;
  // A mark that stands where the copy begins is of what follows it.
  const last = after.tick === at ? { ...after, tick: end } : after.tick === end ? after : seamAt(marks, end, kind);
  const kept = marks.filter(({ tick }) => tick < at || tick > end);
  return withoutNeedless([...kept, first, ...inside, last].sort((a, b) => a.tick - b.tick).map(asFirst), kind);
}

/** The start of a song is no seam. */
function asFirst<M extends Mark>(mark: M, index: number): M {
  const { seam, ...plain } = mark;
  return seam && index === 0 ? (plain as M) : mark;
}

/** The mark at a tick, or a seam there that goes on with what rules. */
function markAt<M extends Mark>(marks: readonly M[], tick: number, kind: MarkKind<M>): M {
  return marks.find((mark) => mark.tick === tick) ?? seamAt(marks, tick, kind);
}

/** A seam at a tick with what rules there. */
function seamAt<M extends Mark>(marks: readonly M[], tick: number, { isOnLine }: MarkKind<M>): M {
  const ruling = marks.findLast((mark) => mark.tick <= tick)!;
  return { ...ruling, tick, seam: isOnLine(ruling, tick) ? 'bar' : 'inside' };
}

/** Marks without seams that change nothing: neither what rules nor, where one stands for a bar line, where bars begin. */
function withoutNeedless<M extends Mark>(marks: readonly M[], { valueOf, isOnLine }: MarkKind<M>): M[] {
  const kept: M[] = [];
  for (const mark of marks) {
    const last = kept.at(-1);
    const isNeeded = !last || !mark.seam || valueOf(mark) !== valueOf(last) || (mark.seam === 'bar' && !isOnLine(last, mark.tick));
    if (isNeeded) kept.push(mark);
  }
  return kept;
}
