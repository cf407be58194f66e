import { rotateRows, rotateStarts, spanOf } from '../../notes/rotate';
import { commonGrid, loopTicks, notesAction } from '../action';
import { amountParam, amountTicks } from '../amounts';
import { choiceParam, paramsOf, wholeParam } from '../params';

export const rotate = notesAction({
  id: 'rotate',
  family: 'time',
  subject: 'notes',
  hasWayBack: true,
  label: 'Rotate',
  short: 'Rotate',
  help: 'Moves notes round the loop: what leaves the end comes in at the start. A row with its own length rotates within it. Rotating back restores exactly.',
  words: ['wrap', 'turn', 'shift round', 'cycle', 'loop round'],
  params: paramsOf({
    count: wholeParam('Distance', -999, 999, 1),
    unit: amountParam('Counted in'),
    around: choiceParam('Round', ['pattern', 'marked', 'span'], 'pattern', {
      pattern: 'the loop',
      marked: 'the marked span',
      span: 'their own span',
    }),
  }),
  quick: [
    { label: 'Rotate back', icon: 'rotateBack', params: { count: -1 } },
    { label: 'Rotate on', icon: 'rotateOn', params: { count: 1 } },
  ],
  run: (part, { count, unit, around }, context) => {
    const { notes } = part;
    // As far back as forth, so that turning back restores exactly, whatever lies between the lines.
    const ticksFrom = (tick: number) =>
      Math.sign(count) * amountTicks(Math.abs(count), unit, { ...context, grid: commonGrid(notes, context) }, tick);
    if (around === 'pattern') return { notes: rotateRows(notes, ticksFrom(0), (pitch) => loopTicks(part, pitch)) };
    const own = context.ownSpan ?? spanOf(notes);
    const { start, end } = (around === 'marked' ? context.span : null) ?? own;
    const turned = end > start ? rotateStarts(notes, ticksFrom(start), end - start, start) : notes;
    return around === 'span' ? { notes: turned, ownSpan: own } : { notes: turned };
  },
  whyNot: (_part, { around }, { span }) =>
    around === 'marked' && !span ? 'No span is marked. Drag along the ruler to mark one, or rotate round the loop.' : null,
});
