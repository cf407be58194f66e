import type { TickSpan } from '../notes/span';
import { barAfter, barBeatAt, barBefore, barTicks, meterAt, tickOfBar, type MeterAt } from '../time';

/** A person's settings for a recording. */
export interface RecordingWish {
  readonly meters: readonly MeterAt[];
  /** The length of the pattern, in ticks. */
  readonly patternTicks: number;
  /** The bar that recording begins at, from 1. */
  readonly startBar: number;
  /** The time that alone is recorded; null where all from the start bar on is. */
  readonly marked: TickSpan | null;
  readonly ends: 'told' | 'once' | 'bars' | 'grows';
  readonly bars: number;
  readonly leadInBars: number;
  /** Bars that are counted in, 0..4. */
  readonly countInBars: number;
}

/** How a recording goes. */
export interface RecordingPlan {
  /** The recorded range, in ticks of the pattern. */
  readonly range: TickSpan;
  /** The range that repeats meanwhile. */
  readonly lengthTicks: number;
  /** Where play begins. */
  readonly fromTick: number;
  readonly countInTicks: number;
  /** Where it is over by itself, in play ticks; null where it is not. */
  readonly endTick: number | null;
}

/** So long a recording may grow: two hours and more at any usual tempo, in bars. */
const MOST_BARS = 4000;

/** The plan of a recording. A start bar beyond the pattern's end is the first where nothing makes the pattern longer. */
export function recordingPlan(wish: RecordingWish): RecordingPlan {
  const { meters, patternTicks, marked, ends } = wish;
  const isLonger = ends === 'bars' || ends === 'grows';
  const wanted = tickOfBar(meters, wish.startBar);
  const start = marked ? marked.start : wanted < patternTicks || isLonger ? wanted : 0;
  const end = marked ? marked.end : endOf(wish, start);
  const range = { start, end: Math.max(start + 1, isLonger || marked ? end : Math.min(end, patternTicks)) };
  const fromTick = tickOfBar(meters, Math.max(1, barBeatAt(meters, start).bar - wish.leadInBars));
  return {
    range,
    lengthTicks: Math.max(patternTicks, range.end),
    fromTick: wish.leadInBars > 0 ? fromTick : start,
    countInTicks: wish.countInBars * barTicks(meterAt(meters, fromTick)),
    endTick: ends === 'once' || ends === 'bars' ? range.end : null,
  };
}

function endOf({ meters, patternTicks, ends, bars }: RecordingWish, start: number): number {
  if (ends === 'bars') return tickOfBar(meters, barBeatAt(meters, start).bar + bars);
  return ends === 'grows' ? tickOfBar(meters, barBeatAt(meters, start).bar + MOST_BARS) : patternTicks;
}

/** The next whole bar at or after a tick: where a take ends that is stopped there. */
export function wholeBarAt(meters: readonly MeterAt[], tick: number): number {
  const bar = barBefore(meters, tick);
  return bar >= tick ? bar : barAfter(meters, tick);
}
