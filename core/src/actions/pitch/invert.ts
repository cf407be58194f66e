import { upsideDown } from '../../notes/bend';
import { inverted } from '../../theory';
import { notesAction } from '../action';
import { choiceParam, paramsOf } from '../params';
import { NO_KEY } from './no-key';

export const invert = notesAction({
  id: 'invert',
  family: 'pitch',
  subject: 'notes',
  label: 'Invert',
  short: 'Invert',
  help: 'Turns notes upside down within their own range: the highest becomes the lowest. Doing it twice restores exactly.',
  words: ['upside down', 'mirror', 'flip', 'contrary'],
  params: paramsOf({ by: choiceParam('By', ['semitones', 'scale'], 'semitones', { scale: 'steps of the scale' }) }),
  quick: [{ label: 'Invert', icon: 'invert', params: {} }],
  run: ({ notes }, { by }, { key }) => ({
    notes: inverted(notes, by === 'scale' ? key : null).map((note) => (note.bend ? { ...note, bend: upsideDown(note.bend) } : note)),
  }),
  whyNot: (_part, { by }, { key }) => (by === 'scale' && !key ? NO_KEY : null),
});
