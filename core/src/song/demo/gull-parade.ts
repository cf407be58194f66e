import { COMMON_TIME } from '../../time';
import { chord, every, later, type Stroke, type WrittenSong } from './notation';

/** Beats of a bar in sixteenths, where an `x` stands. */
function hits(figure: string): number[] {
  return [...figure.replace(/ /g, '')].flatMap((sign, step) => (sign === 'x' ? [step / 4] : []));
}

const KICK = 36;
const SNARE = 38;
const CLAP = 39;
const HAT = 42;
const OPEN_HAT = 46;
const TAMBOURINE = 54;

/** One bar: a kick on every beat, the hats between, a late kick now and then. */
const MARCH: readonly Stroke[] = [
  ...every(hits('x... x... x... x...'), KICK, 1 / 4, (index) => [112, 100, 108, 100][index]!),
  [3.75, KICK, 1 / 4, 78, { chance: 40 }],
  ...every(hits('..x. ..x. ..x. ..x.'), HAT, 1 / 4, (index) => [92, 84, 90, 80][index]!),
  ...every(hits('x... x... x... x...'), HAT, 1 / 4, () => 58),
  ...every(hits('.... x... .... x...'), CLAP, 1 / 4, () => 98),
  [3.5, OPEN_HAT, 1 / 2, 74, { passes: { of: 4, mask: 8 } }],
];

/** The chorus adds a tambourine and a snare that answers the clap. */
const PARADE: readonly Stroke[] = [
  ...MARCH,
  ...every(hits('xxxx xxxx xxxx xxxx'), TAMBOURINE, 1 / 4, (index) => (index % 4 === 2 ? 72 : 44)),
  ...every(hits('.... .... ..x. .x..'), SNARE, 1 / 4, () => 66),
];

/** Half a bar of triplets over the toms leads out of every eight. */
const FILL: readonly Stroke[] = [
  ...every(hits('x... x...'), KICK, 1 / 4, () => 108),
  ...every(hits('.... x...'), CLAP, 1 / 4, () => 98),
  ...[50, 50, 45, 45, 43, 43].map((pitch, step): Stroke => [2 + step / 3, pitch, 1 / 3, 82 + step * 6]),
];

/** D, B flat, F, C: a bar each. */
const ROOTS = [38, 34, 41, 36] as const;

const BASS: readonly Stroke[] = ROOTS.flatMap((root, bar) =>
  later([...every(hits('..x. ..x. ..x. ..x.'), root, 3 / 8, (index) => [98, 92, 98, 88][index]!), [3.75, root + 12, 1 / 4, 74]], bar * 4),
);

const CHORDS = [
  [62, 65, 69],
  [62, 65, 70],
  [60, 65, 69],
  [60, 64, 67],
] as const;

const PAD: readonly Stroke[] = CHORDS.flatMap((pitches, bar) => chord(bar * 4, pitches, 3.75, 66));

/** Three notes over and over in sixteenths: against four beats, each bar begins on another of them. */
const PLUCKS: readonly Stroke[] = CHORDS.flatMap((pitches, bar) =>
  Array.from({ length: 16 }, (_, step): Stroke => [
    bar * 4 + step / 4,
    pitches[(step + bar) % 3]! + 12,
    1 / 4,
    (step + bar) % 3 === 0 ? 88 : 62,
  ]),
);

/** The call, and an answer that climbs in fives. */
const LEAD: readonly Stroke[] = [
  [0, 74, 1, 96],
  [1, 77, 1 / 2, 88],
  [1.5, 76, 1 / 2, 84],
  [2, 74, 1.5, 94],
  [4, 74, 1 / 2, 90],
  [4.5, 72, 1 / 2, 84],
  [5, 70, 2, 92],
  [8, 72, 1, 96],
  [9, 77, 1.5, 92],
  [10.5, 76, 1 / 2, 82],
  [11, 74, 1, 86],
  ...[67, 69, 72, 74, 76].map((pitch, step): Stroke => [12 + (step * 2) / 5, pitch, 2 / 5, 78 + step * 5]),
  [14, 79, 1.5, 100],
];

const QUIET = { 'Fog Pad': [['Pad', 8]], 'Rope Plucks': [['Plucks', 8]] } as const;
const VERSE = {
  ...QUIET,
  'Parade Kit': [
    ['March', 7],
    ['Fill', 1],
  ],
  'Anchor Bass': [['Bass', 8]],
} as const;
const CHORUS = {
  ...VERSE,
  'Parade Kit': [
    ['Parade', 7],
    ['Fill', 1],
  ],
  'Gull Lead': [['Call and answer', 8]],
} as const;

/** "Gull Parade": 134 bpm, D minor, straight ahead; verse and chorus come twice, linked. */
export const GULL_PARADE: WrittenSong = {
  name: 'Gull Parade',
  bpm: 134,
  meter: { ...COMMON_TIME, denominator: 4 },
  key: { tonic: 'D', scale: 'minor' },
  seed: 1340,
  tracks: [
    {
      name: 'Parade Kit',
      soundId: 'quay-kit',
      levelDb: 0,
      pan: 0,
      symbol: 'disc',
      patterns: { March: { bars: 1, strokes: MARCH }, Parade: { bars: 1, strokes: PARADE }, Fill: { bars: 1, strokes: FILL } },
    },
    {
      name: 'Anchor Bass',
      soundId: 'round-bass',
      levelDb: -1,
      pan: 0,
      symbol: 'block',
      patterns: { Bass: { bars: 4, strokes: BASS }, 'Bass, last': { bars: 4, strokes: [[0, 38, 8, 104]] } },
    },
    {
      name: 'Rope Plucks',
      soundId: 'rope-pluck',
      levelDb: -4,
      pan: -0.3,
      symbol: 'kite',
      patterns: { Plucks: { bars: 4, strokes: PLUCKS } },
    },
    {
      name: 'Fog Pad',
      soundId: 'fog-pad',
      levelDb: -6,
      pan: 0.1,
      symbol: 'arch',
      patterns: { Pad: { bars: 4, strokes: PAD }, 'Pad, last': { bars: 4, strokes: chord(0, [50, 57, 62, 65], 12, 64) } },
    },
    {
      name: 'Gull Lead',
      soundId: 'gull-lead',
      levelDb: -4,
      pan: 0.2,
      symbol: 'wedge',
      patterns: { 'Call and answer': { bars: 4, strokes: LEAD } },
    },
  ],
  sections: [
    { name: 'Intro', bars: 8, plays: QUIET },
    { name: 'Verse', bars: 8, plays: VERSE },
    { name: 'Chorus', bars: 8, plays: CHORUS },
    { name: 'Verse 2', bars: 8, plays: VERSE },
    { name: 'Chorus 2', bars: 8, plays: CHORUS },
    { name: 'Ending', bars: 4, plays: { 'Anchor Bass': [['Bass, last', 4]], 'Fog Pad': [['Pad, last', 4]], 'Parade Kit': [['Fill', 1]] } },
  ],
};
