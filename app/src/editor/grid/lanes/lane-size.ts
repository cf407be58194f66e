import type { LaneHeight } from '../../../state/preferences/preferences';

/** Heights that a lane can have, in pixels. */
export const LANE_HEIGHTS: Readonly<Record<LaneHeight, number>> = { low: 52, middle: 78, high: 150 };
/** Room above the highest and below the lowest value, in pixels. */
export const MARGIN = 8;
/** How far apart the stems of a chord stand, in pixels. */
export const STEM_APART = 7;

/** Pixels from a lane's top to a value of it. */
export function laneY(value: number, { low, high }: { readonly low: number; readonly high: number }, height: number): number {
  return height - MARGIN - ((height - 2 * MARGIN) * (value - low)) / (high - low);
}

/** The value at a distance in pixels from a lane's top, whole and within its bounds. */
export function laneValue(y: number, { low, high }: { readonly low: number; readonly high: number }, height: number): number {
  const share = Math.min(1, Math.max(0, (height - MARGIN - y) / (height - 2 * MARGIN)));
  return Math.round(low + share * (high - low));
}
