import { choiceParam, paramsOf, wholeParam } from '../actions/params';
import { TICKS_PER_WHOLE } from '../time';
import { selectionRule } from './rule';

export const longer = selectionRule({
  id: 'longer',
  label: 'Longer or shorter',
  short: 'Length',
  help: 'Notes longer or shorter than a number of sixteenths.',
  words: ['length', 'short', 'long'],
  params: paramsOf({
    side: choiceParam('Which', ['longer', 'shorter'], 'longer'),
    than: wholeParam('Than', 1, 256, 2, 'sixteenths'),
  }),
  pick: (notes, _selected, { side, than }) => {
    const ticks = (than * TICKS_PER_WHOLE) / 16;
    return notes.filter(({ length }) => (side === 'longer' ? length > ticks : length < ticks)).map(({ id }) => id);
  },
});
