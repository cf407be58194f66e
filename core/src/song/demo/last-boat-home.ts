import { COMMON_TIME } from '../../time';
import { BASS_BOARDING_2, KEYS_BOARDING_2, SLIDE } from './last-boat-home-again';
import { DECK_DRUMS, DRUMS_SLACK, DRUMS_TURN, LAMPS_LIT, SHAKEN, SWUNG, TOMS, TURNED } from './last-boat-home-drums';
import { chord, type Play, type Stroke, type WrittenSong } from './notation';

/** Four bars under Gm7, C7, Gm7, F. */
const BILGE_BASS: readonly Stroke[] = [
  [0, 31, 1.5, 108],
  [1 + SWUNG, 31, 1 / 3, 76],
  [2 + SWUNG, 38, 1, 92],
  [3 + SWUNG, 34, 1 / 3, 84],
  [4, 36, 1.5, 106],
  [5 + SWUNG, 36, 1 / 3, 74],
  [6 + SWUNG, 43, 1, 90],
  [7 + SWUNG, 34, 1 / 3, 82],
  [8, 31, 1.5, 108],
  [9 + SWUNG, 31, 1 / 3, 76],
  [10 + SWUNG, 38, 2 / 3, 92],
  [11 + SWUNG, 40, 1 / 3, 86],
  [12, 41, 1.5, 106, { bend: SLIDE }],
  [13 + SWUNG, 36, 1, 88],
  [15, 38, 1 / 3, 92],
  [15 + 1 / 3, 36, 1 / 3, 84],
  [15 + SWUNG, 33, 1 / 3, 88],
];

const LAMP_KEYS: readonly Stroke[] = [
  ...chord(0, [58, 62, 65, 69], 1.5, 92),
  ...chord(1 + SWUNG, [58, 62, 65, 69], 1 / 3, 70),
  ...chord(3, [58, 62, 65], 1 / 2, 78),
  ...chord(4, [58, 62, 64, 69], 1.5, 90),
  ...chord(5 + SWUNG, [58, 62, 64, 69], 1 / 3, 68),
  ...chord(7 + SWUNG, [58, 62, 64], 1 / 3, 80),
  ...chord(8, [58, 62, 65, 69], 1.5, 92),
  ...chord(9 + SWUNG, [58, 62, 65, 69], 1 / 3, 70),
  ...chord(11, [60, 65, 69], 1 / 2, 78),
  ...chord(12, [57, 60, 64, 67], 2, 90),
  ...chord(14 + SWUNG, [57, 60, 64], 1 / 3, 72),
  ...chord(15 + SWUNG, [54, 60, 64], 1 / 3, 84),
];

/** Long chords under everything, a voice moving by step at each change. */
const FOG_PAD: readonly Stroke[] = [
  ...chord(0, [46, 53, 62], 4, 66),
  ...chord(4, [48, 52, 58], 4, 62),
  ...chord(8, [46, 53, 62], 4, 66),
  ...chord(12, [53, 57, 60], 3.5, 64),
];

/** Sparse calls, an answer that is one of two, then five even bells across the whole of bar 4, from left to right. */
const BUOY_BELLS: readonly Stroke[] = [
  [1, 74, 1, 76],
  [1 + SWUNG, 77, 2, 84],
  [6, 76, 1, 70],
  [6 + SWUNG, 74, 1 + 1 / 3, 80],
  [8 + SWUNG, 86, 1, 58, { chance: 50 }],
  [9, 79, 1, 82, { passes: { of: 2, mask: 2 } }],
  [10 + SWUNG, 77, 1, 72, { oneOf: 'answer', share: 2 }],
  [10 + SWUNG, 84, 1, 66, { oneOf: 'answer' }],
  ...[74, 77, 79, 81, 84].map((pitch, step): Stroke => [
    12 + (step * 4) / 5,
    pitch,
    4 / 5,
    62 + step * 7,
    step === 2 ? {} : { pan: (step - 2) / 4 },
  ]),
];

