import { middle } from './middle';

/** Taps of a test, each to a click of its own. */
export const TAPS_WANTED = 8;
/** The furthest that a tap may be from its click to count, in milliseconds. */
const FURTHEST_MS = 240;
/** Plausible latencies in milliseconds: people tap early, too. */
export const LATENCY_RANGE = { least: -100, most: 240 } as const;

/** How much later taps come than the clicks that they were played to, in whole milliseconds: the middle of all. Null until there are enough.
 *  Both lists are moments of one clock, in milliseconds; each tap belongs to the click it is closest to. */
export function latencyOfTaps(clicks: readonly number[], taps: readonly number[]): number | null {
  if (clicks.length === 0) return null;
  const late = taps
    .map((tap) => tap - clicks.reduce((near, click) => (Math.abs(click - tap) < Math.abs(near - tap) ? click : near)))
    .filter((each) => Math.abs(each) <= FURTHEST_MS);
  if (late.length < TAPS_WANTED) return null;
  return Math.round(Math.min(LATENCY_RANGE.most, Math.max(LATENCY_RANGE.least, middle(late))));
}
