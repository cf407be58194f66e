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
  bebop: 'bebop dominant',
  'bebop major': 'bebop major',
  'bebop minor': 'bebop minor',
  'lydian augmented': 'lydian augmented',
  'lydian minor': 'lydian minor',
  'dorian b2': 'dorian flat 2',
  'dorian #4': 'dorian sharp 4',
  'mixolydian b6': 'mixolydian flat 6',
  'locrian #2': 'locrian sharp 2',
  'hungarian major': 'hungarian major',
  'spanish heptatonic': 'eight-tone spanish',
  flamenco: 'flamenco',
  persian: 'persian',
  oriental: 'oriental',
  enigmatic: 'enigmatic',
  prometheus: 'prometheus',
  augmented: 'augmented',
  'in-sen': 'in-sen',
  iwato: 'iwato',
  kumoijoshi: 'kumoi',
  pelog: 'pelog',
  chinese: 'chinese',
  ritusen: 'ritsu',
  'malkos raga': 'malkauns',
  'todi raga': 'todi',
  chromatic: 'chromatic',
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

/** A scale of one's own as it is stored: "own", then its steps above the tonic in semitones. */
const OWN = /^own(( \d{1,2}){1,12})$/;

/** The scale of some steps above the tonic, in semitones; the tonic is always one. */
export function ownScale(steps: readonly number[]): string {
  const all = [...new Set([0, ...steps.map((step) => ((step % 12) + 12) % 12)])].sort((a, b) => a - b);
  return `own ${all.join(' ')}`;
}

/** The steps of a scale above its tonic, in semitones, one's own or one of those on offer; null where it is neither. */
export function stepsOfScale(scale: string): readonly number[] | null {
  const own = OWN.exec(scale);
  if (own) return own[1]!.trim().split(' ').map(Number);
  const { notes } = Scale.get(`C ${scale}`);
  return notes.length ? notes.map(classOf) : null;
}

/** Whether a scale is one's own and not one of those on offer. */
export function isOwnScale(scale: string): boolean {
  return OWN.test(scale);
}

/** The names of a scale's notes: its own spelling, or for a scale of one's own the common names. */
function notesOf({ tonic, scale }: KeyChoice): readonly string[] {
  if (!isOwnScale(scale)) return Scale.get(`${tonic} ${scale}`).notes;
  const from = classOf(tonic);
  return (stepsOfScale(scale) ?? []).map((step) => (step === 0 ? tonic : COMMON[(from + step) % 12]!));
}

/** A key worked out; null where the theory library does not know the scale. */
export function keyOf(choice: KeyChoice): Key | null {
  const notes = notesOf(choice);
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
  const words = isOwnScale(scale) ? `own scale of ${stepsOfScale(scale)!.length}` : (SCALES[scale as ScaleName] ?? scale);
  return `${printed(tonic)} ${words}`;
}
