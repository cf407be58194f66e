import type { Chord } from '../theory';
import { modulo } from '../time';

export const SPREADS = ['close', 'open', 'wide', 'bass'] as const;
export type Spread = (typeof SPREADS)[number];

/** How a chord's notes are laid out. */
export interface VoicingSettings {
  /** How many of its lowest notes go up an octave. */
  readonly inversion: number;
  /** close: within an octave or little more; open: the second lowest an octave up; wide: the lowest an octave down as well; bass: the bass alone below. */
  readonly spread: Spread;
  /** The lowest MIDI key, and how many octaves there are for the chord from it on, 2..4. */
  readonly lowest: number;
  readonly octaves: number;
  /** Whether each chord goes as near as can be to the one before. */
  readonly isNearest: boolean;
}

/** The MIDI keys of a chord, lowest first. `before` are those of the chord before, lowest first; empty where there is none. */
export function voiced(chord: Chord, settings: VoicingSettings, before: readonly number[]): readonly number[] {
  const { spread, lowest, octaves, isNearest } = settings;
  const range = { low: lowest, high: lowest + 12 * octaves };
  if (spread !== 'bass') {
    const near = isNearest && before.length ? nearestVoicing(classesOf(chord), before, range, chord.bass) : null;
    return near ?? laidOut(chord, settings, range);
  }
  const bass = lowest + modulo((chord.bass ?? chord.root) - lowest, 12);
  const upper = { low: bass + 5, high: range.high };
  const over = { ...chord, bass: null };
  const near = isNearest && before.length > 1 ? nearestVoicing(classesOf(over), before.slice(1), upper, null) : null;
  return [bass, ...(near ?? laidOut(over, { ...settings, spread: 'close' }, upper))];
}

/** The pitch classes of a chord, with the bass it is named over. */
export function classesOf({ root, steps, bass }: Chord): readonly number[] {
  return [...new Set([...(bass === null ? [] : [bass]), ...steps.map((step) => (root + step) % 12)])];
}

interface Range {
  readonly low: number;
  readonly high: number;
}

/** A chord by its inversion and spread, as low in the range as it goes. Notes above the range come down where there is room for them. */
function laidOut({ root, steps, bass }: Chord, { inversion, spread }: VoicingSettings, { low, high }: Range): readonly number[] {
  const upwards = steps.toSorted((a, b) => a - b);
  // A bass that is one of the chord's notes is an inversion; another one comes below it.
  const isLowest = (step: number) => (root + step) % 12 === bass;
  const isOwn = upwards.some(isLowest);
  let turned = upwards;
  if (isOwn) while (!isLowest(turned[0]!)) turned = inverted(turned);
  else for (let turn = Math.min(inversion, steps.length - 1); turn > 0; turn--) turned = inverted(turned);
  turned = [...turned];
  if (spread === 'open' || spread === 'wide') turned[1]! += 12;
  if (spread === 'wide') turned[0]! -= 12;
  turned.sort((a, b) => a - b);
  const from = root + turned[0]!;
  const bottom = low + modulo(from - low, 12);
  const placed = turned.map((step) => bottom + step - turned[0]!);
  return folded(bass === null || isOwn ? placed : overBass(placed, bass, low), high);
}

/** Steps with the lowest an octave up, or more where it is not alone there. */
function inverted([lowest, ...others]: readonly number[]): number[] {
  let up = lowest! + 12;
  while (others.includes(up)) up += 12;
  return [...others, up].sort((a, b) => a - b);
}

/** A chord over a bass that is none of its notes. */
function overBass(placed: readonly number[], bass: number, low: number): readonly number[] {
  const bottom = low + modulo(bass - low, 12);
  const lift = placed[0]! <= bottom ? 12 : 0;
  return [bottom, ...placed.map((pitch) => pitch + lift)];
}

/** Notes above `high` an octave or more down, to where they are alone and above the lowest. */
function folded(pitches: readonly number[], high: number): readonly number[] {
  return pitches.reduce<readonly number[]>((done, pitch) => {
    let down = pitch;
    while (down > high && down - 12 > pitches[0]!) down -= 12;
    while (down < pitch && (pitches.includes(down) || done.includes(down))) down += 12;
    return [...done, down].sort((a, b) => a - b);
  }, []);
}

/** Of all octave places of each pitch class inside a range, the ones with the least total motion from the chord before, ties to the least motion of the
 *  top note, then to the lowest notes. `bass` names the class that has to lie lowest; null where any may. Null where the range has no room. Voices do not
 *  cross: the assignment of least motion between two sets of keys keeps their order. */
export function nearestVoicing(
  classes: readonly number[],
  before: readonly number[],
  { low, high }: Range,
  bass: number | null,
): readonly number[] | null {
  const places = classes.map((each) => {
    const first = low + modulo(each - low, 12);
    return Array.from({ length: Math.max(0, Math.floor((high - first) / 12) + 1) }, (_, octave) => first + 12 * octave);
  });
  let best: { readonly keys: readonly number[]; readonly cost: number; readonly top: number } | null = null;
  for (const keys of combinations(places)) {
    const sorted = keys.toSorted((a, b) => a - b);
    if (bass !== null && sorted[0]! % 12 !== bass) continue;
    const cost = motion(before, sorted);
    if (best && cost > best.cost) continue;
    const top = Math.abs(sorted.at(-1)! - before.at(-1)!);
    if (!best || cost < best.cost || top < best.top || (top === best.top && sum(sorted) < sum(best.keys)))
      best = { keys: sorted, cost, top };
  }
  return best?.keys ?? null;
}

function* combinations(places: readonly (readonly number[])[]): Generator<readonly number[]> {
  const [first, ...others] = places;
  if (!first) return void (yield []);
  for (const rest of combinations(others)) for (const key of first) yield [key, ...rest];
}

const sum = (keys: readonly number[]) => keys.reduce((total, key) => total + key, 0);

/** The least total motion between two chords, in semitones, each note of the smaller going to one of the larger; both lowest first. Solved exactly: two
 *  assignments that cross are never nearer than those that do not. */
export function motion(from: readonly number[], to: readonly number[]): number {
  const [few, many] = from.length <= to.length ? [from, to] : [to, from];
  // least[j]: the least motion of the notes so far into the first j of the larger.
  let least = Array.from({ length: many.length + 1 }, () => 0);
  few.forEach((note, index) => {
    const next = Array.from({ length: many.length + 1 }, () => Infinity);
    for (let place = index + 1; place <= many.length; place++)
      next[place] = Math.min(next[place - 1]!, least[place - 1]! + Math.abs(many[place - 1]! - note));
    least = next;
  });
  return least[many.length]!;
}
