import type { KeyChoice } from '../model/entities';
import { classOf, fitted, keyOf, stepsOfScale } from '../theory';
import { least, most } from '../time';
import type { PhraseNote, ShelfPhrase } from './phrase';

/** How a phrase goes into another key: degree for degree, or every note to the nearest one of the key, or not at all. */
export const KEY_FITS = ['degrees', 'nearest', 'none'] as const;
export type KeyFit = (typeof KEY_FITS)[number];

/** A phrase in a key. Drums stay as they are; without a key of its own, or where the song has none, a phrase stays too (but for the nearest notes).
 *  Notes that come to lie on one another are one. */
export function fittedPhrase(phrase: ShelfPhrase, to: KeyChoice | undefined, fit: KeyFit): ShelfPhrase {
  const pitchOf = to && movesTo(phrase.key, to, fit);
  if (!pitchOf) return phrase;
  const parts = phrase.parts.map((part) => {
    if (part.kind === 'drums') return part;
    const moved = part.notes.map((note) => ({ ...note, pitch: pitchOf(note.pitch) }));
    return { ...part, notes: onceEach(inRange(moved)) };
  });
  return { ...phrase, key: to, parts };
}

function movesTo(from: KeyChoice | undefined, to: KeyChoice, fit: KeyFit): ((pitch: number) => number) | null {
  const key = keyOf(to);
  if (!key || fit === 'none') return null;
  const nearest = (pitch: number) => fitted(clamped(pitch), key, 'nearest');
  if (fit === 'nearest') return nearest;
  const [own, other] = [from && stepsOfScale(from.scale), stepsOfScale(to.scale)];
  if (!from || !own || !other) return null;
  const tonic = classOf(from.tonic);
  // To the nearest tonic: at most six semitones down, five up.
  const by = ((classOf(to.tonic) - tonic + 18) % 12) - 6;
  if (own.length !== other.length) return (pitch) => nearest(pitch + by);
  return (pitch) => {
    const above = pitch - tonic;
    const octave = Math.floor(above / 12);
    const step = above - 12 * octave;
    // A note between two degrees keeps its distance from the lower one.
    const degree = own.findLastIndex((each) => each <= step);
    return tonic + by + 12 * octave + other[degree]! + step - own[degree]!;
  };
}

function clamped(pitch: number): number {
  return Math.max(0, Math.min(127, pitch));
}

/** Moved by octaves, all alike, to where all of them have a key. */
function inRange(notes: readonly PhraseNote[]): readonly PhraseNote[] {
  if (notes.length === 0) return notes;
  const pitches = notes.map(({ pitch }) => pitch);
  const up = Math.max(0, Math.ceil(-least(pitches) / 12));
  const down = Math.max(0, Math.ceil((most(pitches) - 127) / 12));
  return up === down ? notes : notes.map((note) => ({ ...note, pitch: clamped(note.pitch + 12 * (up - down)) }));
}

/** Of notes of one pitch and voice that begin together, the loudest. */
function onceEach(notes: readonly PhraseNote[]): PhraseNote[] {
  const kept = new Map<string, PhraseNote>();
  for (const note of notes) {
    const place = `${note.start} ${note.pitch} ${note.voice ?? 1}`;
    const other = kept.get(place);
    if (!other || other.velocity < note.velocity) kept.set(place, note);
  }
  return [...kept.values()];
}
