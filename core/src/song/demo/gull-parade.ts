import { COMMON_TIME } from '../../time';
import { chord, every, hits, later, type Stroke, type WrittenSong } from './notation';

const KICK = 36;
const SNARE = 38;
const CLAP = 39;
const HAT = 42;
const OPEN_HAT = 46;
const CRASH = 49;
const TAMBOURINE = 54;

/** Nothing but a hat that waits. */
const SILENCE: readonly Stroke[] = [[2.5, HAT, 1 / 4, 40, { chance: 60 }]];
const HATS: readonly Stroke[] = every(hits('..x. ..x. ..x. ..xx'), HAT, 1 / 4, (index) => 60 + index * 6);
const LAST_STROKE: readonly Stroke[] = [
  [0, KICK, 1, 112],
  [0, CRASH, 2, 100],
  [0, CLAP, 1, 84],
];

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

/** Where the plucks breathe, in two bars. */
const PLUCKED = ['xxx. xxxx x.xx .xx.', 'x.xx .xxx xx.x xx..'] as const;

/** Three notes over and over in sixteenths: against four beats, each bar begins on another of them. */
const PLUCKS: readonly Stroke[] = CHORDS.flatMap((pitches, bar) =>
  hits(PLUCKED[bar % 2]!).map((beat): Stroke => {
    const step = beat * 4;
    const turn = (step + bar) % 3;
    // The top of three leads, harder on a beat; what falls between is light.
    const velocity = 56 + (turn === 0 ? 22 : turn === 1 ? 8 : 0) + (step % 4 === 0 ? 14 : step % 2 === 0 ? 4 : 0);
    return [bar * 4 + beat, pitches[turn]! + 12, 1 / 4, velocity];
  }),
);

/** The call, and its answer: the same figure a third higher, which then climbs in fives. */
const LEAD: readonly Stroke[] = [
  [0, 74, 1, 96],
  [1, 77, 1 / 2, 88],
  [1.5, 76, 1 / 2, 84],
  [2, 74, 1.5, 94],
  [4, 74, 1 / 2, 90],
  [4.5, 72, 1 / 2, 84],
  [5, 70, 2, 92],
  [8, 77, 1, 96],
  [9, 81, 1 / 2, 90],
  [9.5, 79, 1 / 2, 84],
  [10, 77, 1.5, 92],
  ...[67, 69, 72, 74, 76].map((pitch, step): Stroke => [12 + (step * 2) / 5, pitch, 2 / 5, 78 + step * 5]),
  [14, 79, 1.5, 100],
];

/** Seven on the snare in the space of the last two beats, louder and louder. */
const ROLL_IN: readonly Stroke[] = [
  ...every(hits('x... x... x... x...'), KICK, 1 / 4, (index) => 108 - 8 * index),
  ...every(hits('.... x...'), CLAP, 1 / 4, () => 96),
  ...[0, 1, 2, 3, 4, 5, 6].map((step): Stroke => [2 + (step * 2) / 7, SNARE, 2 / 7, 46 + step * 10]),
];

/** Opens a chorus: the cymbal, once, over the march. */
const ARRIVAL: readonly Stroke[] = [[0, CRASH, 2, 96], ...PARADE];

/** Half time: the band has stopped, and two drums walk on. */
const CORNER: readonly Stroke[] = [
  ...every([0, 2.75], KICK, 1 / 2, (index) => [104, 84][index]!),
  [2, SNARE, 1 / 2, 96],
  ...every(hits('x.x. x.x. x.x. x.x.'), HAT, 1 / 4, (index) => (index % 4 === 0 ? 66 : 44)),
  [3.5, OPEN_HAT, 1 / 2, 56, { chance: 50 }],
];

/** Round the corner the chords turn another way: G minor, B flat, F, A. */
const CORNER_ROOTS = [31, 34, 41, 33] as const;

const PAD_CORNER: readonly Stroke[] = [
  [62, 67, 70],
  [62, 65, 70],
  [60, 65, 69],
  [61, 64, 69],
].flatMap((pitches, bar) => chord(bar * 4, pitches, 3.75, 62));

/** Long notes under the corner, the last one climbing back. */
const BASS_CORNER: readonly Stroke[] = [
  ...CORNER_ROOTS.flatMap((root, bar): Stroke[] => [
    [bar * 4, root, 2.5, 96],
    ...(bar < 3 ? [[bar * 4 + 3, root + 7, 3 / 4, 76] as const] : []),
  ]),
  ...[33, 37, 40, 43].map((pitch, step): Stroke => [15 + step / 4, pitch, 1 / 4, 78 + step * 6]),
];

/** The answer alone, an octave down and slow, with one of two ends. */
const LEAD_CORNER: readonly Stroke[] = [
  [0, 62, 3, 84],
  [4, 65, 1.5, 80],
  [5.5, 62, 2, 78],
  [8, 60, 3, 84],
  [12, 64, 2, 82, { oneOf: 'end', share: 2 }],
  [12, 67, 2, 82, { oneOf: 'end' }],
];

