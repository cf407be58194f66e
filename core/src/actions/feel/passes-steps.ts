import { MAX_PASSES } from '../../model/entities';
import { withFields, without } from '../../notes/with';
import { notesAction } from '../action';
import { paramsOf, stepsParam } from '../params';

export const passesSteps = notesAction({
  id: 'passes-steps',
  family: 'feel',
  subject: 'notes',
  label: 'Passes one by one',
  short: 'Passes',
  help: 'Marks, over up to 16 passes, those in which a note sounds; then it starts again from the first. A pressed pass sounds.',
  words: ['condition', 'pattern', 'cycle', 'when it sounds', 'times round', 'sequence', 'alternate', 'sixteen'],
  params: paramsOf({ steps: stepsParam('Passes that sound', 2, MAX_PASSES, 'x...') }),
  run: ({ notes }, { steps }) => {
    const mask = [...steps].reduce((bits, step, pass) => bits + (step === 'x' ? 2 ** pass : 0), 0);
    const isEvery = mask === 2 ** steps.length - 1;
    return { notes: notes.map((note) => (isEvery ? without(note, 'passes') : withFields(note, { passes: { of: steps.length, mask } }))) };
  },
  whyNot: (_part, { steps }) => (steps.includes('x') ? null : 'It would never sound. Press a pass in which it does, or mute it.'),
});
