import { notesAction } from '../action';
import { landingParam, paramsOf, wholeParam } from '../params';

export const toRow = notesAction({
  id: 'to-row',
  family: 'pitch',
  subject: 'notes',
  label: 'To one row',
  short: 'One row',
  help: 'Moves notes to one row: another drum, or one pitch.',
  words: ['sound', 'drum', 'remap', 'swap', 'row', 'pitch'],
  params: paramsOf({ pitch: wholeParam('MIDI key (36 is a kick, 60 is middle C)', 0, 127, 60), landing: landingParam() }),
  run: ({ notes }, { pitch, landing }) => ({ notes: notes.map((note) => ({ ...note, pitch })), landing }),
});
