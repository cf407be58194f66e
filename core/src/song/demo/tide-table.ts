import { chord, every, later, type Stroke, type WrittenSong } from './notation';

/** Times here are in quarters; an eighth is half of one, and a bar has seven of them: two, two and three. */
const E = 1 / 2;
const BAR = 7 * E;

const KICK = 36;
const SNARE = 38;
const HAT = 42;
const SHAKER = 70;
const WOOD = 76;

/** The feet of the bar are firm; what is shaken goes round every five eighths, the wood every four: all meet again after 140 eighths. */
const CLOCKWORK: readonly Stroke[] = [
  ...every([0, 4 * E], KICK, E, (index) => [112, 100][index]!),
  [6 * E + E / 2, KICK, E / 2, 70, { chance: 50 }],
  ...every([2 * E, 5 * E], SNARE, E, (index) => [100, 92][index]!),
  ...every(
    [0, 1, 2, 3, 4, 5, 6].map((step) => step * E),
    HAT,
    E,
    (index) => ([0, 2, 4].includes(index) ? 88 : 60),
  ),
  ...every([0, 2 * E, 3 * E], SHAKER, E, (index) => [78, 56, 64][index]!),
  ...every([E], WOOD, E, () => 66),
];

/** Low water: only what goes round by itself. */
const MUDFLATS: readonly Stroke[] = CLOCKWORK.filter(([, pitch]) => pitch === SHAKER || pitch === WOOD);

const ROWS = [
  [SHAKER, 5 * E],
  [WOOD, 4 * E],
] as const;

/** E, G, A, C: two bars each over the eight. */
const ROOTS = [40, 43, 45, 36] as const;

const KEEL: readonly Stroke[] = ROOTS.flatMap((root, index) =>
  [0, 1].flatMap((bar) =>
    later(
      [
        [0, root, 2 * E, 104],
        [2 * E, root, E, 78],
        [4 * E, root + 7, 2 * E, 94],
        [6 * E, bar ? root + 10 : root + 7, E, 82],
      ],
      (index * 2 + bar) * BAR,
    ),
  ),
);

/** Seven notes that fit the bar, then the same turned by two eighths. */
const RIPPLE = [64, 67, 71, 74, 71, 69, 67];
const turned = (by: number) => RIPPLE.map((_, step) => RIPPLE[(step + by) % RIPPLE.length]!);

const PLUCKS: readonly Stroke[] = [0, 2, 0, 4].flatMap((turn, bar) =>
  turned(turn).map((pitch, step): Stroke => [bar * BAR + step * E, pitch, E, [0, 2, 4].includes(step) ? 92 : 66]),
);

const KEYS: readonly Stroke[] = [
  [59, 64, 67],
  [59, 62, 67],
  [60, 64, 69],
  [60, 64, 67],
].flatMap((pitches, index) => [
  ...chord(index * 2 * BAR, pitches, 4 * E, 80),
  ...chord(index * 2 * BAR + 4 * E, pitches, 3 * E, 70),
  ...chord((index * 2 + 1) * BAR, pitches, 6 * E, 76),
]);

/** Nine eighths long against the seven: the tide is never at the same place. */
const BELLS: readonly Stroke[] = [
  [0, 76, 2 * E, 82],
  [3 * E, 79, 2 * E, 74],
  [5 * E, 83, 3 * E, 70, { oneOf: 'high', share: 2 }],
  [5 * E, 86, 3 * E, 66, { oneOf: 'high' }],
];

/** The last bar of a rise: the feet stop, and nine on the low and high drums lead over the bar line. */
const OVER: readonly Stroke[] = [
  [0, KICK, E, 108],
  ...MUDFLATS,
  ...[45, 45, 45, 50, 50, 50, 43, 43, 43].map((pitch, step): Stroke => [2 * E + (step * 5 * E) / 9, pitch, E / 2, 60 + step * 6]),
];

/** High water: the bar struck open, a cymbal once in four times, claps on the long foot. */
const FLOOD: readonly Stroke[] = [...CLOCKWORK, [0, 49, 2 * E, 84, { passes: { of: 4, mask: 1 } }], [5 * E, 39, E, 84], [3 * E, 46, E, 66]];

/** A line over the high water, two bars each, that never begins on the first eighth. */
const CALL: readonly Stroke[] = [
  [E, 71, 3 * E, 92],
  [4 * E, 74, 3 * E, 86],
  [BAR + E, 76, 5 * E, 94],
  [2 * BAR + E, 74, 3 * E, 88],
  [2 * BAR + 4 * E, 71, 2 * E, 82],
  [3 * BAR, 67, 6 * E, 90],
  [4 * BAR + E, 72, 3 * E, 92],
  [4 * BAR + 4 * E, 76, 3 * E, 90],
  [5 * BAR + E, 79, 5 * E, 98],
  [6 * BAR + E, 78, 2 * E, 90, { oneOf: 'turn', share: 2 }],
  [6 * BAR + E, 83, 2 * E, 90, { oneOf: 'turn' }],
  [6 * BAR + 3 * E, 76, 4 * E, 86],
  [7 * BAR, 74, 4 * E, 84],
];

