import { chordsOf } from '../notes/chords';
import { selectionRule } from './rule';
import { paramsOf } from '../actions/params';

export const chordMates = selectionRule({
  id: 'chord-mates',
  label: 'Chord-mates',
  short: 'Chord',
  help: 'Every note of the chords that selected notes belong to, strummed or not.',
  words: ['chord', 'whole', 'together', 'stack'],
  params: paramsOf({}),
  widens: true,
  pick: (notes, selected) => {
    const chords = chordsOf(notes).filter((chord) => chord.some(({ id }) => selected.has(id)));
    return chords.flat().map(({ id }) => id);
  },
});
