import { MOST_TRANSPOSED, moveNotes } from '../../notes/move';
import { notesAction } from '../action';
import { landingParam, paramsOf, wholeParam } from '../params';

export const transpose = notesAction({
  id: 'transpose',
  family: 'pitch',
  subject: 'notes',
  label: 'Transpose',
  short: 'Transpose',
  help: 'Moves notes up or down by semitones; 12 is an octave. The group stops together at the ends of the keyboard.',
  words: ['pitch', 'octave', 'semitone', 'higher', 'lower', 'up', 'down', 'key'],
  params: paramsOf({ semitones: wholeParam('Semitones', -MOST_TRANSPOSED, MOST_TRANSPOSED, 12), landing: landingParam() }),
  quick: [
    { label: 'Octave down', icon: 'octaveDown', params: { semitones: -12 } },
    { label: 'Semitone down', icon: 'down', params: { semitones: -1 } },
    { label: 'Semitone up', icon: 'up', params: { semitones: 1 } },
    { label: 'Octave up', icon: 'octaveUp', params: { semitones: 12 } },
  ],
  run: ({ notes }, { semitones, landing }) => ({ notes: moveNotes(notes, 0, semitones), landing }),
});
