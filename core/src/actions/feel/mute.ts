import { withFields, without } from '../../notes/with';
import { notesAction } from '../action';
import { choiceParam, paramsOf } from '../params';

export const mute = notesAction({
  id: 'mute',
  family: 'feel',
  subject: 'notes',
  label: 'Mute notes',
  short: 'Mute',
  help: 'Silences notes without deleting them; they are drawn hollow. Unmute brings them back.',
  words: ['silence', 'off', 'disable', 'unmute', 'on'],
  params: paramsOf({ to: choiceParam('Make them', ['muted', 'heard'], 'muted') }),
  quick: [
    { label: 'Mute notes', icon: 'mute', params: { to: 'muted' } },
    { label: 'Unmute notes', icon: 'unmute', params: { to: 'heard' } },
  ],
  run: ({ notes }, { to }) => ({
    notes: notes.map((note) => (to === 'muted' ? withFields(note, { muted: true }) : without(note, 'muted'))),
  }),
});
