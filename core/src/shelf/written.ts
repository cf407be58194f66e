import type { KeyChoice } from '../model/entities';
import { classOf, stepsOfScale } from '../theory';
import { most, TICKS_PER_QUARTER } from '../time';
import type { PhraseNote, PhrasePart, PhraseRole, ShelfPhrase } from './phrase';

/** How loud a hit or a note is by its mark. */
const HIT_VELOCITIES: Readonly<Record<string, number>> = { X: 118, x: 98, o: 72, g: 38 };
const PLAIN = 92;
const ACCENTED = 114;
const SOFT = 68;

/** Drum rows by a letter: the keys of General MIDI. */
const DRUM_KEYS: Readonly<Record<string, readonly [key: number, name: string]>> = {
  K: [36, 'Kick'],
  S: [38, 'Snare'],
  R: [37, 'Side stick'],
  C: [39, 'Clap'],
  H: [42, 'Closed hat'],
  P: [44, 'Pedal hat'],
  O: [46, 'Open hat'],
  L: [43, 'Low tom'],
  M: [45, 'Mid tom'],
  I: [50, 'High tom'],
  B: [49, 'Crash'],
  Y: [51, 'Ride'],
  T: [54, 'Tambourine'],
  W: [56, 'Cowbell'],
  A: [70, 'Shaker'],
};

interface Written {
  readonly name: string;
  readonly tags: string;
  readonly bpm: number;
  /** The sound of a new track for it. */
  readonly sound: string;
  /** Steps of a bar of four quarters: 16, or 12 for triplets. */
  readonly steps?: 16 | 12;
}

export interface WrittenDrums extends Written {
  /** Absent means drums. */
  readonly role?: PhraseRole;
  /** A line of marks for each row: "X" accented, "x" plain, "o" softer, "g" a ghost, "." none, "|" between bars. */
  readonly rows: Readonly<Partial<Record<keyof typeof DRUM_KEYS, string>>>;
}

export interface WrittenLine extends Written {
  readonly role: PhraseRole;
  readonly key: readonly [tonic: string, scale: string];
  /** The octave of its tonic, as in C4. */
  readonly octave: number;
  /** Words with spaces between: degrees of the scale from 1, "'" an octave up and "," down, "+" between those of a chord, "-" a rest, ":n" how many
   *  steps, "!" accented, "?" soft, "|" between bars. */
  readonly line: string;
  /** How much of its steps each note lasts, 0..1. */
  readonly held?: number;
}

/** Writes phrases of pitches that are for one thing, their tonic in one octave where nothing else is said. */
export function lineMaker(role: PhraseRole, octave: number) {
  return (
    name: string,
    tags: string,
    bpm: number,
    key: WrittenLine['key'],
    sound: string,
    line: string,
    more: Partial<WrittenLine> = {},
  ): WrittenLine => ({ name, tags, bpm, key, sound, line, role, octave, ...more });
}

const BAR = 4 * TICKS_PER_QUARTER;
const COMMON_METER = { numerator: 4, denominator: 4 } as const;

/** A drum phrase out of its rows of marks. */
export function drumPhrase({ rows, steps = 16, sound, tags, role = 'drums', ...rest }: WrittenDrums): ShelfPhrase {
  const step = BAR / steps;
  const lines = Object.entries(rows).map(([letter, marks]) => ({ letter, marks: marks!.replaceAll('|', '') }));
  const notes = lines.flatMap(({ letter, marks }) =>
    [...marks].flatMap((mark, at) => {
      const velocity = HIT_VELOCITIES[mark];
      return velocity === undefined ? [] : [{ start: at * step, length: step, pitch: DRUM_KEYS[letter]![0], velocity }];
    }),
  );
  const named = lines.map(({ letter }) => ({ pitch: DRUM_KEYS[letter]![0], name: DRUM_KEYS[letter]![1] }));
  const length = most(lines.map(({ marks }) => marks.length)) * step;
  return phraseOf(
    { ...rest, role, tags: wordsOf(tags), length },
    { name: rest.name, kind: 'drums', sound: { soundId: sound }, rows: named, notes: numbered(notes) },
  );
}

/** A phrase of pitches out of its words. */
export function linePhrase({ key, octave, line, held = 1, steps = 16, sound, tags, ...rest }: WrittenLine): ShelfPhrase {
  const step = BAR / steps;
  const choice: KeyChoice = { tonic: key[0], scale: key[1] };
  const scale = stepsOfScale(choice.scale)!;
  const tonic = 12 * (octave + 1) + classOf(choice.tonic);
  let at = 0;
  const notes: Omit<PhraseNote, 'id'>[] = [];
  for (const word of line.split(/\s+/).filter((each) => each && each !== '|')) {
    const [, what, count, mark] = /^(.+?)(?::(\d+))?([!?]?)$/.exec(word)!;
    const length = Number(count ?? 1) * step;
    const velocity = mark === '!' ? ACCENTED : mark === '?' ? SOFT : PLAIN;
    if (what !== '-')
      for (const degree of what!.split('+')) {
        const pitch = pitchOf(degree, scale, tonic);
        notes.push({ start: at, length: Math.round(length * held), pitch, velocity });
      }
    at += length;
  }
  const part: PhrasePart = { name: rest.name, kind: 'pitched', sound: { soundId: sound }, rows: [], notes: numbered(notes) };
  return phraseOf({ ...rest, tags: wordsOf(tags), key: choice, length: at }, part);
}

function pitchOf(degree: string, scale: readonly number[], tonic: number): number {
  const [, number, marks] = /^(\d+)([',]*)$/.exec(degree)!;
  const at = Number(number) - 1;
  const octaves = [...marks!].reduce((sum, mark) => sum + (mark === "'" ? 1 : -1), Math.floor(at / scale.length));
  return tonic + scale[at % scale.length]! + 12 * octaves;
}

function wordsOf(tags: string): string[] {
  return tags.split(' ').filter(Boolean);
}

function numbered(notes: readonly Omit<PhraseNote, 'id'>[]): PhraseNote[] {
  return notes.toSorted((a, b) => a.start - b.start || a.pitch - b.pitch).map((note, index) => ({ id: `n${index}`, ...note }));
}

function phraseOf(of: Omit<ShelfPhrase, 'meter' | 'parts' | 'at'>, part: PhrasePart): ShelfPhrase {
  return { ...of, meter: COMMON_METER, parts: [part], at: 0 };
}
