import { counted } from '../../model/counted';
import { fitted, isInScale } from '../../theory';
import { notesAction } from '../action';
import { choiceParam, paramsOf } from '../params';
import { NO_KEY } from './no-key';

export const fitScale = notesAction({
  id: 'fit-scale',
  family: 'pitch',
  subject: 'notes',
  label: 'Fit to scale',
  short: 'Fit',
  help: 'Moves notes outside the scale to the nearest note of it, or to the next one up or down. Notes of the scale stay.',
  words: ['snap', 'correct', 'key', 'diatonic', 'wrong notes'],
  params: paramsOf({ towards: choiceParam('Towards', ['nearest', 'up', 'down'], 'nearest', { nearest: 'the nearest' }) }),
  quick: [{ label: 'Fit to scale', icon: 'fitScale', params: {} }],
  run: ({ notes }, { towards }, { key }) => ({
    notes: key ? notes.map((note) => ({ ...note, pitch: fitted(note.pitch, key, towards) })) : notes,
  }),
  says: ({ notes }, _params, { key }) => {
    const outside = key ? notes.filter(({ pitch }) => !isInScale(key, pitch)).length : 0;
    return outside ? `${counted(outside, 'note lies', 'notes lie')} outside the scale.` : 'All notes lie in the scale.';
  },
  whyNot: (_part, _params, { key }) => (key ? null : NO_KEY),
});
