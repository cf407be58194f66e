import { gridOfRow } from '../../time';
import { notesAction } from '../action';
import { amountParam, amountTicks } from '../amounts';
import { paramsOf, wholeParam } from '../params';

export const setLength = notesAction({
  id: 'set-length',
  family: 'length',
  subject: 'notes',
  label: 'Set length',
  help: 'Gives every note the same length. Starts stay where they are.',
  words: ['duration', 'equal', 'same', 'step', 'exact', 'note value'],
  params: paramsOf({ count: wholeParam('Length', 1, 999, 1), unit: amountParam('Counted in') }),
  quick: [{ label: 'Set length', icon: 'setLength', params: {} }],
  run: ({ notes }, { count, unit }, context) => ({
    notes: notes.map((note) => {
      const grid = gridOfRow(context, note.pitch);
      const length = Math.max(1, amountTicks(count, unit, { ...context, grid }, note.start));
      return note.length === length ? note : { ...note, length };
    }),
  }),
});
