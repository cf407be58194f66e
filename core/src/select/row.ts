import { selectionRule } from './rule';
import { paramsOf } from '../actions/params';

export const row = selectionRule({
  id: 'row',
  label: 'Whole rows',
  short: 'Row',
  help: 'Every note on the rows of the selected notes.',
  words: ['pitch', 'same note', 'line', 'drum'],
  params: paramsOf({}),
  widens: true,
  pick: (notes, selected) => {
    const pitches = new Set(notes.filter(({ id }) => selected.has(id)).map(({ pitch }) => pitch));
    return notes.filter(({ pitch }) => pitches.has(pitch)).map(({ id }) => id);
  },
});
