import { bent, waving } from '../../notes/bend';
import { without } from '../../notes/with';
import { notesAction } from '../action';
import { paramsOf, wholeParam } from '../params';

export const vibrato = notesAction({
  id: 'vibrato',
  family: 'pitch',
  subject: 'notes',
  label: 'Vibrato',
  help: 'Lets the pitch of each note swing evenly up and down, so many times within its length. No depth takes the line away.',
  words: ['wave', 'wobble', 'tremble', 'pitch curve', 'line', 'bend'],
  params: paramsOf({ waves: wholeParam('Swings in the note', 1, 31, 4), depth: wholeParam('Depth', 0, 200, 30, 'cents') }),
  quick: [{ label: 'Vibrato', params: {} }],
  run: ({ notes }, { waves, depth }) => ({
    notes: depth ? bent(notes, (length) => waving(length, waves, depth)) : notes.map((note) => without(note, 'bend')),
  }),
});
