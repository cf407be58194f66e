import { COMMON_NAMES, type Key } from './keys';

/** How pitches are called: the names of the twelve pitch classes, and the octave that MIDI key 60 is said to be in. */
export interface Naming {
  readonly names: readonly string[];
  readonly middleOctave: number;
}

export const COMMON_NAMING: Naming = { names: COMMON_NAMES, middleOctave: 4 };

export function namingIn(key: Key | null, middleOctave = COMMON_NAMING.middleOctave): Naming {
  return { names: key?.names ?? COMMON_NAMES, middleOctave };
}

/** Name and octave of a MIDI key; 60 is C4 unless said otherwise. The octave is that of the letter: 59 spelled C♭ is C♭4. */
export function pitchName(pitch: number, { names, middleOctave }: Naming = COMMON_NAMING): string {
  const name = names[pitch % 12]!;
  const shift = [...name.slice(1)].reduce((sum, sign) => sum + (sign === '♯' ? 1 : -1), 0);
  return `${name}${Math.floor((pitch - shift) / 12) - 5 + middleOctave}`;
}

const LETTERS: Readonly<Record<string, number>> = { C: 0, D: 2, E: 4, F: 5, G: 7, A: 9, B: 11 };

/** A typed pitch read: its class counted from C of its octave (below 0 for C♭), and the octave where one was typed. */
export interface TypedPitch {
  readonly fromC: number;
  readonly octave: number | null;
}

/** Reads "c", "F#3", "B♭-1"; null where it is no note's name. */
export function readPitchName(text: string): TypedPitch | null {
  const match = /^([a-gA-G])([#♯]{0,2}|[b♭]{0,2})(-?\d+)?$/.exec(text);
  if (!match) return null;
  const [, letter, signs, octave] = match;
  const shift = [...signs!].reduce((sum, sign) => sum + (sign === '#' || sign === '♯' ? 1 : -1), 0);
  return { fromC: LETTERS[letter!.toUpperCase()]! + shift, octave: octave === undefined ? null : Number(octave) };
}

/** MIDI key of a typed pitch in `octave`; outside 0..127 where there is no such key. */
export function pitchIn({ fromC }: TypedPitch, octave: number, { middleOctave }: Naming = COMMON_NAMING): number {
  return 60 + (octave - middleOctave) * 12 + fromC;
}
