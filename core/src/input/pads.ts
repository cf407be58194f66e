import type { Track } from '../model/entities';
import { drumName } from '../model/drums';
import { isBlackKey } from '../model/names';
import { chordPrinted, chordsOfKey, classOf, pitchName, type Key, type Naming } from '../theory';
import { voiced, type VoicingSettings } from '../notes/voicing';

/** The layout a pitched sound is played on: every key of two octaves, the notes of the scale alone, or the chords of the key. */
export const PAD_KINDS = ['keys', 'scale', 'chords'] as const;
export type PadKind = (typeof PAD_KINDS)[number];

/** A pad or key on the screen. */
export interface Pad {
  readonly pitches: readonly number[];
  readonly name: string;
  /** The degree, or the function of a chord. */
  readonly under?: string;
  /** The place of its letter on a computer's keyboard, as `KeyboardEvent.code` names it; null where there is none for it. */
  readonly code: string | null;
  /** Where it stands in its row, and how wide, counted in half keys; rows of pads of one width leave it out. */
  readonly at?: readonly [from: number, width: number];
}

/** Pads in rows, the upper row first. */
export type PadRows = readonly (readonly Pad[])[];

/** The two rows of letters, from the left. */
const HOME = ['KeyA', 'KeyS', 'KeyD', 'KeyF', 'KeyG', 'KeyH', 'KeyJ', 'KeyK', 'KeyL', 'Semicolon', 'Quote'] as const;
const ABOVE = ['KeyQ', 'KeyW', 'KeyE', 'KeyR', 'KeyT', 'KeyY', 'KeyU', 'KeyI', 'KeyO', 'KeyP', 'BracketLeft'] as const;

/** Whether a place on the keyboard is one of those that can be played. */
export function isPlayCode(code: string): boolean {
  return ([...HOME, ...ABOVE] as string[]).includes(code);
}

/** Most pads in a row of a kit. */
const KIT_COLUMNS = 5;
const GM_LOWEST = 35;
const GM_HIGHEST = 59;

/** A pad for each row of a kit, what is drawn at its foot below. The lowest rows have the letters of the home row, and so on upwards. A kit
 *  without rows has those of General MIDI. */
export function kitPads(rows: Track['rows']): PadRows {
  const named = rows.length
    ? rows
    : Array.from({ length: GM_HIGHEST - GM_LOWEST + 1 }, (_, index) => ({ pitch: GM_HIGHEST - index, name: '' }));
  const codes = [...HOME.slice(0, 10), ...ABOVE.slice(0, 10)];
  const pads = [...named]
    .reverse()
    .map(({ pitch, name }, index): Pad => ({ pitches: [pitch], name: name || drumName(pitch), code: codes[index] ?? null }));
  const columns = Math.max(KIT_COLUMNS, Math.ceil(pads.length / 4));
  const inRows = Array.from({ length: Math.ceil(pads.length / columns) }, (_, row) => pads.slice(row * columns, (row + 1) * columns));
  return inRows.reverse();
}

/** Whole-number keys of an octave and what stands between them, in half keys from the left of the octave. */
const NATURALS = [0, 2, 4, 5, 7, 9, 11] as const;

/** Two octaves of keys from the C at or below `lowest`: for each octave what lies between the naturals above the naturals, the upper octave above. */
export function keyPads(lowest: number, naming: Naming): PadRows {
  const base = Math.min(lowest - (lowest % 12), 96);
  const octave = (from: number, first: number): PadRows => {
    const naturals = NATURALS.map((step, index) => padAt(from + step, naming, HOME[first + index] ?? null, [index * 2, 2]));
    const between = NATURALS.flatMap((step, index) =>
      isBlackKey(from + step + 1) ? [padAt(from + step + 1, naming, ABOVE[first + index + 1] ?? null, [index * 2 + 1, 2])] : [],
    );
    return [between, naturals];
  };
  return [...octave(base + 12, NATURALS.length), ...octave(base, 0)].map((row) => row.filter(({ pitches }) => pitches[0]! <= 127));
}

function padAt(pitch: number, naming: Naming, code: string | null, at: readonly [number, number]): Pad {
  return { pitches: [pitch], name: pitchName(pitch, naming), code, at };
}

/** Two octaves of the notes of a scale from its tonic at or above `lowest`, each on the letter of its degree: the lower octave on the home row. The
 *  octave of the tonic ends the lower row where there is room. */
export function scalePads(key: Key, lowest: number, naming: Naming): PadRows {
  const tonic = lowest + ((((classOf(key.choice.tonic) - lowest) % 12) + 12) % 12);
  const pitches = key.pitches.filter((pitch) => pitch >= tonic);
  const count = key.classes.size;
  const row = (from: number, codes: readonly string[]) =>
    pitches.slice(from, from + count).map((pitch, index): Pad => ({
      pitches: [pitch],
      name: pitchName(pitch, naming),
      under: String(index + 1),
      code: codes[index] ?? null,
    }));
  return [row(count, ABOVE), row(0, HOME)].filter((each) => each.length > 0);
}

/** The chords of a key: triads on the home row, sevenths above. */
export function chordPads(key: Key, voicing: VoicingSettings): PadRows {
  const row = (form: 'triad' | '7', codes: readonly string[]) =>
    chordsOfKey(key, form).map(({ numeral, chord }, index): Pad => ({
      pitches: voiced(chord, voicing, []),
      name: chordPrinted(chord.name),
      under: numeral,
      code: codes[index] ?? null,
    }));
  return [row('7', ABOVE), row('triad', HOME)];
}

/** The letter that a place on the keyboard has on the layout most have, for a pad to show. */
export function letterOf(code: string): string {
  const signs: Readonly<Record<string, string>> = { Semicolon: ';', Quote: "'", BracketLeft: '[' };
  return signs[code] ?? code.slice(3);
}
