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
  ...every([E, 3.5 * E, 6.5 * E], SNARE, E / 2, (index) => [30, 38, 26][index]!),
  ...every(
    [0, 1, 2, 3, 4, 5, 6].map((step) => step * E),
    HAT,
    E,
    (index) => [90, 54, 80, 62, 86, 48, 66][index]!,
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

/** Seven notes for the bar out of each chord, up and down again; in its second bar they begin two eighths on. */
const RIPPLES = [
  [64, 67, 71, 76, 71, 67, 66],
  [67, 71, 74, 79, 74, 71, 69],
  [64, 69, 72, 76, 72, 69, 67],
  [64, 67, 72, 76, 72, 67, 67],
] as const;

const PLUCKS: readonly Stroke[] = RIPPLES.flatMap((ripple, index) =>
  [0, 2].flatMap((turn, bar) =>
    ripple.map((_, step): Stroke => [
      (index * 2 + bar) * BAR + step * E,
      ripple[(step + turn) % ripple.length]!,
      E,
      [92, 60, 84, 66, 88, 56, 70][step]! - 6 * bar,
    ]),
  ),
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

/** The first half of it alone, as from afar, at the first high water. */
const CALL_AFAR: readonly Stroke[] = CALL.filter(([beat]) => beat < 4 * BAR).flatMap(([beat, pitch, beats, velocity]) => [
  [beat, pitch, beats, velocity - 18],
  ...(beat < 2 * BAR ? [[beat + 4 * BAR, pitch + (pitch === 71 ? 1 : 0), beats, velocity - 24] as const] : []),
]);

/** The bells' answer while the water falls. */
const BELLS_FALLING: readonly Stroke[] = [
  [2 * E, 83, 3 * E, 66],
  [BAR + E, 79, 4 * E, 72],
  [2 * BAR + 2 * E, 83, 3 * E, 64],
  [3 * BAR, 74, 5 * E, 74],
  [4 * BAR + 2 * E, 84, 3 * E, 66],
  [5 * BAR + E, 81, 4 * E, 70],
  [6 * BAR + E, 79, 3 * E, 68],
  [7 * BAR, 76, 6 * E, 76],
];

/** The water stands still: the bells go up and stay, over one chord that slows. */
const ENDING = {
  bass: [
    [0, 40, 2 * E, 96],
    [4 * E, 47, 3 * E, 80],
    [BAR, 40, 2 * E, 88],
    [BAR + 4 * E, 45, 3 * E, 82],
    [2 * BAR, 36, 7 * E, 90],
    [3 * BAR, 40, 7 * E, 98],
  ],
  keys: [
    ...chord(0, [59, 64, 67], 7 * E, 78),
    ...chord(BAR, [60, 64, 69], 7 * E, 72),
    ...chord(2 * BAR, [60, 64, 67], 7 * E, 76),
    ...chord(3 * BAR, [59, 64, 67, 71], 7 * E, 84),
  ],
  swell: [
    ...chord(0, [52, 59, 64], BAR - E / 4, 66),
    ...chord(BAR, [57, 60, 64], BAR - E / 4, 62),
    ...chord(2 * BAR, [48, 55, 64], BAR - E / 4, 66),
    ...chord(3 * BAR, [52, 59, 64], BAR, 70),
  ],
  bells: [
    [0, 76, 4 * E, 76],
    [BAR, 81, 4 * E, 70],
    [2 * BAR, 79, 3 * E, 72],
    [2 * BAR + 4 * E, 83, 3 * E, 66],
    [3 * BAR, 88, 7 * E, 74],
  ],
} satisfies Record<string, readonly Stroke[]>;

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
  tempos: [
    [49, 102],
    [50, 94],
    [50 + 4 / 7, 86],
    [51, 76],
    [51 + 2 / 7, 66],
  ],
  meter: { numerator: 7, denominator: 8 },
  key: { tonic: 'E', scale: 'minor' },
  seed: 708,
  tracks: [
    {
      name: 'Harbour Kit',
      soundId: 'cargo-kit',
      levelDb: -1,
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
      levelDb: 3.5,
      pan: 0,
      symbol: 'block',
      patterns: { Keel: { bars: 8, strokes: KEEL }, 'Keel, last': { bars: 4, strokes: ENDING.bass } },
    },
    {
      name: 'Rope Plucks',
      soundId: 'oar-strings',
      levelDb: 2.5,
      pan: -0.5,
      symbol: 'kite',
      patterns: { Ripple: { bars: 8, strokes: PLUCKS } },
    },
    {
      name: 'Lamp Keys',
      soundId: 'lamp-keys',
      levelDb: 3.5,
      pan: 0.4,
      symbol: 'wedge',
      patterns: { Keys: { bars: 8, strokes: KEYS }, 'Keys, last': { bars: 4, strokes: ENDING.keys } },
    },
    {
      name: 'Buoy Bells',
      soundId: 'buoy-bells',
      levelDb: 6,
      pan: 0.5,
      symbol: 'ring',
      patterns: {
        Bells: { bars: 9 / 7, strokes: BELLS },
        'Bells, falling': { bars: 8, strokes: BELLS_FALLING },
        'Bells, last': { bars: 4, strokes: ENDING.bells },
      },
    },
    {
      name: 'Swell',
      soundId: 'tide-pad',
      levelDb: 4.5,
      pan: 0,
      symbol: 'arch',
      patterns: { Swell: { bars: 8, strokes: SWELL }, 'Swell, last': { bars: 4, strokes: ENDING.swell } },
    },
    {
      name: 'Gull Call',
      soundId: 'siren-lead',
      levelDb: 5,
      pan: -0.2,
      symbol: 'cross',
      patterns: { Call: { bars: 8, strokes: CALL }, 'Call, afar': { bars: 8, strokes: CALL_AFAR } },
    },
  ],
  sections: [
    { name: 'Low water', bars: 8, plays: LOW },
    { name: 'Rising', bars: 8, plays: RISING },
    { name: 'High water', bars: 8, plays: { ...HIGH, 'Gull Call': [['Call, afar', 8]] } },
    {
      name: 'Falling',
      bars: 8,
      plays: { ...RISING, 'Buoy Bells': [['Bells, falling', 8]], Swell: [['Swell', 8]] },
    },
    { name: 'High water 2', bars: 8, plays: { ...HIGH, 'Gull Call': [['Call', 8]] } },
    { name: 'Low water 2', bars: 8, plays: { ...LOW, Swell: [['Swell', 8]] } },
    {
      name: 'Ending',
      bars: 4,
      plays: {
        'Keel Bass': [['Keel, last', 4]],
        'Lamp Keys': [['Keys, last', 4]],
        'Buoy Bells': [['Bells, last', 4]],
        Swell: [['Swell, last', 4]],
        'Harbour Kit': [['Mudflats', 3]],
      },
    },
  ],
};
