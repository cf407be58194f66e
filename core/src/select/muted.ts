import { selectionRule } from './rule';
import { paramsOf } from '../actions/params';

export const muted = selectionRule({
  id: 'muted',
  label: 'Muted',
  short: 'Muted',
  help: 'Notes that are muted.',
  words: ['silent', 'off'],
  params: paramsOf({}),
  pick: (notes) => notes.filter((note) => note.muted).map(({ id }) => id),
});
