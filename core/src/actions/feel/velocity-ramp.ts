import { clamp } from '../../time';
import { notesAction } from '../action';
import { choiceParam, paramsOf, wholeParam } from '../params';

export const velocityRamp = notesAction({
  id: 'velocity-ramp',
  family: 'feel',
  subject: 'notes',
  label: 'Ramp',
  short: 'Ramp',
  help: 'Ramps velocities from one value to another between the first and the last start: evenly, slowly at first, or quickly at first. Or up and back down.',
  words: ['crescendo', 'diminuendo', 'fade', 'swell', 'rise', 'fall', 'build', 'curve', 'line'],
  params: paramsOf({
    from: wholeParam('From', 1, 127, 50),
    to: wholeParam('To', 1, 127, 110),
    curve: choiceParam('How', ['even', 'late', 'early', 'bow'], 'even', {
      even: 'evenly',
      late: 'slowly at first',
      early: 'quickly at first',
      bow: 'there and back',
    }),
  }),
  quick: [
    { label: 'Ramp up', shown: 'up', params: { from: 50, to: 110, curve: 'even' } },
    { label: 'Ramp down', shown: 'down', params: { from: 110, to: 50, curve: 'even' } },
  ],
  curve:
    ({ from, to, curve }) =>
    (along) =>
      (from + (to - from) * HEIGHTS[curve](along)) / 127,
  run: ({ notes }, { from, to, curve }) => {
    const starts = notes.map(({ start }) => start);
    const first = starts.reduce((least, start) => Math.min(least, start), Infinity);
    const last = starts.reduce((most, start) => Math.max(most, start), 0);
    const height = (start: number) => HEIGHTS[curve](last > first ? (start - first) / (last - first) : 0);
    return {
      notes: notes.map((note) => ({ ...note, velocity: clamp(Math.round(from + (to - from) * height(note.start)), 1, 127) })),
    };
  },
});

/** How far along the way from one value to the other, by how far along in time; both 0 to 1. */
const HEIGHTS = {
  even: (along: number) => along,
  late: (along: number) => along * along,
  early: (along: number) => 1 - (1 - along) * (1 - along),
  bow: (along: number) => 1 - Math.abs(2 * along - 1),
} as const;
