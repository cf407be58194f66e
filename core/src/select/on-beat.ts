import type { Note } from '../model/entities';
import { paramsOf, sliderParam } from '../actions/params';
import { barBeatAt, beatTicks, meterAt, type MeterAt } from '../time';
import { selectionRule } from './rule';

export const beatTolerance = paramsOf({ tolerance: sliderParam('Tolerance', 0, 25, 0, '% of a beat') });

export const onBeat = selectionRule({
  id: 'on-beat',
  label: 'On the beat',
  short: 'On beat',
  help: 'Notes that start on a beat, or within the tolerance of one.',
  words: ['downbeat', 'beat', 'pulse', 'quarter'],
  params: beatTolerance,
  pick: (notes, _selected, { tolerance }, { meters }) => notes.filter((note) => isOnBeat(note, meters, tolerance)).map(({ id }) => id),
});

/** Whether a note starts within `tolerance` percent of a beat from one. */
export function isOnBeat({ start }: Note, meters: readonly MeterAt[], tolerance: number): boolean {
  const beat = beatTicks(meterAt(meters, start));
  const past = barBeatAt(meters, start).ticks;
  return Math.min(past, beat - past) <= (tolerance / 100) * beat;
}
