import type { z } from 'zod';
import { BEND_SHAPES, type BendPoint } from '../../model/entities';
import { bent } from '../../notes/bend';
import { without } from '../../notes/with';
import { notesAction } from '../action';
import { choiceParam, paramsOf, sliderParam, wholeParam } from '../params';

const MOST = 24;
const params = paramsOf({
  from: wholeParam('From, semitones', -MOST, MOST, -2),
  to: wholeParam('To, semitones', -MOST, MOST, 0),
  begins: sliderParam('Begins at', 0, 100, 0, '% of the note'),
  ends: sliderParam('There at', 0, 100, 30, '% of the note'),
  shape: choiceParam('On its way', BEND_SHAPES, 'smooth'),
});

export const bend = notesAction({
  id: 'bend',
  family: 'pitch',
  subject: 'notes',
  label: 'Bend',
  short: 'Bend',
  help: 'Draws a bend into each note: it starts at the first pitch, moves to the second between two points of the note, and stays there. From 0 to 0 removes the bend.',
  words: ['glide', 'slide', 'scoop', 'fall', 'dive', 'portamento', 'pitch curve', 'line'],
  params,
  quick: [
    { label: 'Scoop into the note', shown: 'scoop', params: { from: -2, to: 0, begins: 0, ends: 30, shape: 'smooth' } },
    { label: 'Fall off the note', shown: 'fall', params: { from: 0, to: -12, begins: 60, ends: 100, shape: 'smooth' } },
    { label: 'No bend', shown: 'none', params: { from: 0, to: 0 } },
  ],
  run: ({ notes }, chosen) => ({
    notes:
      chosen.from === 0 && chosen.to === 0 ? notes.map((note) => without(note, 'bend')) : bent(notes, (length) => lineOf(length, chosen)),
  }),
});

/** From one pitch to the other; there at once where its end does not come after its beginning. */
function lineOf(length: number, { from, to, begins, ends, shape }: z.infer<typeof params>): BendPoint[] {
  const tick = (percent: number) => Math.round((length * percent) / 100);
  return [
    { tick: tick(begins), cents: 100 * from, shape },
    { tick: tick(Math.max(begins, ends)), cents: 100 * to, shape },
  ];
}
