import { clamp } from '../../time';
import { notesAction } from '../action';
import { paramsOf, wholeParam } from '../params';

export const accents = notesAction({
  id: 'accents',
  family: 'feel',
  subject: 'notes',
  label: 'Accents',
  help: 'Makes one of every few hits louder, in the order they sound: every second, every third. Notes that start together count as one.',
  words: ['accent', 'emphasis', 'stress', 'every', 'second', 'offbeat', 'pulse', 'dynamics'],
  params: paramsOf({
    every: wholeParam('One of every', 2, 16, 2, 'hits'),
    which: wholeParam('Which', 1, 16, 1),
    by: wholeParam('Louder by', 1, 64, 20),
  }),
  quick: [
    { label: 'Accent every 2nd', shown: 'every 2nd', params: { every: 2, which: 1 } },
    { label: 'Accent every 3rd', shown: 'every 3rd', params: { every: 3, which: 1 } },
    { label: 'Accent every 4th', shown: 'every 4th', params: { every: 4, which: 1 } },
  ],
  run: ({ notes }, { every, which, by }) => {
    const places = new Map([...new Set(notes.map(({ start }) => start))].sort((a, b) => a - b).map((start, index) => [start, index]));
    const isAccent = (start: number) => places.get(start)! % every === (which - 1) % every;
    return {
      notes: notes.map((note) => (isAccent(note.start) ? { ...note, velocity: clamp(note.velocity + by, 1, 127) } : note)),
    };
  },
});
