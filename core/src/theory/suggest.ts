import type { KeyChoice, Note } from '../model/entities';
import { keyOf, tonicOf } from './keys';

/** How well listeners found each pitch class, from the tonic up, to fit a major and a minor key (Krumhansl and Kessler, 1982). */
const MAJOR = [6.35, 2.23, 3.48, 2.33, 4.38, 4.09, 2.52, 5.19, 2.39, 3.66, 2.29, 2.88];
const MINOR = [6.33, 2.68, 3.52, 5.38, 2.6, 3.53, 2.54, 4.75, 3.98, 2.69, 3.34, 3.17];

/** A key that notes may be in. */
export interface SuggestedKey {
  readonly choice: KeyChoice;
  /** How many of the notes lie in its scale, and how many there are. */
  readonly inside: number;
  readonly all: number;
}

/** The likeliest major and minor keys of some notes, the likeliest first, by how long each pitch class sounds. Empty without notes. */
export function suggestedKeys(notes: readonly Pick<Note, 'pitch' | 'length'>[], most = 3): readonly SuggestedKey[] {
  if (notes.length === 0) return [];
  const weights = Array.from({ length: 12 }, () => 0);
  for (const { pitch, length } of notes) weights[pitch % 12]! += length;
  const fits = Array.from({ length: 12 }, (_, pitchClass) => [
    { scale: 'major', pitchClass, fit: correlation(weights, MAJOR, pitchClass) },
    { scale: 'minor', pitchClass, fit: correlation(weights, MINOR, pitchClass) },
  ]).flat();
  return fits
    .sort((a, b) => b.fit - a.fit)
    .slice(0, most)
    .map(({ scale, pitchClass }) => {
      const choice = { tonic: tonicOf(pitchClass, scale), scale };
      const { classes } = keyOf(choice)!;
      return { choice, inside: notes.filter(({ pitch }) => classes.has(pitch % 12)).length, all: notes.length };
    });
}

/** How alike two lists go up and down, the second turned to begin at a place of the first: -1..1, 0 where one stays level. */
function correlation(values: readonly number[], profile: readonly number[], from: number): number {
  const mean = (list: readonly number[]) => list.reduce((sum, value) => sum + value, 0) / list.length;
  const [ofValues, ofProfile] = [mean(values), mean(profile)];
  let [together, one, other] = [0, 0, 0];
  profile.forEach((expected, step) => {
    const [a, b] = [values[(from + step) % 12]! - ofValues, expected - ofProfile];
    together += a * b;
    one += a * a;
    other += b * b;
  });
  return one === 0 ? 0 : together / Math.sqrt(one * other);
}
