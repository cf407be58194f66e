import { MAX_HITS, ROLL_SHAPES } from '../../model/entities';
import { withFields, without } from '../../notes/with';
import { notesAction } from '../action';
import { choiceParam, paramsOf, wholeParam } from '../params';

export const roll = notesAction({
  id: 'roll',
  family: 'feel',
  subject: 'notes',
  label: 'Roll',
  short: 'Roll',
  help: 'Plays a note as several equal hits inside its length, even, rising or falling in loudness. One hit is no roll.',
  words: ['repeat', 'hits', 'flam', 'drag', 'stutter', 'tremolo', 'buzz'],
  params: paramsOf({
    hits: wholeParam('Hits', 1, MAX_HITS, 3),
    shape: choiceParam('Loudness', ROLL_SHAPES, 'even'),
  }),
  quick: [1, 2, 3, 4].map((hits) => ({
    label: hits === 1 ? 'No roll' : `Roll of ${hits}`,
    shown: hits === 1 ? 'none' : String(hits),
    params: { hits },
  })),
  run: ({ notes }, { hits, shape }) => {
    const chosen = { hits, shape };
    return { notes: notes.map((note) => (hits > 1 ? withFields(note, { roll: chosen }) : without(note, 'roll'))) };
  },
});
