import { paramsOf, wholeParam } from '../actions/params';
import { chordsOf } from '../notes/chords';
import { selectionRule } from './rule';

export const everyKth = selectionRule({
  id: 'every-kth',
  label: 'One of so many',
  short: 'Every nth',
  help: 'Counts notes in order of time, a chord as one, and picks the same one of each group: the 2nd of every 2, the 1st of every 3.',
  words: ['every', 'second', 'other', 'alternate', 'nth'],
  params: paramsOf({ k: wholeParam('Which', 1, 64, 2, undefined, 'n'), n: wholeParam('Of every', 1, 64, 2) }),
  pick: (notes, _selected, { k, n }) =>
    chordsOf(notes)
      .filter((_chord, index) => index % n === (k - 1) % n)
      .flatMap((chord) => chord.map(({ id }) => id)),
});
