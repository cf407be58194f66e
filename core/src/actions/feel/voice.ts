import { VOICES } from '../../model/entities';
import { withFields, without } from '../../notes/with';
import { notesAction } from '../action';
import { paramsOf, wholeParam } from '../params';

export const voice = notesAction({
  id: 'voice',
  family: 'feel',
  subject: 'notes',
  label: 'Voice',
  short: 'Voice',
  help: 'Moves notes to their own voice, 1 to 8. Notes of one pitch in different voices do not cut each other off.',
  words: ['layer', 'part', 'line', 'hand'],
  params: paramsOf({ voice: wholeParam('Voice', 1, VOICES, 2) }),
  quick: [1, 2].map((number) => ({ label: `Voice ${number}`, shown: String(number), params: { voice: number } })),
  run: ({ notes }, { voice: number }) => ({
    notes: notes.map((note) => (number > 1 ? withFields(note, { voice: number }) : without(note, 'voice'))),
  }),
});
