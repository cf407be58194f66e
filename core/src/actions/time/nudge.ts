import { moveNotes } from '../../notes/move';
import { notesAction } from '../action';
import { amountParam, distanceOf } from '../amounts';
import { landingParam, paramsOf, wholeParam } from '../params';

export const nudge = notesAction({
  id: 'nudge',
  family: 'time',
  subject: 'notes',
  hasWayBack: true,
  label: 'Nudge',
  short: 'Nudge',
  help: 'Moves notes a little earlier or later. The whole group stops at the start of the pattern and keeps its shape.',
  words: ['move', 'shift', 'earlier', 'later', 'push', 'pull', 'delay'],
  params: paramsOf({ count: wholeParam('Distance', -999, 999, 1), unit: amountParam('Counted in'), landing: landingParam() }),
  quick: [
    { label: 'Earlier', icon: 'earlier', params: { count: -1 } },
    { label: 'Later', icon: 'later', params: { count: 1 } },
  ],
  run: ({ notes }, { count, unit, landing }, context) => ({ notes: moveNotes(notes, distanceOf(notes, count, unit, context), 0), landing }),
});
