import { kitRows, soundById, type KitSound } from '../audio';
import { emptyDocument, sorted, type Document } from '../model/document';
import type { Id, Note, Pattern, Placement, Song, Track } from '../model/entities';
import { barTicks, COMMON_TIME, TICKS_PER_QUARTER } from '../time';

/** [beat from 0, pitch, length in beats, velocity]. Beats may be any fraction that is a whole number of ticks. */
type Stroke = readonly [beat: number, pitch: number, beats: number, velocity: number, more?: More];

/** When it sounds, where that is not simply every time, and how. A group goes by a name here. */
type More = Pick<Note, 'chance' | 'passes' | 'roll' | 'pan' | 'bend' | 'oneOf' | 'share'>;

/** Where the second of two swung eighths falls in its beat. */
const SWUNG = 2 / 3;
const SONG_BARS = 8;

function every(beats: readonly number[], pitch: number, length: number, velocity: (index: number) => number): Stroke[] {
  return beats.map((beat, index) => [beat, pitch, length, velocity(index)]);
}

const EIGHT_BEATS = [0, 1, 2, 3, 4, 5, 6, 7];

/** A shaker that goes round every five swung eighths, against the bars. */
const SHAKER = 70;
const SHAKER_ROUND = Math.round((5 / 3) * TICKS_PER_QUARTER);

/** Two bars: a walking swing, with five toms in the space of a beat at the turn. */
const DECK_DRUMS: readonly Stroke[] = [
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

/** Up into the note from two semitones below, in half a beat. */
const SLIDE: NonNullable<Note['bend']> = [
  { tick: 0, cents: -200, shape: 'smooth' },
  { tick: TICKS_PER_QUARTER / 2, cents: 0, shape: 'smooth' },
];

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

function chord(beat: number, pitches: readonly number[], beats: number, velocity: number): Stroke[] {
  return pitches.map((pitch, index) => [beat, pitch, beats, velocity - 4 * index]);
}

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
  ...chord(12, [45, 53, 60], 3.5, 64),
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

const PARTS = [
  { name: 'Deck Drums', soundId: 'quay-kit', bars: 2, levelDb: 0, pan: 0, symbol: 'disc', strokes: DECK_DRUMS },
  { name: 'Bilge Bass', soundId: 'round-bass', bars: 4, levelDb: -1, pan: 0, symbol: 'block', strokes: BILGE_BASS },
  { name: 'Lamp Keys', soundId: 'lamp-keys', bars: 4, levelDb: -3, pan: -0.2, symbol: 'wedge', strokes: LAMP_KEYS },
  { name: 'Fog Pad', soundId: 'fog-pad', bars: 4, levelDb: -5, pan: 0, symbol: 'arch', strokes: FOG_PAD },
  { name: 'Buoy Bells', soundId: 'buoy-bells', bars: 4, levelDb: -3, pan: 0.35, symbol: 'ring', strokes: BUOY_BELLS },
] as const;

interface MadePart {
  readonly track: Track;
  readonly pattern: Pattern;
  readonly placement: Placement;
  readonly notes: readonly Note[];
}

function makePart(part: (typeof PARTS)[number], order: number, songId: Id, newId: () => Id, groupId: (name: string) => Id): MadePart {
  const sound = soundById(part.soundId, 'drums');
  const isDrums = sound.kind === 'drums';
  const length = part.bars * barTicks(COMMON_TIME);
  const track: Track = {
    id: newId(),
    songId,
    order,
    name: part.name,
    kind: sound.kind,
    colour: order,
    symbol: part.symbol,
    soundId: part.soundId,
    levelDb: part.levelDb,
    pan: part.pan,
    muted: false,
    soloed: false,
    rows: isDrums ? kitRows(sound as KitSound) : [],
  };
  const rowLengths = isDrums ? { rowLengths: [{ pitch: SHAKER, length: SHAKER_ROUND }] } : {};
  const pattern: Pattern = { id: newId(), songId, name: part.name, length, ...rowLengths };
  const placed = { start: 0, length: SONG_BARS * barTicks(COMMON_TIME), offset: 0, muted: false };
  const placement: Placement = { id: newId(), songId, trackId: track.id, patternId: pattern.id, ...placed };
  const notes = part.strokes.map(([beat, pitch, beats, velocity, more]): Note => ({
    id: newId(),
    patternId: pattern.id,
    pitch,
    velocity,
    ...more,
    ...(more?.oneOf === undefined ? {} : { oneOf: groupId(more.oneOf) }),
    start: Math.round(beat * TICKS_PER_QUARTER),
    length: Math.round(beats * TICKS_PER_QUARTER),
  }));
  return { track, pattern, placement, notes };
}

/** "Last Boat Home", the song a newcomer meets: 92 bpm, swung, G dorian, written for this demo. */
export function demoSong(newId: () => Id): Document {
  const song: Song = {
    id: newId(),
    name: 'Last Boat Home',
    key: { tonic: 'G', scale: 'dorian' },
    seed: 2207,
    tempos: [{ tick: 0, bpm: 92 }],
    meters: [{ tick: 0, ...COMMON_TIME, denominator: 4 }],
  };
  const groups = new Map<string, Id>();
  const groupId = (name: string) => groups.get(name) ?? groups.set(name, newId()).get(name)!;
  const made = PARTS.map((part, order) => makePart(part, order, song.id, newId, groupId));
  return sorted({
    ...emptyDocument(song),
    tracks: made.map(({ track }) => track),
    patterns: made.map(({ pattern }) => pattern),
    placements: made.map(({ placement }) => placement),
    notes: Object.fromEntries(made.map(({ pattern, notes }) => [pattern.id, notes])),
  });
}
