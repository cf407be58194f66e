import { z } from 'zod';
import { rotateStarts, spanOf } from '../../notes/rotate';
import { notesAction } from '../action';
import { amountParam, amountTicks } from '../amounts';
import { choiceParam, wholeParam } from '../params';

export const rotate = notesAction({
  id: 'rotate',
  family: 'time',
  subject: 'notes',
  label: 'Rotate',
  help: 'Moves notes round the loop: what leaves the end comes in at the start. Rotating back restores exactly.',
  words: ['wrap', 'turn', 'shift round', 'cycle', 'loop round'],
  params: z.object({
    count: wholeParam('Distance', -999, 999, 1),
    unit: amountParam('Counted in'),
    around: choiceParam('Round', ['pattern', 'span'], 'pattern', { pattern: 'the pattern', span: 'their own span' }),
  }),
  quick: [
    { label: 'Rotate back', icon: 'rotateBack', params: { count: -1 } },
    { label: 'Rotate on', icon: 'rotateOn', params: { count: 1 } },
  ],
  run: ({ notes, lengthTicks }, { count, unit, around }, context) => {
    const span = spanOf(notes);
    const from = around === 'pattern' ? 0 : span.start;
    const size = around === 'pattern' ? lengthTicks : span.end - span.start;
    return { notes: size > 0 ? rotateStarts(notes, amountTicks(count, unit, context, from), size, from) : notes };
  },
});
