import { selectionRule } from './rule';
import { paramsOf } from '../actions/params';

export const fromHere = selectionRule({
  id: 'from-here',
  label: 'From here on',
  short: 'From here',
  help: 'Everything that starts with the first selected note or after it.',
  words: ['after', 'rest', 'onwards', 'right'],
  params: paramsOf({}),
  widens: true,
  pick: (notes, selected) => {
    const first = notes.findIndex(({ id }) => selected.has(id));
    return first < 0 ? [] : notes.filter(({ start }) => start >= notes[first]!.start).map(({ id }) => id);
  },
});
