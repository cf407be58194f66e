import { choiceParam, paramsOf } from '../actions/params';
import { chordsOf } from '../notes/chords';
import { selectionRule } from './rule';

export const inChord = selectionRule({
  id: 'in-chord',
  label: 'Highest or lowest',
  short: 'High, low',
  help: 'Of the notes of each chord, strummed or not, the highest, the lowest, or the ones between. A note alone is both highest and lowest.',
  words: ['top note', 'bottom note', 'highest', 'lowest', 'outer', 'inner', 'melody', 'bass'],
  params: paramsOf({ which: choiceParam('Which', ['highest', 'lowest', 'middle'], 'highest', { middle: 'between' }) }),
  pick: (notes, _selected, { which }) =>
    chordsOf(notes).flatMap((chord) => {
      const byPitch = [...chord].sort((a, b) => a.pitch - b.pitch).map(({ id }) => id);
      return which === 'highest' ? byPitch.slice(-1) : which === 'lowest' ? byPitch.slice(0, 1) : byPitch.slice(1, -1);
    }),
});
