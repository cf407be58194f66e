import { resizeEnds, resizeStarts } from '../../notes/resize';
import { notesAction } from '../action';
import { amountParam, distanceOf } from '../amounts';
import { choiceParam, paramsOf, wholeParam } from '../params';

export const resize = notesAction({
  id: 'resize',
  family: 'length',
  subject: 'notes',
  label: 'Resize',
  short: 'Resize',
  help: 'Moves the end of every note, or its start, by the same distance. A note never gets shorter than one tick.',
  words: ['longer', 'shorter', 'extend', 'stretch', 'trim', 'duration', 'gate'],
  params: paramsOf({
    edge: choiceParam('Which end moves', ['end', 'start'], 'end', { end: 'the end', start: 'the start' }),
    count: wholeParam('Distance', -999, 999, 1),
    unit: amountParam('Counted in'),
  }),
  quick: [
    { label: 'Shorter', icon: 'shorter', params: { edge: 'end', count: -1 } },
    { label: 'Longer', icon: 'longer', params: { edge: 'end', count: 1 } },
  ],
  run: ({ notes }, { edge, count, unit }, context) => {
    const ticks = distanceOf(notes, count, unit, context);
    return { notes: edge === 'end' ? resizeEnds(notes, ticks) : resizeStarts(notes, ticks) };
  },
});
