import { backwards } from '../../notes/bend';
import { spanOf } from '../../notes/rotate';
import { notesAction } from '../action';
import { paramsOf } from '../params';

export const reverse = notesAction({
  id: 'reverse',
  family: 'time',
  subject: 'notes',
  label: 'Reverse',
  short: 'Reverse',
  help: 'Plays the notes backwards inside the time they cover: what ended last starts first. Doing it twice restores exactly.',
  words: ['backwards', 'mirror', 'retrograde', 'flip'],
  params: paramsOf({}),
  quick: [{ label: 'Reverse', icon: 'reverse', params: {} }],
  run: ({ notes }) => {
    const { start, end } = spanOf(notes);
    return {
      notes: notes.map((note) => {
        const turned = { ...note, start: start + end - note.start - note.length };
        if (note.bend) turned.bend = backwards(note.bend, note.length);
        return turned;
      }),
    };
  },
});
