import { clamp } from '../../time';
import { notesAction } from '../action';
import { paramsOf, sliderParam } from '../params';

export const velocityScale = notesAction({
  id: 'velocity-scale',
  family: 'feel',
  subject: 'notes',
  label: 'Louder / softer',
  short: 'Louder',
  help: 'Makes notes louder or softer in proportion: each velocity times the percentage, kept within 1 to 127.',
  words: ['quieter', 'loudness', 'volume', 'louder', 'softer', 'multiply', 'dynamics'],
  params: paramsOf({ percent: sliderParam('Percentage', 10, 400, 100, '%') }),
  quick: [
    { label: 'Softer', icon: 'softer', params: { percent: 85 } },
    { label: 'Louder', icon: 'louder', params: { percent: 115 } },
  ],
  run: ({ notes }, { percent }) => ({
    notes: notes.map((note) => ({ ...note, velocity: clamp(Math.round((note.velocity * percent) / 100), 1, 127) })),
  }),
});
