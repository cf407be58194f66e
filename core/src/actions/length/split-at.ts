import { spanOf } from '../../notes/rotate';
import { cutNote } from '../../notes/split';
import { MAX_TICK } from '../../time';
import { commonGrid, notesAction } from '../action';
import { amountParam, amountTicks } from '../amounts';
import { choiceParam, paramsOf, wholeParam } from '../params';

export const splitAt = notesAction({
  id: 'split-at',
  family: 'length',
  subject: 'notes',
  label: 'Split at a point',
  help: 'Cuts every note that sounds at one point of time, counted from the first note or from the start of the pattern.',
  words: ['slice', 'cut', 'divide', 'knife', 'two'],
  params: paramsOf({
    count: wholeParam('Point', 1, MAX_TICK, 1),
    unit: amountParam('Counted in'),
    from: choiceParam('Counted from', ['notes', 'pattern'], 'notes', { notes: 'the first note', pattern: 'the start of the pattern' }),
  }),
  quick: [{ label: 'Split at a point', icon: 'splitAt', params: {} }],
  run: ({ notes }, { count, unit, from }, context) => {
    const origin = from === 'notes' ? spanOf(notes).start : 0;
    const point = origin + amountTicks(count, unit, { ...context, grid: commonGrid(notes, context) }, origin);
    return { notes: notes.flatMap((note) => cutNote(note, [point], context.newId)) };
  },
});
