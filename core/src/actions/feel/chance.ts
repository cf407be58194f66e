import { withChance } from '../../notes/with';
import { notesAction } from '../action';
import { paramsOf, sliderParam } from '../params';

export const chance = notesAction({
  id: 'chance',
  family: 'feel',
  subject: 'notes',
  label: 'Chance',
  short: 'Chance',
  help: 'How often a note sounds, in percent of the passes, drawn again in each pass. At 100 % it always sounds. A note given a chance leaves its one-of group.',
  words: ['probability', 'random', 'percent', 'sometimes', 'maybe'],
  params: paramsOf({ percent: sliderParam('Chance', 0, 100, 50, '%') }),
  quick: [25, 50, 75, 100].map((percent) => ({ label: `Chance ${percent} %`, shown: `${percent} %`, params: { percent } })),
  run: ({ notes }, { percent }) => ({
    notes: notes.map((note) => withChance(note, percent)),
  }),
});
