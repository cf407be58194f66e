import type { Note } from '../../model/entities';
import { STRAIGHT } from '../../notes/swing';
import { straightTime, swungTime } from '../../notes/swing-time';
import { notesAction } from '../action';
import { amountParam, gridOfAmount } from '../amounts';
import { choiceParam, paramsOf, sliderParam } from '../params';

export const swing = notesAction({
  id: 'swing',
  family: 'feel',
  subject: 'notes',
  suitsSong: true,
  label: 'Swing',
  short: 'Swing',
  help: 'Delays every second step, so that pairs of steps go long and short: 50 % is straight, 66 % a triplet feel. Time is bent between the steps too, so nothing changes its order. Straighten takes the same swing out again.',
  words: ['shuffle', 'groove', 'triplet feel', 'late', 'lilt', 'unswing'],
  params: paramsOf({
    percent: sliderParam('First of a pair', STRAIGHT, 75, 58, '%'),
    at: amountParam('Pairs of', '1/16'),
    way: choiceParam('Which way', ['swing', 'straighten'], 'swing'),
  }),
  main: ['percent', 'at'],
  quick: [
    { label: 'Swing 54 %', params: { percent: 54, way: 'swing' } },
    { label: 'Swing 58 %', params: { percent: 58, way: 'swing' } },
    { label: 'Swing 62 %', params: { percent: 62, way: 'swing' } },
    { label: 'Swing 66 %', params: { percent: 66, way: 'swing' } },
  ],
  curve:
    ({ percent, way }) =>
    (along) =>
      (way === 'swing' ? swungTime : straightTime)(along * 2 * DRAWN, DRAWN, percent) / (2 * DRAWN),
  run: ({ notes }, { percent, at, way }, context) => {
    const { numerator, denominator } = gridOfAmount(at, context);
    const bent = (tick: number) => (way === 'swing' ? swungTime : straightTime)(tick, numerator / denominator, percent);
    return { notes: percent === STRAIGHT ? notes : notes.map((note) => withBentTime(note, bent)) };
  },
});

/** A step as the curve is worked out, in ticks. */
const DRAWN = 1000;

function withBentTime(note: Note, bent: (tick: number) => number): Note {
  const start = bent(note.start);
  const length = Math.max(1, bent(note.start + note.length) - start);
  return start === note.start && length === note.length ? note : { ...note, start, length };
}
