import { roundEvenly } from '../time';

/** Time bent by swing: of each pair of steps `step` ticks long, counted from 0, the first takes `percent` of the pair and the second the rest, both
 *  stretched evenly. 50 % leaves all as it is. */
export function swungTime(tick: number, step: number, percent: number): number {
  const middle = (2 * step * percent) / 100;
  return bentInPair(tick, step, middle);
}

/** The time that swing bends to `tick`: back to straight, to the rounding of a tick. */
export function straightTime(tick: number, step: number, percent: number): number {
  const middle = (2 * step * percent) / 100;
  const { begin, inside } = inPair(tick, step);
  const straight = inside < middle ? (inside * step) / middle : step + ((inside - middle) * step) / (2 * step - middle);
  return roundEvenly(begin + straight);
}

function bentInPair(tick: number, step: number, middle: number): number {
  const { begin, inside } = inPair(tick, step);
  const bent = inside < step ? (inside * middle) / step : middle + ((inside - step) * (2 * step - middle)) / step;
  return roundEvenly(begin + bent);
}

function inPair(tick: number, step: number): { readonly begin: number; readonly inside: number } {
  const begin = Math.floor(tick / (2 * step)) * 2 * step;
  return { begin, inside: tick - begin };
}