/** The second chorus's addition to the call: a third above its long notes. */
const LEAD_TOGETHER: readonly Stroke[] = [...LEAD, [2, 77, 1.5, 70], [5, 74, 2, 68], [10, 81, 1.5, 70], [14, 76, 1.5, 76]];

const PAD_AND_PLUCKS = { 'Fog Pad': [['Pad', 8]], 'Rope Plucks': [['Plucks', 8]] } as const;
const INTRO = {
  ...PAD_AND_PLUCKS,
  'Parade Kit': [
    ['Silence', 4],
    ['Hats', 3],
    ['Roll in', 1],
  ],
} as const;
const VERSE = {
  ...PAD_AND_PLUCKS,
  'Parade Kit': [
    ['March', 7],
    ['Fill', 1],
  ],
  'Anchor Bass': [['Bass', 8]],
} as const;
const VERSE_2 = {
  ...VERSE,
  'Rope Plucks': [['Plucks', 8, { count: 3, unit: '1/16' }]],
  'Parade Kit': [
    ['March', 3],
    ['Fill', 1],
    ['March', 3],
    ['Roll in', 1],
  ],
} as const;
const CHORUS = {
  ...VERSE,
  'Parade Kit': [
    ['Arrival', 1],
    ['Parade', 6],
    ['Fill', 1],
  ],
  'Gull Lead': [['Call and answer', 8]],
} as const;
const CORNER_TURN = {
  'Parade Kit': [
    ['Corner', 7],
    ['Roll in', 1],
  ],
  'Anchor Bass': [['Bass, corner', 8]],
  'Fog Pad': [['Pad, corner', 8]],
  'Gull Lead': [['Answer, alone', 8]],
} as const;

/** "Gull Parade": 134 bpm, D minor, straight ahead; verse and chorus come twice, linked, the second time with the plucks turned by three sixteenths. */
export const GULL_PARADE: WrittenSong = {
  name: 'Gull Parade',
  bpm: 134,
  meter: { ...COMMON_TIME, denominator: 4 },
  key: { tonic: 'D', scale: 'minor' },
  seed: 1340,
  tracks: [
    {
      name: 'Parade Kit',
      soundId: 'tin-kit',
      levelDb: 1.5,
      pan: 0,
      symbol: 'disc',
      patterns: {
        March: { bars: 1, strokes: MARCH },
        Parade: { bars: 1, strokes: PARADE },
        Fill: { bars: 1, strokes: FILL },
        'Roll in': { bars: 1, strokes: ROLL_IN },
        Arrival: { bars: 1, strokes: ARRIVAL },
        Corner: { bars: 1, strokes: CORNER },
        Hats: { bars: 1, strokes: HATS },
        Silence: { bars: 1, strokes: SILENCE },
        'Last stroke': { bars: 4, strokes: LAST_STROKE },
      },
    },
    {
      name: 'Anchor Bass',
      soundId: 'pump-bass',
      levelDb: 4.5,
      pan: 0,
      symbol: 'block',
      patterns: {
        Bass: { bars: 4, strokes: BASS },
        'Bass, corner': { bars: 4, strokes: BASS_CORNER },
        'Bass, last': { bars: 4, strokes: [[0, 38, 8, 104]] },
      },
    },
    {
      name: 'Rope Plucks',
      soundId: 'spray-pluck',
      levelDb: 3,
      pan: -0.7,
      symbol: 'kite',
      patterns: { Plucks: { bars: 4, strokes: PLUCKS } },
    },
    {
      name: 'Fog Pad',
      soundId: 'horizon-pad',
      levelDb: 6,
      pan: 0.15,
      symbol: 'arch',
      patterns: {
        Pad: { bars: 4, strokes: PAD },
        'Pad, corner': { bars: 4, strokes: PAD_CORNER },
        'Pad, last': { bars: 4, strokes: chord(0, [50, 57, 62, 65], 12, 64) },
      },
    },
    {
      name: 'Gull Lead',
      soundId: 'flare-lead',
      levelDb: 5,
      pan: 0.45,
      symbol: 'wedge',
      setting: { width: 0.25 },
      patterns: {
        'Call and answer': { bars: 4, strokes: LEAD },
        'Call, together': { bars: 4, strokes: LEAD_TOGETHER },
        'Answer, alone': { bars: 4, strokes: LEAD_CORNER },
      },
    },
  ],
  sections: [
    { name: 'Intro', bars: 8, plays: INTRO },
    { name: 'Verse', bars: 8, plays: VERSE },
    { name: 'Chorus', bars: 8, plays: CHORUS },
    { name: 'Verse 2', bars: 8, plays: VERSE_2 },
    { name: 'Round the corner', bars: 8, plays: CORNER_TURN },
    { name: 'Chorus 2', bars: 8, plays: { ...CHORUS, 'Gull Lead': [['Call, together', 8]] } },
    {
      name: 'Ending',
      bars: 4,
      plays: { 'Anchor Bass': [['Bass, last', 4]], 'Fog Pad': [['Pad, last', 4]], 'Parade Kit': [['Last stroke', 4]] },
    },
  ],
};
