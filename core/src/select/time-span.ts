import { paramsOf, wholeParam } from '../actions/params';
import { tickOfBar } from '../time';
import { selectionRule } from './rule';

export const timeSpan = selectionRule({
  id: 'time-span',
  label: 'Bars',
  short: 'Bars',
  help: 'Every note that starts in a run of bars. Dragging on the ruler selects any other span.',
  words: ['range', 'stretch', 'marked', 'region', 'between'],
  params: paramsOf({ from: wholeParam('From bar', 1, 100_000, 1), bars: wholeParam('Bars', 1, 100_000, 1) }),
  pick: (notes, _selected, { from, bars }, { meters }) => {
    const start = tickOfBar(meters, from);
    const end = tickOfBar(meters, from + bars);
    return notes.filter((note) => note.start >= start && note.start < end).map(({ id }) => id);
  },
});
