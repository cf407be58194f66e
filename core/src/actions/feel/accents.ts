import { byStartThenPitch } from '../../model/collections';
import { inOrder } from '../../model/document';
import { chordsOf } from '../../notes/chords';
import { clamp } from '../../time';
import { notesAction } from '../action';
import { paramsOf, wholeParam } from '../params';

export const accents = notesAction({
  id: 'accents',
  family: 'feel',
  subject: 'notes',
  label: 'Accents',
  short: 'Accent',
  help: 'Makes one of every few hits louder, in the order they sound: every second, every third. A chord counts as one.',
  words: ['accent', 'emphasis', 'stress', 'every', 'second', 'offbeat', 'pulse', 'dynamics'],
  params: paramsOf({
    every: wholeParam('One of every', 2, 16, 2, 'hits'),
    which: wholeParam('Which', 1, 16, 1, undefined, 'every'),
    by: wholeParam('Louder by', 1, 64, 20),
  }),
  quick: [
    { label: 'Accent every 2nd', shown: 'every 2nd', params: { every: 2, which: 1 } },
    { label: 'Accent every 3rd', shown: 'every 3rd', params: { every: 3, which: 1 } },
    { label: 'Accent every 4th', shown: 'every 4th', params: { every: 4, which: 1 } },
  ],
  run: ({ notes }, { every, which, by }) => {
    const chords = chordsOf(inOrder(notes, byStartThenPitch)).filter((_chord, index) => index % every === (which - 1) % every);
    const accented = new Set(chords.flatMap((chord) => chord.map(({ id }) => id)));
    return {
      notes: notes.map((note) => (accented.has(note.id) ? { ...note, velocity: clamp(note.velocity + by, 1, 127) } : note)),
    };
  },
});
