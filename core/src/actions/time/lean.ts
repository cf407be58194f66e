import { spanOf } from '../../notes/rotate';
import { leant } from '../../notes/stretch';
import { notesAction } from '../action';
import { paramsOf, sliderParam } from '../params';

/** At the ends of the slider the curve is t⁴ and its opposite. */
const STEEPEST = 4;

export const lean = notesAction({
  id: 'lean',
  family: 'time',
  subject: 'notes',
  label: 'Lean',
  short: 'Lean',
  help: 'Bends time between the first start and the last end: leaning late, early notes shrink and late ones grow, as a ball that slows down; leaning early, the reverse. The whole keeps its place.',
  words: ['accelerate', 'slow down', 'rush', 'bounce', 'curve', 'ritardando', 'accelerando', 'time warp'],
  params: paramsOf({ amount: sliderParam('Early to late', -100, 100, 50, '%') }),
  quick: [
    { label: 'Lean early', shown: 'early', params: { amount: -35 } },
    { label: 'Lean late', shown: 'late', params: { amount: 35 } },
  ],
  curve:
    ({ amount }) =>
    (along) =>
      along ** powerOf(amount),
  run: ({ notes }, { amount }) => ({ notes: leant(notes, spanOf(notes), powerOf(amount)) }),
});

function powerOf(amount: number): number {
  return STEEPEST ** (amount / 100);
}
