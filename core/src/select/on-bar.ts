import { barBeatAt, barTicks, meterAt, type MeterAt } from '../time';
import { beatTolerance } from './on-beat';
import { selectionRule } from './rule';

export const onBar = selectionRule({
  id: 'on-bar',
  label: 'On the bar',
  short: 'On bar',
  help: 'Notes that start with a bar, or within the tolerance of its beginning.',
  words: ['downbeat', 'first', 'one', 'bar line'],
  params: beatTolerance,
  pick: (notes, _selected, { tolerance }, { meters }) => notes.filter(({ start }) => isOnBar(start, meters, tolerance)).map(({ id }) => id),
});

function isOnBar(tick: number, meters: readonly MeterAt[], tolerance: number): boolean {
  const meter = meterAt(meters, tick);
  const bar = barTicks(meter);
  const beat = bar / meter.numerator;
  const { beat: count, ticks } = barBeatAt(meters, tick);
  const past = (count - 1) * beat + ticks;
  return Math.min(past, bar - past) <= (tolerance / 100) * beat;
}