/** A hair apart from below, as a hand lays down a chord: in beats. */
const HAIR = 1 / 80;

/** A chord of the crossing: its top voice leads. */
function rolled(beat: number, pitches: readonly number[], beats: number): Stroke[] {
  return pitches.map((pitch, index) => [beat + index * HAIR, pitch, beats - index * HAIR, [78, 74, 76, 92][index]!]);
}

/** Bbmaj9, C7, Am7, D9: out on the water, with the fourth bar leading back to G. */
const KEYS_CROSSING: readonly Stroke[] = [
  ...rolled(0, [57, 60, 62, 65], 1.5),
  ...rolled(1 + SWUNG, [57, 60, 62, 65], 1),
  ...rolled(4, [58, 60, 64, 67], 1.5),
  ...rolled(5 + SWUNG, [58, 60, 64, 67], 1),
  ...rolled(8, [55, 60, 64, 67], 1.5),
  ...rolled(9 + SWUNG, [55, 60, 64, 67], 1),
  ...rolled(12, [54, 60, 64, 69], 2),
  ...rolled(14 + SWUNG, [54, 60, 64, 69], 1 / 3),
  ...rolled(15 + SWUNG, [53, 58, 62, 69], 1 / 3),
];

const BASS_CROSSING: readonly Stroke[] = [
  [0, 34, 1.5, 106],
  [1 + SWUNG, 34, 1 / 3, 74],
  [2 + SWUNG, 41, 1, 90],
  [4, 36, 1.5, 106],
  [5 + SWUNG, 36, 1 / 3, 74],
  [6 + SWUNG, 43, 1, 90],
  [8, 33, 1.5, 106],
  [9 + SWUNG, 33, 1 / 3, 74],
  [10 + SWUNG, 40, 1, 90],
  [12, 38, 1.5, 108],
  [13 + SWUNG, 38, 1 / 3, 76],
  [14 + SWUNG, 36, 1 / 3, 84],
  [15, 33, 2 / 3, 88],
  [15 + SWUNG, 32, 1 / 3, 80],
];

const PAD_CROSSING: readonly Stroke[] = [
  ...chord(0, [46, 53, 62], 4, 64),
  ...chord(4, [48, 55, 64], 4, 62),
  ...chord(8, [45, 52, 60], 4, 64),
  ...chord(12, [45, 50, 60], 3.5, 66),
];

/** A hook of three and its answer. */
const BELLS_CROSSING: readonly Stroke[] = [
  [SWUNG, 74, 1 / 3, 78],
  [1, 77, 2 / 3, 82],
  [1 + SWUNG, 79, 2, 88],
  [8 + SWUNG, 81, 1 / 3, 80],
  [9, 79, 2 / 3, 78],
  [9 + SWUNG, 76, 2, 84],
  [14, 86, 2, 60, { chance: 60 }],
];

/** The boat ties up: one long chord, and the bells go out. */
const ENDING = {
  drums: [
    [0, 36, 1 / 2, 108],
    [0, 49, 2, 88],
    [0, 42, 1 / 3, 80],
  ],
  bass: [[0, 31, 6, 104]],
  keys: [...rolled(0, [58, 62, 65, 69], 6), ...rolled(8, [57, 62, 65, 72], 7)],
  pad: chord(0, [46, 53, 62], 14, 62),
  bells: [74, 77, 79, 81, 86].map((pitch, step): Stroke => [
    1 + step * 2,
    pitch,
    3,
    78 - step * 9,
    step === 2 ? {} : { pan: (step - 2) / 4 },
  ]),
} satisfies Record<string, readonly Stroke[]>;

/** A chord where the first bar begins and one where the last does, laid down softly. */
const KEYS_LAMPS: readonly Stroke[] = [...softly(rolled(0, [58, 62, 65, 69], 4)), ...softly(rolled(12, [57, 60, 64, 67], 3.5))];

