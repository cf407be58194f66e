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

const LOW = { 'Harbour Kit': [['Mudflats', 8]], 'Rope Plucks': [['Ripple', 8]], 'Buoy Bells': [['Bells', 8]] } as const;
const RISING = { ...LOW, 'Harbour Kit': [['Clockwork', 8]], 'Keel Bass': [['Keel', 8]] } as const;

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
      soundId: 'quay-kit',
      levelDb: 0,
      pan: 0,
      symbol: 'disc',
      patterns: { Clockwork: { bars: 1, strokes: CLOCKWORK, rows: ROWS }, Mudflats: { bars: 1, strokes: MUDFLATS, rows: ROWS } },
    },
    {
      name: 'Keel Bass',
      soundId: 'round-bass',
      levelDb: -1,
      pan: 0,
      symbol: 'block',
      patterns: { Keel: { bars: 8, strokes: KEEL }, 'Keel, last': { bars: 4, strokes: [[0, 40, 3 * BAR, 100]] } },
    },
    {
      name: 'Rope Plucks',
      soundId: 'rope-pluck',
      levelDb: -3,
      pan: -0.25,
      symbol: 'kite',
      patterns: { Ripple: { bars: 4, strokes: PLUCKS } },
    },
    {
      name: 'Lamp Keys',
      soundId: 'lamp-keys',
      levelDb: -4,
      pan: 0.15,
      symbol: 'wedge',
      patterns: { Keys: { bars: 8, strokes: KEYS }, 'Keys, last': { bars: 4, strokes: chord(0, [59, 64, 67, 71], 3 * BAR, 80) } },
    },
    {
      name: 'Buoy Bells',
      soundId: 'buoy-bells',
      levelDb: -4,
      pan: 0.35,
      symbol: 'ring',
      patterns: { Bells: { bars: 9 / 7, strokes: BELLS } },
    },
  ],
  sections: [
    { name: 'Low water', bars: 8, plays: LOW },
    { name: 'Rising', bars: 8, plays: RISING },
    { name: 'High water', bars: 8, plays: { ...RISING, 'Lamp Keys': [['Keys', 8]] } },
    { name: 'Falling', bars: 8, plays: RISING },
    { name: 'Low water 2', bars: 8, plays: LOW },
    { name: 'Ending', bars: 4, plays: { 'Keel Bass': [['Keel, last', 4]], 'Lamp Keys': [['Keys, last', 4]] } },
  ],
};
