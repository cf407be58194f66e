import { clamp } from '../../time';
import { notesAction } from '../action';
import { paramsOf, sliderParam } from '../params';

export const velocitySpread = notesAction({
  id: 'velocity-spread',
  family: 'feel',
  subject: 'notes',
  label: 'Even out / spread',
  short: 'Spread',
  help: 'Pulls velocities toward their average, or pushes them away from it: at 50 % each is half as far from it, at 0 % all are the same.',
  words: ['compress', 'expand', 'dynamics', 'even', 'contrast', 'range', 'flatten'],
  params: paramsOf({ percent: sliderParam('Distance from the mean', 0, 300, 100, '%') }),
  quick: [
    { label: 'More even', shown: 'evener', params: { percent: 60 } },
    { label: 'More contrast', shown: 'wider', params: { percent: 150 } },
  ],
  run: ({ notes }, { percent }) => {
    const mean = notes.reduce((sum, { velocity }) => sum + velocity, 0) / Math.max(1, notes.length);
    return {
      notes: notes.map((note) => ({ ...note, velocity: clamp(Math.round(mean + ((note.velocity - mean) * percent) / 100), 1, 127) })),
    };
  },
});
