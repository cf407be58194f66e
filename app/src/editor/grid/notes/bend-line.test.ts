import { ladderOf, rowsAbove } from './bend-line';

const rowsOf = (pitches: number[]) => pitches.map((pitch) => ({ pitch }));
/** C major from C5 down to G3, as rows of the scale. */
const SCALE = [72, 71, 69, 67, 65, 64, 62, 60, 59, 57, 55];

it('a bend climbs to the row of its pitch, whether or not the rows between are shown', () => {
  const ladder = ladderOf(rowsOf(SCALE));
  // From C4: D is the next row, C sharp half way to it, G four rows up; G3 three down.
  expect([2, 1, 7, -5, 12].map((semitones) => rowsAbove(ladder, 60, semitones))).toEqual([1, 0.5, 4, -3, 7]);
  // Beyond the rows shown, a row is a semitone.
  expect([14, -7].map((semitones) => rowsAbove(ladder, 60, semitones))).toEqual([9, -5]);
});

it('where every row is shown, and among drums, a row is a semitone', () => {
  const every = ladderOf(rowsOf([64, 63, 62, 61, 60]));
  const drums = ladderOf(rowsOf([49, 42, 46, 38, 36]));
  expect([rowsAbove(every, 61, 1.5), rowsAbove(drums, 38, -2)]).toEqual([1.5, -2]);
});
