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
