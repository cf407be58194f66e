import { selectionRule } from './rule';
import { paramsOf } from '../actions/params';

export const sameGroup = selectionRule({
  id: 'same-group',
  label: 'Same group',
  short: 'Group',
  help: 'Every note of the one-of groups that selected notes are in; with nothing selected, the notes of all groups.',
  words: ['one-of', 'alternatives', 'group'],
  params: paramsOf({}),
  widens: true,
  pick: (notes, selected) => {
    const groups = new Set(notes.filter(({ id }) => selected.size === 0 || selected.has(id)).map(({ oneOf }) => oneOf));
    return notes.filter(({ oneOf }) => oneOf !== undefined && groups.has(oneOf)).map(({ id }) => id);
  },
});