/** Long breaths under it all. */
const SWELL: readonly Stroke[] = [
  [52, 59, 64],
  [55, 59, 62],
  [57, 60, 64],
  [48, 55, 64],
].flatMap((pitches, index) => chord(index * 2 * BAR, pitches, 2 * BAR - E / 4, 70));

const LOW = { 'Harbour Kit': [['Mudflats', 8]], 'Rope Plucks': [['Ripple', 8]], 'Buoy Bells': [['Bells', 8]] } as const;
const RISING = {
  ...LOW,
  'Harbour Kit': [
    ['Clockwork', 7],
    ['Over the bar', 1],
  ],
  'Keel Bass': [['Keel', 8]],
} as const;
const HIGH = {
  ...RISING,
  'Harbour Kit': [
    ['Flood', 7],
    ['Over the bar', 1],
  ],
  'Lamp Keys': [['Keys', 8]],
  Swell: [['Swell', 8]],
} as const;

/** "Tide Table": 7/8 at 108, E minor, with rows of unequal lengths. */
export const TIDE_TABLE: WrittenSong = {
  name: 'Tide Table',
  bpm: 108,
  meter: { numerator: 7, denominator: 8 },
  key: { tonic: 'E', scale: 'minor' },
  seed: 708,
  tracks: [
    {
      name: 'Harbour Kit',
      soundId: 'cargo-kit',
      levelDb: 6,
      pan: 0,
      symbol: 'disc',
      patterns: {
        Clockwork: { bars: 1, strokes: CLOCKWORK, rows: ROWS },
        Mudflats: { bars: 1, strokes: MUDFLATS, rows: ROWS },
        Flood: { bars: 1, strokes: FLOOD, rows: ROWS },
        'Over the bar': { bars: 1, strokes: OVER, rows: ROWS },
      },
    },
    {
      name: 'Keel Bass',
      soundId: 'hull-bass',
      levelDb: 5.5,
      pan: 0,
      symbol: 'block',
      patterns: { Keel: { bars: 8, strokes: KEEL }, 'Keel, last': { bars: 4, strokes: [[0, 40, 3 * BAR, 100]] } },
    },
    {
      name: 'Rope Plucks',
      soundId: 'oar-strings',
      levelDb: 6,
      pan: -0.5,
      symbol: 'kite',
      patterns: { Ripple: { bars: 4, strokes: PLUCKS } },
    },
    {
      name: 'Lamp Keys',
      soundId: 'lamp-keys',
      levelDb: 5.5,
      pan: 0.4,
      symbol: 'wedge',
      patterns: { Keys: { bars: 8, strokes: KEYS }, 'Keys, last': { bars: 4, strokes: chord(0, [59, 64, 67, 71], 3 * BAR, 80) } },
    },
    {
      name: 'Buoy Bells',
      soundId: 'buoy-bells',
      levelDb: 6,
      pan: 0.5,
      symbol: 'ring',
      patterns: { Bells: { bars: 9 / 7, strokes: BELLS } },
    },
    {
      name: 'Swell',
      soundId: 'tide-pad',
      levelDb: 6,
      pan: 0,
      symbol: 'arch',
      patterns: { Swell: { bars: 8, strokes: SWELL } },
    },
    {
      name: 'Gull Call',
      soundId: 'siren-lead',
      levelDb: 5,
      pan: -0.2,
      symbol: 'cross',
      patterns: { Call: { bars: 8, strokes: CALL } },
    },
  ],
  sections: [
    { name: 'Low water', bars: 8, plays: LOW },
    { name: 'Rising', bars: 8, plays: RISING },
    { name: 'High water', bars: 8, plays: HIGH },
    {
      name: 'Falling',
      bars: 8,
      plays: { ...RISING, 'Rope Plucks': [['Ripple', 8, { count: 2, unit: '1/8' }]], Swell: [['Swell', 8]] },
    },
    { name: 'High water 2', bars: 8, plays: { ...HIGH, 'Gull Call': [['Call', 8]] } },
    { name: 'Low water 2', bars: 8, plays: { ...LOW, Swell: [['Swell', 8]] } },
    {
      name: 'Ending',
      bars: 4,
      plays: { 'Keel Bass': [['Keel, last', 4]], 'Lamp Keys': [['Keys, last', 4]], 'Harbour Kit': [['Mudflats', 2]] },
    },
  ],
};
