import { spanOf } from '../../notes/rotate';
import { MAX_TICK } from '../../time';
import { commonGrid, notesAction } from '../action';
import { amountParam, amountTicks } from '../amounts';
import { choiceParam, paramsOf, wholeParam } from '../params';

export const endsAt = notesAction({
  id: 'ends-at',
  family: 'length',
  subject: 'notes',
  label: 'End at a line',
  help: 'Draws a line across the notes: all that sound there end at it, or start at it. Notes that do not reach it stay as they are.',
  words: ['align', 'cut off', 'together', 'line', 'release', 'stop', 'trim'],
  params: paramsOf({
    edge: choiceParam('At the line notes', ['end', 'start'], 'end'),
    count: wholeParam('Line', 1, MAX_TICK, 1),
    unit: amountParam('Counted in', 'beat'),
    from: choiceParam('Counted from', ['notes', 'pattern'], 'notes', { notes: 'the first note', pattern: 'the start of the pattern' }),
  }),
  quick: [{ label: 'End at a line', icon: 'endsAt', params: { edge: 'end' } }],
  run: ({ notes }, { edge, count, unit, from }, context) => {
    const origin = from === 'notes' ? spanOf(notes).start : 0;
    const line = origin + amountTicks(count, unit, { ...context, grid: commonGrid(notes, context) }, origin);
    return {
      notes: notes.map((note) => {
        const end = note.start + note.length;
        if (note.start >= line || end <= line) return note;
        return edge === 'end' ? { ...note, length: line - note.start } : { ...note, start: line, length: end - line };
      }),
    };
  },
});
