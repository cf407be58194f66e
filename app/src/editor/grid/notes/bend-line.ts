import { centsAt, type BendPoint } from '@yibbo/core';

/** Places on a smooth stretch between two points at which its curve is drawn. */
const STEPS = 6;

/** Where a note's bend line goes inside its block, as [share of its length, semitones above its pitch], to be joined by straight lines. */
export function bendLine(points: readonly BendPoint[], length: number): [number, number][] {
  const ticks = points.flatMap(({ tick, shape }, index) => {
    const next = points[index + 1]?.tick ?? tick;
    const between = shape === 'smooth' ? Array.from({ length: STEPS - 1 }, (_, step) => tick + ((next - tick) * (step + 1)) / STEPS) : [];
    // The tick before a point is drawn too, for the line may jump there.
    return [tick - 1, tick, ...between];
  });
  const inside = ticks.filter((tick) => tick > 0 && tick < length);
  return [0, ...inside, length].map((tick) => [tick / length, centsAt(points, tick) / 100]);
}

/** The pitches of the rows shown, top first, where a row is not a semitone: where rows between are hidden. Null where each semitone has its
 *  row, and for drums, whose rows have no such order. */
export function ladderOf(rows: readonly { readonly pitch: number }[]): readonly number[] | null {
  const pitches = rows.map(({ pitch }) => pitch);
  const steps = pitches.slice(1).map((pitch, index) => pitches[index]! - pitch);
  return steps.every((step) => step > 0) && steps.some((step) => step > 1) ? pitches : null;
}

/** The number of rows up for a note a number of semitones higher. Between two rows it stands as far as its pitch is between
 *  theirs; beyond the last one a row is a semitone. */
export function rowsAbove(ladder: readonly number[] | null, pitch: number, semitones: number): number {
  return ladder ? placeOn(ladder, pitch) - placeOn(ladder, pitch + semitones) : semitones;
}

function placeOn(ladder: readonly number[], pitch: number): number {
  const below = ladder.findIndex((each) => each <= pitch);
  if (below < 0) return ladder.length - 1 + ladder.at(-1)! - pitch;
  const above = ladder[below - 1] ?? ladder[0]! + 1;
  return below - (pitch - ladder[below]!) / (above - ladder[below]!);
}
