import type { Note } from '../../model/entities';
import { TICKS_PER_QUARTER } from '../../time';
import { SWUNG } from './last-boat-home-drums';
import { chord, type Stroke } from './notation';

/** Up into the note from two semitones below, in half a beat. */
export const SLIDE: NonNullable<Note['bend']> = [
  { tick: 0, cents: -200, shape: 'smooth' },
  { tick: TICKS_PER_QUARTER / 2, cents: 0, shape: 'smooth' },
];

/** The second time everyone boards, the bass walks between the chords and the keys answer it off the beat. */
export const BASS_BOARDING_2: readonly Stroke[] = [
  [0, 31, 1, 108],
  [1 + SWUNG, 38, 1 / 3, 78],
  [2 + SWUNG, 31, 2 / 3, 90],
  [3 + SWUNG, 34, 1 / 3, 86],
  [4, 36, 1, 106],
  [5 + SWUNG, 43, 1 / 3, 76],
  [6 + SWUNG, 36, 2 / 3, 88],
  [7, 38, 2 / 3, 82],
  [7 + SWUNG, 40, 1 / 3, 84],
  [8, 31, 1.5, 110],
  [9 + SWUNG, 43, 1 / 3, 80],
  [10 + SWUNG, 38, 2 / 3, 92],
  [11 + SWUNG, 36, 1 / 3, 84],
  [12, 41, 1, 106, { bend: SLIDE }],
  [13 + SWUNG, 36, 2 / 3, 86],
  [14 + SWUNG, 41, 1 / 3, 80],
  [15, 38, 2 / 3, 90],
  [15 + SWUNG, 33, 1 / 3, 86],
];

export const KEYS_BOARDING_2: readonly Stroke[] = [
  ...chord(SWUNG, [58, 62, 65, 69], 1, 88),
  ...chord(2 + SWUNG, [57, 62, 65, 70], 1, 80),
  ...chord(4 + SWUNG, [58, 62, 64, 69], 1, 86),
  ...chord(6 + SWUNG, [58, 62, 64, 67], 1, 78),
  ...chord(8, [58, 62, 65, 69], 2 / 3, 92),
  ...chord(9 + SWUNG, [60, 62, 65, 70], 1, 82),
  ...chord(11 + SWUNG, [58, 62, 65], 1 / 3, 74),
  ...chord(12, [57, 60, 64, 67], 1.5, 90),
  ...chord(14 + SWUNG, [57, 60, 64, 69], 1, 84),
];