/** The crossing's chords, a bar each. */
const KEYS_SLACK: readonly Stroke[] = [
  ...softly(rolled(0, [57, 60, 62, 65], 4)),
  ...softly(rolled(4, [58, 60, 64, 67], 3.5)),
  ...softly(rolled(8, [55, 60, 64, 67], 4)),
  ...softly(rolled(12, [54, 60, 64, 69], 3.5)),
];

const BELLS_LAMPS: readonly Stroke[] = [
  [4, 86, 2, 62],
  [12, 84, 1, 58],
  [12 + SWUNG, 81, 2, 66],
];

const BASS_SLACK: readonly Stroke[] = [
  [0, 34, 3.5, 92],
  [4, 36, 3.5, 90],
  [8, 33, 3.5, 88],
  [12, 38, 3, 94],
  [15 + SWUNG, 36, 1 / 3, 80],
];

/** The hook again, an octave wider, with one of two endings. */
const BELLS_CROSSING_2: readonly Stroke[] = [
  ...BELLS_CROSSING.filter(([beat]) => beat < 14),
  [4 + SWUNG, 86, 1, 66],
  [12 + SWUNG, 84, 1, 74, { oneOf: 'landing', share: 2 }],
  [12 + SWUNG, 89, 1, 70, { oneOf: 'landing' }],
  ...[74, 77, 79, 81, 84].map((pitch, step): Stroke => [14 + (step * 2) / 5, pitch, 2 / 5, 60 + step * 6, { pan: (step - 2) / 4 }]),
];

function softly(strokes: readonly Stroke[]): Stroke[] {
  return strokes.map(([beat, pitch, beats, velocity]) => [beat, pitch, beats, Math.round(velocity * 0.78)]);
}

/** Six bars of the walk and two that turn it round. */
const WALKED: readonly Play[] = [
  ['Deck Drums', 6],
  ['The turn', 2],
];

/** The verse: everyone with what they are named for. */
const BOARDING = {
  'Deck Drums': WALKED,
  'Bilge Bass': [['Bilge Bass', 8]],
  'Lamp Keys': [['Lamp Keys', 8]],
  'Fog Pad': [['Fog Pad', 8]],
  'Buoy Bells': [['Buoy Bells', 8]],
} satisfies Record<string, readonly Play[]>;

/** The chorus: out on the water. */
const CROSSING = {
  'Deck Drums': WALKED,
  'Bilge Bass': [['Bass, crossing', 8]],
  'Lamp Keys': [['Keys, crossing', 8]],
  'Fog Pad': [['Pad, crossing', 8]],
  'Buoy Bells': [['Bells, crossing', 8]],
} satisfies Record<string, readonly Play[]>;

