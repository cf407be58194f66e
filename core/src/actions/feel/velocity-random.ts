import { steadyChance } from '../../chance/steady';
import { clamp } from '../../time';
import { notesAction } from '../action';
import { paramsOf, wholeParam } from '../params';

export const velocityRandom = notesAction({
  id: 'velocity-random',
  family: 'feel',
  subject: 'notes',
  label: 'Vary velocity',
  short: 'Vary',
  help: 'Makes each note louder or softer at random, up to the given amount and within the bounds. The dice draw again; the same seed gives the same result.',
  words: ['random', 'humanise', 'human', 'chance', 'variation', 'loose', 'dice', 'seed'],
  params: paramsOf({
    by: wholeParam('By at most', 1, 126, 12),
    least: wholeParam('Not below', 1, 127, 1),
    most: wholeParam('Not above', 1, 127, 127),
  }),
  quick: [{ label: 'Vary velocity', icon: 'vary', params: {} }],
  run: ({ notes }, { by, least, most }, { random }) => {
    const { uniform } = steadyChance(random);
    return {
      notes: notes.map((note) => {
        const drawn = Math.round((uniform(note.id) * 2 - 1) * by);
        return { ...note, velocity: clamp(note.velocity + drawn, Math.min(least, most), Math.max(least, most)) };
      }),
    };
  },
});
