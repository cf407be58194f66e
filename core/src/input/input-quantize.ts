import type { InputQuantize } from '../model/entities';
import { gridOfSteps, nearestLine, roundEvenly } from '../time';

/** Where a played start goes: pulled to the nearest line by the strength, and round to the beginning where that is the end of what goes round in
 *  `loopTicks`. `raw` is in ticks from the beginning. */
export function quantizedStart(raw: number, quantize: InputQuantize | null, loopTicks: number): number {
  if (!quantize) return Math.min(raw, loopTicks - 1);
  const line = lineFor(raw, quantize);
  const start = raw + roundEvenly(((line - raw) * quantize.strength) / 100);
  return start >= loopTicks ? start - loopTicks : start;
}

/** The line that a played start belongs to. */
export function lineFor(raw: number, { steps }: InputQuantize): number {
  return nearestLine(gridOfSteps(steps), raw);
}
