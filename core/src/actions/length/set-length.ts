import { gridOfRow } from '../../time';
import { notesAction } from '../action';
import { amountParam, amountTicks } from '../amounts';
import { choiceParam, paramsOf, wholeParam } from '../params';

export const setLength = notesAction({
  id: 'set-length',
  family: 'length',
  subject: 'notes',
  label: 'Set length',
  short: 'Length',
  help: 'Gives every note the same length. The other end stays where it is.',
  words: ['duration', 'equal', 'same', 'step', 'exact', 'note value'],
  params: paramsOf({
    count: wholeParam('Length', 1, 999, 1),
    unit: amountParam('Counted in'),
    edge: choiceParam('Which end moves', ['end', 'start'], 'end', { end: 'the end', start: 'the start' }),
  }),
  quick: [{ label: 'Set length', icon: 'setLength', params: {} }],
  run: ({ notes }, { count, unit, edge }, context) => ({
    notes: notes.map((note) => {
      const grid = gridOfRow(context, note.pitch);
      const length = Math.max(1, amountTicks(count, unit, { ...context, grid }, note.start));
      if (note.length === length) return note;
      const end = note.start + note.length;
      const start = edge === 'end' ? note.start : Math.max(0, end - length);
      return { ...note, start, length: edge === 'end' ? length : end - start };
    }),
  }),
});
