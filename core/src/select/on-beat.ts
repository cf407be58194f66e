import type { Note } from '../model/entities';
import { paramsOf, sliderParam } from '../actions/params';
import { beatTicks, type MeterShape } from '../time';
import { selectionRule } from './rule';

export const beatTolerance = () => paramsOf({ tolerance: sliderParam('Tolerance', 0, 25, 0, '% of a beat') });

export const onBeat = selectionRule({
  id: 'on-beat',
  label: 'On the beat',
  help: 'Notes that start on a beat, or within the tolerance of one.',
  params: beatTolerance,
  pick: (notes, _selected, { tolerance }, { meter }) => notes.filter((note) => isOnBeat(note, meter, tolerance)).map(({ id }) => id),
});

/** Whether a note starts within `tolerance` percent of a beat from one. */
export function isOnBeat({ start }: Note, meter: MeterShape, tolerance: number): boolean {
  const beat = beatTicks(meter);
  const past = start % beat;
  return Math.min(past, beat - past) <= (tolerance / 100) * beat;
}
