import { z } from 'zod';
import { nearestLine, roundEvenly, type Grid } from '../../time';
import { notesAction } from '../action';
import { amountParam, amountTicks, type AmountUnit } from '../amounts';
import { sliderParam } from '../params';
import type { ActionContext } from '../action';

export const quantize = notesAction({
  id: 'quantize',
  family: 'time',
  subject: 'notes',
  label: 'Quantize',
  help: 'Pulls note starts towards the lines of a grid. At 100 % they land on it; at 50 % they go half the way.',
  words: ['snap', 'tighten', 'align', 'straighten', 'correct'],
  params: z.object({ to: amountParam('To the lines of'), strength: sliderParam('Strength', 0, 100, 100, '%') }),
  quick: [{ label: 'Quantize', icon: 'quantize', params: {} }],
  run: ({ notes }, { to, strength }, context) => {
    const grid = gridFor(to, context);
    const pulled = (start: number) => start + roundEvenly(((nearestLine(grid, start) - start) * strength) / 100);
    return { notes: notes.map((note) => (pulled(note.start) === note.start ? note : { ...note, start: pulled(note.start) })) };
  },
});

function gridFor(unit: AmountUnit, context: ActionContext): Grid {
  return unit === 'grid' ? context.grid : { numerator: Math.max(1, amountTicks(1, unit, context)), denominator: 1 };
}
