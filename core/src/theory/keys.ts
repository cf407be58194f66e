import { Scale } from 'tonal';
import type { KeyChoice } from '../model/entities';

/** The scales on offer, by the theory library's names, plainest first, with the words shown for them. */
export const SCALES = {
  major: 'major',
  minor: 'minor',
  dorian: 'dorian',
  phrygian: 'phrygian',
  lydian: 'lydian',
  mixolydian: 'mixolydian',
  locrian: 'locrian',
  'harmonic minor': 'harmonic minor',
  'melodic minor': 'melodic minor',
  'major pentatonic': 'major pentatonic',
  'minor pentatonic': 'minor pentatonic',
  'minor blues': 'blues',
  'major blues': 'major blues',
  'phrygian dominant': 'phrygian dominant',
  'lydian dominant': 'lydian dominant',
  altered: 'altered',
  'double harmonic major': 'double harmonic',
  'hungarian minor': 'hungarian minor',
  'harmonic major': 'harmonic major',
  'whole tone': 'whole tone',
  diminished: 'whole-half diminished',
  'half-whole diminished': 'half-whole diminished',
  hirajoshi: 'hirajoshi',
  egyptian: 'egyptian',
} as const;
export type ScaleName = keyof typeof SCALES;

/** A key worked out: what its notes are called and which pitches its scale has. */
export interface Key {
  readonly choice: KeyChoice;
  /** Spelled name of each pitch class, C first. */
  readonly names: readonly string[];
  /** Every MIDI key of the scale, lowest first. */
  readonly pitches: readonly number[];
  readonly classes: ReadonlySet<number>;
}

const LETTERS: Readonly<Record<string, number>> = { C: 0, D: 2, E: 4, F: 5, G: 7, A: 9, B: 11 };
const SHARPS = ['C', 'C#', 'D', 'D#', 'E', 'F', 'F#', 'G', 'G#', 'A', 'A#', 'B'];
const FLATS = ['C', 'Db', 'D', 'Eb', 'E', 'F', 'Gb', 'G', 'Ab', 'A', 'Bb', 'B'];
/** Names where no key says otherwise: the sharps and flats met most. */
const COMMON = ['C', 'C#', 'D', 'Eb', 'E', 'F', 'F#', 'G', 'Ab', 'A', 'Bb', 'B'];

/** "Bb" as it is printed: "B♭". */
export function printed(name: string): string {
  return name.replaceAll('#', '♯').replaceAll('b', '♭');
}

export const COMMON_NAMES: readonly string[] = COMMON.map(printed);

/** Pitch class, 0 for C to 11 for B, of a spelled name: "F#" is 6, "Cb" is 11. */
export function classOf(name: string): number {
  const shift = [...name.slice(1)].reduce((sum, sign) => sum + (sign === '#' ? 1 : -1), 0);
  return (LETTERS[name[0]!]! + shift + 12) % 12;
}

/** A key worked out; null where the theory library does not know the scale. */
export function keyOf(choice: KeyChoice): Key | null {
  const { notes } = Scale.get(`${choice.tonic} ${choice.scale}`);
  if (notes.length === 0) return null;
  const hasFlats = notes.some((name) => name.includes('b'));
  const hasSharps = notes.some((name) => name.includes('#'));
  const names = [...(hasFlats ? FLATS : hasSharps ? SHARPS : COMMON)];
  for (const name of notes) names[classOf(name)] = name;
  const classes = new Set(notes.map(classOf));
  return {
    choice,
    names: names.map(printed),
    pitches: Array.from({ length: 128 }, (_, pitch) => pitch).filter((pitch) => classes.has(pitch % 12)),
    classes,
  };
}

/** The tonic of a pitch class, spelled so that the scale has the fewest sharps and flats; of two as few, with flats. */
export function tonicOf(pitchClass: number, scale: string): string {
  const signs = (tonic: string) => Scale.get(`${tonic} ${scale}`).notes.join('').replace(/[A-G]/g, '').length;
  const [flat, sharp] = [FLATS[pitchClass]!, SHARPS[pitchClass]!];
  return signs(sharp) < signs(flat) ? sharp : flat;
}

/** "G dorian". */
export function keyWords({ tonic, scale }: KeyChoice): string {
  return `${printed(tonic)} ${SCALES[scale as ScaleName] ?? scale}`;
}