/** "Last Boat Home", the song a newcomer meets: 92 bpm, swung, G dorian, written for this demo. */
export const LAST_BOAT_HOME: WrittenSong = {
  name: 'Last Boat Home',
  bpm: 92,
  meter: { ...COMMON_TIME, denominator: 4 },
  key: { tonic: 'G', scale: 'dorian' },
  seed: 2207,
  tracks: [
    {
      name: 'Deck Drums',
      soundId: 'quay-kit',
      levelDb: -1.3,
      pan: 0,
      symbol: 'disc',
      patterns: {
        'Deck Drums': { bars: 2, strokes: DECK_DRUMS, ...SHAKEN },
        'The turn': { bars: 2, strokes: DRUMS_TURN },
        'Drums, lamps lit': { bars: 4, strokes: LAMPS_LIT, ...SHAKEN },
        'Drums, slack water': { bars: 4, strokes: DRUMS_SLACK, ...SHAKEN },
        'Drums, tied up': { bars: 4, strokes: ENDING.drums },
      },
    },
    {
      name: 'Bilge Bass',
      soundId: 'round-bass',
      levelDb: 0,
      pan: 0,
      symbol: 'block',
      patterns: {
        'Bilge Bass': { bars: 4, strokes: BILGE_BASS },
        'Bass, boarding again': { bars: 4, strokes: BASS_BOARDING_2 },
        'Bass, crossing': { bars: 4, strokes: BASS_CROSSING },
        'Bass, slack water': { bars: 4, strokes: BASS_SLACK },
        'Bass, tied up': { bars: 4, strokes: ENDING.bass },
      },
    },
    {
      name: 'Lamp Keys',
      soundId: 'lamp-keys',
      levelDb: 2,
      pan: -0.4,
      symbol: 'wedge',
      patterns: {
        'Lamp Keys': { bars: 4, strokes: LAMP_KEYS },
        'Keys, crossing': { bars: 4, strokes: KEYS_CROSSING },
        'Keys, boarding again': { bars: 4, strokes: KEYS_BOARDING_2 },
        'Keys, lamps lit': { bars: 4, strokes: KEYS_LAMPS },
        'Keys, slack water': { bars: 4, strokes: KEYS_SLACK },
        'Keys, tied up': { bars: 4, strokes: ENDING.keys },
      },
    },
    {
      name: 'Fog Pad',
      soundId: 'fog-pad',
      levelDb: 5,
      pan: 0.0,
      symbol: 'arch',
      patterns: {
        'Fog Pad': { bars: 4, strokes: FOG_PAD },
        'Pad, crossing': { bars: 4, strokes: PAD_CROSSING },
        'Pad, tied up': { bars: 4, strokes: ENDING.pad },
      },
    },
    {
      name: 'Buoy Bells',
      soundId: 'buoy-bells',
      levelDb: 6,
      pan: 0.5,
      symbol: 'ring',
      patterns: {
        'Buoy Bells': { bars: 4, strokes: BUOY_BELLS },
        'Bells, crossing': { bars: 4, strokes: BELLS_CROSSING },
        'Bells, crossing again': { bars: 4, strokes: BELLS_CROSSING_2 },
        'Bells, lamps lit': { bars: 4, strokes: BELLS_LAMPS },
        'Bells, tied up': { bars: 4, strokes: ENDING.bells },
      },
    },
    {
      name: 'Harbour Toms',
      soundId: 'hold-kit',
      levelDb: -2,
      pan: 0.3,
      symbol: 'kite',
      patterns: { Toms: { bars: 2, strokes: TOMS } },
    },
  ],
  sections: [
    {
      name: 'Lamps lit',
      bars: 4,
      plays: {
        'Deck Drums': [['Drums, lamps lit', 4]],
        'Lamp Keys': [['Keys, lamps lit', 4]],
        'Fog Pad': [['Fog Pad', 4]],
        'Buoy Bells': [['Bells, lamps lit', 4]],
      },
    },
    { name: 'Boarding', bars: 8, plays: BOARDING },
    { name: 'Crossing', bars: 8, plays: CROSSING },
    {
      name: 'Boarding 2',
      bars: 8,
      plays: {
        ...BOARDING,
        'Bilge Bass': [['Bass, boarding again', 8]],
        'Lamp Keys': [['Keys, boarding again', 8]],
        'Harbour Toms': [
          ['Toms', 4],
          ['Toms', 4, TURNED],
        ],
      },
    },
    {
      name: 'Slack water',
      bars: 4,
      plays: {
        'Deck Drums': [['Drums, slack water', 4]],
        'Bilge Bass': [['Bass, slack water', 4]],
        'Lamp Keys': [['Keys, slack water', 4]],
        'Fog Pad': [['Pad, crossing', 4]],
      },
    },
    {
      name: 'Crossing 2',
      bars: 8,
      plays: { ...CROSSING, 'Buoy Bells': [['Bells, crossing again', 8]], 'Harbour Toms': [['Toms', 8, TURNED]] },
    },
    {
      name: 'Tied up',
      bars: 4,
      plays: {
        'Deck Drums': [['Drums, tied up', 4]],
        'Bilge Bass': [['Bass, tied up', 4]],
        'Lamp Keys': [['Keys, tied up', 4]],
        'Fog Pad': [['Pad, tied up', 4]],
        'Buoy Bells': [['Bells, tied up', 4]],
      },
    },
  ],
};
