import { bent, waving } from '../../notes/bend';
import { without } from '../../notes/with';
import { notesAction } from '../action';
import { paramsOf, wholeParam } from '../params';

export const vibrato = notesAction({
  id: 'vibrato',
  family: 'pitch',
  subject: 'notes',
  label: 'Vibrato',
  short: 'Vibrato',
  help: 'Makes the pitch of each note waver evenly up and down, a set number of times over its length. A depth of 0 removes the line.',
  words: ['wave', 'wobble', 'tremble', 'pitch curve', 'line', 'bend'],
  params: paramsOf({ waves: wholeParam('Swings in the note', 1, 31, 4), depth: wholeParam('Depth', 0, 200, 30, 'cents') }),
  quick: [{ label: 'Vibrato', params: {} }],
  run: ({ notes }, { waves, depth }) => ({
    notes: depth ? bent(notes, (length) => waving(length, waves, depth)) : notes.map((note) => without(note, 'bend')),
  }),
});
