import type { KeyChoice } from '../model/entities';

/** A key signature as MIDI files write it: sharps, or flats below zero, -7..7; and whether it is minor. */
export interface KeySignature {
  readonly sharps: number;
  readonly isMinor: boolean;
}

/** Tonics a fifth apart, from F flat on. */
const FIFTHS = ['Fb', 'Cb', 'Gb', 'Db', 'Ab', 'Eb', 'Bb', 'F', 'C', 'G', 'D', 'A', 'E', 'B', 'F#', 'C#', 'G#', 'D#', 'A#', 'E#', 'B#'];
const C = FIFTHS.indexOf('C');

/** How many fifths below the major key of its tonic a scale is written. */
const BELOW_MAJOR: Readonly<Record<string, number>> = {
  lydian: -1,
  major: 0,
  'major pentatonic': 0,
  mixolydian: 1,
  dorian: 2,
  minor: 3,
  'harmonic minor': 3,
  'melodic minor': 3,
  'minor pentatonic': 3,
  phrygian: 4,
  locrian: 5,
};
const MINOR = new Set(['minor', 'harmonic minor', 'melodic minor', 'minor pentatonic']);

/** The signature a key is written with; null where there is none of up to seven signs. */
export function signatureOf({ tonic, scale }: KeyChoice): KeySignature | null {
  const [at, below] = [FIFTHS.indexOf(tonic), BELOW_MAJOR[scale]];
  if (at < 0 || below === undefined) return null;
  const sharps = at - C - below;
  return Math.abs(sharps) > 7 ? null : { sharps, isMinor: MINOR.has(scale) };
}

/** The major or minor key that a signature says. */
export function keyOfSignature({ sharps, isMinor }: KeySignature): KeyChoice {
  return { tonic: FIFTHS[C + sharps + (isMinor ? 3 : 0)]!, scale: isMinor ? 'minor' : 'major' };
}
