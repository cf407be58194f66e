import { selectionRule } from './rule';
import { paramsOf } from '../actions/params';

export const others = selectionRule({
  id: 'others',
  label: 'The others',
  short: 'Others',
  help: 'Every note that is not selected now.',
  words: ['invert', 'opposite', 'rest'],
  params: paramsOf({}),
  widens: true,
  pick: (notes, selected) => notes.filter(({ id }) => !selected.has(id)).map(({ id }) => id),
});
