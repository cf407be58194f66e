/** Ticks in a quarter note. Halves, triplets, fifths, sevenths and ninths of a beat are all whole numbers of ticks. */
export const TICKS_PER_QUARTER = 20160;

/** Ticks in a whole note (four quarters). */
export const TICKS_PER_WHOLE = 4 * TICKS_PER_QUARTER;

/** The last tick anything may start or end at: about 106,000 bars of 4/4. */
export const MAX_TICK = 2 ** 33;

/** `value` modulo `size`, always in [0, size) however negative `value` is. `size` must be above 0. */
export function modulo(value: number, size: number): number {
  const rest = value % size;
  return rest < 0 ? rest + size : rest + 0;
}

/** Rounds half away from zero, so that going there and back by the same distance is symmetrical
 *  (`Math.round` sends -0.5 and 0.5 different ways). */
export function roundEvenly(value: number): number {
  return value < 0 ? -Math.round(-value) : Math.round(value);
}

export function clamp(value: number, low: number, high: number): number {
  return Math.min(high, Math.max(low, value));
}
