import { lineAt, lineIndexAt, type Grid } from '../time';

/** Percent of a pair of steps that its first takes: 50 is straight, 66 a triplet feel, 75 the most. */
export const STRAIGHT = 50;

/** Tick of grid line `index` with swing: every second line comes later within its pair. */
export function swungLine(grid: Grid, index: number, swing: number): number {
  if (swing === STRAIGHT || index % 2 === 0) return lineAt(grid, index);
  const from = lineAt(grid, index - 1);
  return from + Math.round(((lineAt(grid, index + 1) - from) * swing) / 100);
}

/** Tick of the swung line closest to `tick`; half way goes to the later one. */
export function nearestSwungLine(grid: Grid, tick: number, swing: number): number {
  const index = lineIndexAt(grid, tick);
  let best = swungLine(grid, Math.max(0, index - 1), swing);
  for (const other of [index, index + 1, index + 2]) {
    const line = swungLine(grid, other, swing);
    if (Math.abs(line - tick) <= Math.abs(best - tick)) best = line;
  }
  return best;
}
