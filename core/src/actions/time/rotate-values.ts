import { turnPitches, turnRhythm, turnVelocities } from '../../notes/turn';
import { notesAction } from '../action';
import { choiceParam, paramsOf, wholeParam } from '../params';

export const rotateValues = notesAction({
  id: 'rotate-values',
  family: 'time',
  subject: 'notes',
  label: 'Shift values along',
  short: 'Shift',
  help: 'Passes pitches or velocities along from note to note while the rhythm stays, or shifts the rhythm under the pitches. Chords of equal size move as a whole. Rotating back restores exactly.',
  words: ['pitches', 'velocities', 'rhythm', 'cycle', 'permute', 'turn'],
  params: paramsOf({
    what: choiceParam('What goes on', ['pitches', 'velocities', 'rhythm'], 'pitches', {
      pitches: 'pitches through the rhythm',
      velocities: 'velocities through the rhythm',
      rhythm: 'the rhythm under the pitches',
    }),
    count: wholeParam('Notes further', -64, 64, 1),
  }),
  quick: [
    { label: 'Shift pitches along', params: { what: 'pitches', count: 1 } },
    { label: 'Shift velocities along', params: { what: 'velocities', count: 1 } },
    { label: 'Shift the rhythm along', params: { what: 'rhythm', count: 1 } },
  ],
  run: ({ notes, lengthTicks }, { what, count }, { span }) => {
    const inside = notes.filter(({ start }) => start < lengthTicks);
    const turned =
      what === 'pitches'
        ? turnPitches(inside, count)
        : what === 'velocities'
          ? turnVelocities(inside, count)
          : turnRhythm(inside, count, span && inside.every(({ start }) => start < span.end) ? span.end : lengthTicks);
    return { notes: [...turned, ...notes.filter(({ start }) => start >= lengthTicks)] };
  },
  whyNot: ({ notes }) => (notes.length < 2 ? 'It takes two notes or more to hand something on.' : null),
});
