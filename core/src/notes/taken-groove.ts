import type { Note } from '../model/entities';
import { barAfter, barBeatAt, barBefore, barTicks, meterAt, TICKS_PER_QUARTER, type MeterAt } from '../time';

/** A step of a groove, in ticks: a sixteenth. */
export const GROOVE_STEP = TICKS_PER_QUARTER / 4;

/** A groove over the steps of one or two bars: how late each is, in ticks (early below 0), and how loud, in percent of what is written. */
export interface StepsOfGroove {
  readonly bars: number;
  readonly late: readonly number[];
  readonly loud: readonly number[];
}

/** A step of a bar: the bar's number from 0, the step's in it, and where it is. */
export interface GrooveStep {
  readonly bar: number;
  readonly step: number;
  readonly at: number;
}

/** Finds the step of the bar that a tick is nearest to; what is nearer to the next bar is its first step. Ticks in order are found the fastest: the
 *  bar of the last one is remembered. */
export function grooveSteps(meters: readonly MeterAt[]): (tick: number) => GrooveStep {
  let [start, end, bar] = [0, 0, 0];
  return (tick) => {
    if (tick < start || tick >= end) {
      start = barBefore(meters, tick);
      end = barAfter(meters, tick);
      bar = barBeatAt(meters, tick).bar;
    }
    const step = Math.round((tick - start) / GROOVE_STEP);
    const at = start + step * GROOVE_STEP;
    return at >= end ? { bar, step: 0, at: end } : { bar: bar - 1, step, at };
  };
}

/** The groove of some notes over one bar, or two where the pattern has as many: each step as late as the notes nearest to it are on average, and as
 *  loud against all of them. Steps without notes lie between their neighbours. Null without notes. */
export function grooveOf(notes: readonly Note[], meters: readonly MeterAt[], lengthTicks: number): StepsOfGroove | null {
  if (notes.length === 0) return null;
  const bar = barTicks(meterAt(meters, 0));
  const bars = lengthTicks >= 2 * bar ? 2 : 1;
  const steps = Math.max(1, Math.ceil(bar / GROOVE_STEP)) * bars;
  const found = Array.from({ length: steps }, () => ({ count: 0, late: 0, velocity: 0 }));
  const stepAt = grooveSteps(meters);
  for (const { start, velocity } of notes) {
    const { bar: number, step, at } = stepAt(start);
    const one = found[((number % bars) * (steps / bars) + step) % steps]!;
    one.count += 1;
    one.late += start - at;
    one.velocity += velocity;
  }
  const mean = notes.reduce((sum, { velocity }) => sum + velocity, 0) / notes.length;
  return {
    bars,
    late: between(found.map(({ count, late }) => (count ? late / count : null))).map(Math.round),
    loud: between(found.map(({ count, velocity }) => (count ? (100 * velocity) / count / mean : null))).map(Math.round),
  };
}

/** A round of values with those that are missing on straight lines between their neighbours. One at least is there. */
function between(values: readonly (number | null)[]): number[] {
  const { length } = values;
  const away = (from: number, by: 1 | -1) => {
    let distance = 0;
    while (values[(from + by * distance + length * length) % length] === null) distance++;
    return { distance, value: values[(from + by * distance + length * length) % length]! };
  };
  return values.map((value, index) => {
    if (value !== null) return value;
    const [before, after] = [away(index, -1), away(index, 1)];
    return before.value + ((after.value - before.value) * before.distance) / (before.distance + after.distance);
  });
}

/** A groove with the name of the pattern it was taken from, as one line of text for a setting. */
export function grooveText(name: string, { bars, late, loud }: StepsOfGroove): string {
  return `${bars}|${late.map((ticks, step) => `${ticks}:${loud[step]}`).join(' ')}|${name}`;
}

const WRITTEN = /^([12])\|((?:-?\d{1,4}:\d{1,4} ?)+)\|(.*)$/s;

/** The groove of a setting's text, with the name it came under; null where the text is none. */
export function readGroove(text: string): (StepsOfGroove & { readonly name: string }) | null {
  const [, bars, steps, name] = WRITTEN.exec(text) ?? [];
  if (!bars || !steps) return null;
  const pairs = steps
    .trim()
    .split(' ')
    .map((pair) => pair.split(':').map(Number));
  if (pairs.length % Number(bars) !== 0) return null;
  return { bars: Number(bars), late: pairs.map(([late]) => late!), loud: pairs.map(([, loud]) => loud!), name: name ?? '' };
}
