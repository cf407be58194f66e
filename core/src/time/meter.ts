import { TICKS_PER_WHOLE } from './ticks';

/** `numerator` beats of 1/`denominator` note make a bar. */
export interface MeterShape {
  readonly numerator: number;
  readonly denominator: number;
}

/** A meter from `tick` on; a new meter starts a bar. */
export interface MeterAt extends MeterShape {
  readonly tick: number;
}

/** A place as musicians say it: bar and beat count from 1, `ticks` is what is left inside the beat. */
export interface BarBeat {
  readonly bar: number;
  readonly beat: number;
  readonly ticks: number;
}

export const COMMON_TIME: MeterShape = { numerator: 4, denominator: 4 };

export function beatTicks(meter: MeterShape): number {
  return TICKS_PER_WHOLE / meter.denominator;
}

export function barTicks(meter: MeterShape): number {
  return meter.numerator * beatTicks(meter);
}

/** The meter in force at `tick`; 4/4 where none is written. `meters` is sorted by tick. */
export function meterAt(meters: readonly MeterAt[], tick: number): MeterShape {
  let found: MeterShape = COMMON_TIME;
  for (const meter of meters) {
    if (meter.tick > tick) break;
    found = meter;
  }
  return found;
}

/** Bar, beat and rest of `tick` (0 or later). A bar cut short by a new meter still counts as a bar. */
export function barBeatAt(meters: readonly MeterAt[], tick: number): BarBeat {
  let bar = 1;
  let current: MeterAt = { tick: 0, ...COMMON_TIME };
  for (const next of meters) {
    if (next.tick > tick) break;
    bar += Math.ceil((next.tick - current.tick) / barTicks(current));
    current = next;
  }
  const inMeter = tick - current.tick;
  const inBar = inMeter % barTicks(current);
  return {
    bar: bar + Math.floor(inMeter / barTicks(current)),
    beat: Math.floor(inBar / beatTicks(current)) + 1,
    ticks: inBar % beatTicks(current),
  };
}

/** Tick where `bar` (from 1) begins. */
export function tickOfBar(meters: readonly MeterAt[], bar: number): number {
  let left = bar - 1;
  let current: MeterAt = { tick: 0, ...COMMON_TIME };
  for (const next of meters) {
    const bars = Math.ceil((next.tick - current.tick) / barTicks(current));
    if (left < bars) break;
    left -= bars;
    current = next;
  }
  return current.tick + left * barTicks(current);
}

/** "1.1", "3.4", or with what is left of the beat in percent: "3.4+25". */
export function barBeatWords(meters: readonly MeterAt[], tick: number): string {
  const { bar, beat, ticks } = barBeatAt(meters, tick);
  const share = Math.round((100 * ticks) / beatTicks(meterAt(meters, tick)));
  return share ? `${bar}.${beat}+${share}` : `${bar}.${beat}`;
}

/** The beginning of the bar that a tick is in. */
export function barBefore(meters: readonly MeterAt[], tick: number): number {
  return tickOfBar(meters, barBeatAt(meters, Math.max(0, tick)).bar);
}

/** The beginning of the bar after the one that a tick is in. */
export function barAfter(meters: readonly MeterAt[], tick: number): number {
  return tickOfBar(meters, barBeatAt(meters, Math.max(0, tick)).bar + 1);
}

/** The bar line nearest to a tick; of two as near, the later. */
export function nearestBar(meters: readonly MeterAt[], tick: number): number {
  const [before, after] = [barBefore(meters, tick), barAfter(meters, tick)];
  return tick - before < after - tick ? before : after;
}

/** Bars of a song by their numbers, from 1; the first and the last of them. What is about bars names them so: the ticks of a bar change with meters
 *  and with time put in before it. */
export interface BarSpan {
  readonly first: number;
  readonly last: number;
}

/** The bars that a stretch of time reaches into. */
export function barsOfSpan(meters: readonly MeterAt[], { start, end }: { readonly start: number; readonly end: number }): BarSpan {
  return { first: barBeatAt(meters, start).bar, last: barBeatAt(meters, Math.max(start, end - 1)).bar };
}

/** The time of bars, in ticks. */
export function spanOfBars(meters: readonly MeterAt[], { first, last }: BarSpan): { readonly start: number; readonly end: number } {
  return { start: tickOfBar(meters, first), end: tickOfBar(meters, last + 1) };
}
