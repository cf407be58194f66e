import { beatTolerance, isOnBeat } from './on-beat';
import { selectionRule } from './rule';

export const offBeat = selectionRule({
  id: 'off-beat',
  label: 'Off the beat',
  short: 'Off beat',
  help: 'Notes that start further from every beat than the tolerance.',
  words: ['offbeat', 'syncopated', 'between'],
  params: beatTolerance,
  pick: (notes, _selected, { tolerance }, { meters }) => notes.filter((note) => !isOnBeat(note, meters, tolerance)).map(({ id }) => id),
});
