import { seededRandom } from '../chance/random';
import { clamp } from '../time';

/** A note of a phrase: times in beats from its beginning. */
interface PhraseBeat {
  readonly at: number;
  readonly length: number;
  readonly pitch: number;
  readonly velocity: number;
}

/** A phrase that the simulated device can play. */
export interface SimulatedPhrase {
  readonly name: string;
  readonly isForKit: boolean;
  readonly beats: number;
  readonly notes: readonly PhraseBeat[];
  /** Beats at which the pedal goes down and up. */
  readonly pedal?: readonly (readonly [down: number, up: number])[];
  /** A slow bend up and back: where it begins, and how long it takes, in beats. */
  readonly bend?: readonly [at: number, length: number];
}

const hits = (pitch: number, velocity: number, ...beats: readonly number[]): PhraseBeat[] =>
  beats.map((at) => ({ at, length: 0.2, pitch, velocity }));
const line = (length: number, velocity: number, ...pitches: readonly number[]): PhraseBeat[] =>
  pitches.map((pitch, index) => ({ at: index * length, length: length * 0.9, pitch, velocity: velocity + (index % 2 ? -10 : 6) }));
const chordAt = (at: number, length: number, ...pitches: readonly number[]): PhraseBeat[] =>
  pitches.map((pitch, index) => ({ at, length, pitch, velocity: 84 + index * 4 }));

/** The phrases it can play, each two bars of 4/4. */
export const SIMULATED_PHRASES: readonly SimulatedPhrase[] = [
  { name: 'Kick on the beats', isForKit: true, beats: 8, notes: hits(36, 108, 0, 1, 2, 3, 4, 5, 6, 7) },
  { name: 'Snare on two and four', isForKit: true, beats: 8, notes: hits(38, 104, 1, 3, 5, 7) },
  {
    name: 'Hats in eighths',
    isForKit: true,
    beats: 8,
    notes: Array.from({ length: 16 }, (_, index) => hits(42, index % 2 ? 72 : 96, index / 2)[0]!),
  },
  {
    name: 'A line in eighths',
    isForKit: false,
    beats: 8,
    notes: line(0.5, 90, 60, 62, 63, 67, 65, 63, 62, 58, 60, 62, 63, 70, 67, 65, 63, 62),
  },
  {
    name: 'Four chords with pedal',
    isForKit: false,
    beats: 8,
    notes: [...chordAt(0, 1.2, 60, 63, 67), ...chordAt(2, 1.2, 56, 60, 63), ...chordAt(4, 1.2, 58, 62, 65), ...chordAt(6, 1.2, 55, 58, 62)],
    pedal: [
      [0.1, 1.9],
      [2.1, 3.9],
      [4.1, 5.9],
      [6.1, 7.9],
    ],
  },
  { name: 'Long notes, bent', isForKit: false, beats: 8, notes: line(2, 92, 48, 51, 55, 53), bend: [4.2, 1.5] },
];

/** How much a simulated player is a person. */
export interface Human {
  /** Most notes are off by less than this, in milliseconds, 0..60. */
  readonly timingMs: number;
  /** Most velocities are off by less than this, 0..40. */
  readonly velocity: number;
  /** Percent of notes that go wrong: left out, or a neighbour struck, 0..50. */
  readonly mistakes: number;
  readonly seed: number;
}

/** A MIDI message, and when it is sent, in milliseconds. */
export interface SentMessage {
  readonly at: number;
  readonly bytes: readonly number[];
}

/** The messages of one time through a phrase on channel 1, in the order of time; `msAt` says when a beat is. The same for the same seed. */
export function simulatedMessages(phrase: SimulatedPhrase, human: Human, msAt: (beat: number) => number): readonly SentMessage[] {
  const random = seededRandom(human.seed);
  // Three throws added up: most are near the middle, few are far off.
  const spread = (most: number) => ((random() + random() + random()) / 1.5 - 1) * most;
  const messages = phrase.notes.flatMap(({ at, length, pitch, velocity }): SentMessage[] => {
    const late = spread(human.timingMs);
    const struck = clamp(Math.round(velocity + spread(human.velocity)), 1, 127);
    const isWrong = random() * 100 < human.mistakes;
    if (isWrong && random() < 0.5) return [];
    const key = clamp(isWrong ? pitch + (random() < 0.5 ? -1 : 1) : pitch, 0, 127);
    const on = msAt(at) + late;
    const off = Math.max(on + 15, msAt(at + length) + late);
    return [
      { at: on, bytes: [0x90, key, struck] },
      { at: off, bytes: [0x80, key, 64] },
    ];
  });
  for (const [down, up] of phrase.pedal ?? [])
    messages.push({ at: msAt(down), bytes: [0xb0, 64, 127] }, { at: msAt(up), bytes: [0xb0, 64, 0] });
  if (phrase.bend) for (const message of bendMessages(phrase.bend, msAt)) messages.push(message);
  return messages.sort((a, b) => a.at - b.at);
}

const BEND_STEPS = 24;

function bendMessages([at, length]: readonly [number, number], msAt: (beat: number) => number): SentMessage[] {
  return Array.from({ length: BEND_STEPS + 1 }, (_, step) => {
    const along = step / BEND_STEPS;
    const value = 8192 + Math.round(8191 * (along < 0.5 ? 2 * along : 2 - 2 * along));
    return { at: msAt(at + length * along), bytes: [0xe0, value & 127, value >> 7] };
  });
}
