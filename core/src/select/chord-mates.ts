import { selectionRule } from './rule';
import { paramsOf } from '../actions/params';

export const chordMates = selectionRule({
  id: 'chord-mates',
  label: 'Chord-mates',
  help: 'Every note that starts together with a selected one: the whole chord.',
  params: paramsOf({}),
  pick: (notes, selected) => {
    const starts = new Set(notes.filter(({ id }) => selected.has(id)).map(({ start }) => start));
    return notes.filter(({ start }) => starts.has(start)).map(({ id }) => id);
  },
});
