import { choiceParam, paramsOf, sliderParam } from '../actions/params';
import { selectionRule } from './rule';

export const loudness = selectionRule({
  id: 'loudness',
  label: 'Louder or softer',
  short: 'Loudness',
  help: 'Notes whose velocity lies above a value, or below it.',
  words: ['loud', 'soft', 'quiet', 'velocity', 'accents', 'ghost'],
  params: paramsOf({ side: choiceParam('Which', ['louder', 'softer'], 'louder'), than: sliderParam('Than velocity', 1, 127, 90, '') }),
  pick: (notes, _selected, { side, than }) =>
    notes.filter(({ velocity }) => (side === 'louder' ? velocity > than : velocity < than)).map(({ id }) => id),
});
