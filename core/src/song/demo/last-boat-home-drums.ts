import { every, type Stroke } from './notation';

/** Where the second of two swung eighths falls in its beat. */
export const SWUNG = 2 / 3;

const EIGHT_BEATS = [0, 1, 2, 3, 4, 5, 6, 7];

/** A shaker that goes round every five swung eighths, against the bars. */
const SHAKER = 70;

const SHAKER_ROUND = 5 / 3;

/** Two bars: a walking swing, with five toms in the space of a beat at the turn. */
export const DECK_DRUMS: readonly Stroke[] = [
  ...every(EIGHT_BEATS, 42, 1 / 3, (index) => (index % 2 ? 84 : 98)),
  ...every(
    [0, 1, 2, 4, 5, 6].map((beat) => beat + SWUNG),
    42,
    1 / 3,
    (index) => (index % 2 ? 58 : 66),
  ),
  ...every([0, 1 + SWUNG, 2 + SWUNG, 4, 5 + SWUNG], 36, 1 / 2, (index) => [112, 84, 100, 110, 92][index]!),
  ...every([1, 3, 5, 7], 38, 1 / 2, (index) => [104, 108, 104, 110][index]!),
  [2 + 1 / 3, 38, 1 / 6, 34, { chance: 60 }],
  [6 + 1 / 3, 38, 1 / 6, 34, { chance: 40 }],
  [0, 49, 1, 74, { passes: { of: 4, mask: 1 } }],
  [3 + SWUNG, 42, 1 / 3, 62, { roll: { hits: 3, shape: 'rising' } }],
  ...every([3 + SWUNG], 46, 1 / 3, () => 78),
  [0, SHAKER, 1 / 3, 46],
  [1, SHAKER, 1 / 3, 34],
  ...[0, 1, 2, 3, 4].map((step): Stroke => [7 + step / 5, step < 3 ? 50 : 45, 1 / 5, 70 + step * 8]),
];

/** The turn back: two bars of the walk, the last without a kick, and seven in a beat on the snare. */
export const DRUMS_TURN: readonly Stroke[] = [
  ...DECK_DRUMS.filter(([beat, pitch]) => pitch !== SHAKER && beat < 4),
  ...every([4, 5, 6], 42, 1 / 3, (index) => [96, 82, 94][index]!),
  ...every([4 + SWUNG, 5 + SWUNG], 42, 1 / 3, () => 60),
  [5, 38, 1 / 2, 106],
  ...[0, 1, 2, 3, 4, 5, 6].map((step): Stroke => [7 + step / 7, 38, 1 / 7, 48 + step * 9]),
];

/** Before anyone boards: the shaker alone, a rim that finds the backbeat, and the toms that bring the rest in. */
export const LAMPS_LIT: readonly Stroke[] = [
  [0, SHAKER, 1 / 3, 50],
  [1, SHAKER, 1 / 3, 36],
  ...every([9, 11, 13], 37, 1 / 3, (index) => 52 + 10 * index),
  ...[0, 1, 2, 3, 4].map((step): Stroke => [15 + step / 5, step < 3 ? 50 : 45, 1 / 5, 60 + step * 9]),
];

/** Half time on the ebb: a low drum, a rim, and what the shaker does anyway. */
export const DRUMS_SLACK: readonly Stroke[] = [
  [0, SHAKER, 1 / 3, 44],
  [1, SHAKER, 1 / 3, 32],
  ...every([0, 8], 36, 1, () => 92),
  ...every([2, 6, 10, 14], 37, 1 / 3, () => 62),
  ...[0, 1, 2, 3, 4, 5, 6].map((step): Stroke => [15 + step / 7, 38, 1 / 7, 36 + step * 10]),
];

/** A figure for the toms in three against two; a linked copy of it is turned on by one swung eighth. */
export const TOMS: readonly Stroke[] = [
  ...every([0, 2 / 3, 4 / 3], 45, 1 / 3, (index) => [96, 70, 82][index]!),
  ...every([8 / 3, 10 / 3], 50, 1 / 3, (index) => [90, 66][index]!),
  ...every([4, 5], 43, 2 / 3, (index) => [100, 76][index]!),
  [6 + SWUNG, 50, 1 / 3, 72, { chance: 70 }],
  [7 + SWUNG, 45, 1 / 3, 84],
];

/** On by one swung eighth. */
export const TURNED = { count: 1, unit: '1/8 triplet' } as const;

export const SHAKEN = { rows: [[SHAKER, SHAKER_ROUND]] } as const;
