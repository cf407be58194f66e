import { selectionRule } from './rule';
import { paramsOf } from '../actions/params';

export const sameVoice = selectionRule({
  id: 'same-voice',
  label: 'Same voice',
  short: 'Voice',
  help: 'Every note in the voices of the selected notes. Notes that were given no voice are in voice 1.',
  words: ['voice', 'part', 'layer'],
  params: paramsOf({}),
  widens: true,
  pick: (notes, selected) => {
    const voices = new Set(notes.filter(({ id }) => selected.has(id)).map(({ voice = 1 }) => voice));
    return notes.filter(({ voice = 1 }) => voices.has(voice)).map(({ id }) => id);
  },
});
