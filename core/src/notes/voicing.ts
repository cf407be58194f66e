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
function laidOut(chord: Chord, { inversion, spread }: VoicingSettings, { low, high }: Range): readonly number[] {
  const steps = spreadOut(turnedTo(chord, inversion), spread);
  const lowest = steps[0]!;
  const bottom = low + modulo(chord.root + lowest - low, 12);
  const placed = steps.map((step) => bottom + step - lowest);
  return folded(hasOwnBass(chord) ? placed : overBass(placed, chord.bass!, low), high);
}

/** Whether a chord's lowest note is one of its own. */
function hasOwnBass({ root, steps, bass }: Chord): boolean {
  return bass === null || steps.some((step) => (root + step) % 12 === bass);
}

/** A chord's steps from below, inverted as is set or, where its name says which of its notes is the bass, until that is lowest. */
function turnedTo(chord: Chord, inversion: number): readonly number[] {
  const { root, steps, bass } = chord;
  let turned = steps.toSorted((a, b) => a - b);
  if (bass !== null && hasOwnBass(chord)) while ((root + turned[0]!) % 12 !== bass) turned = inverted(turned);
  else for (let turn = Math.min(inversion, steps.length - 1); turn > 0; turn--) turned = inverted(turned);
  return turned;
}

/** Steps further apart: the second lowest an octave up and, where they are wide, the lowest an octave down. */
function spreadOut(steps: readonly number[], spread: Spread): readonly number[] {
  const isWide = spread === 'wide';
  if (spread !== 'open' && !isWide) return steps;
  const moved = steps.map((step, place) => (place === 1 ? step + 12 : place === 0 && isWide ? step - 12 : step));
  return moved.sort((a, b) => a - b);
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
  const nearestOf = (key: number) => before.reduce((least, each) => Math.min(least, Math.abs(each - key)), Infinity);
  const places = classes.map((each) => {
    const first = low + modulo(each - low, 12);
    const keys = Array.from({ length: Math.max(0, Math.floor((high - first) / 12) + 1) }, (_, octave) => first + 12 * octave);
    // The nearest first: a good voicing is found soon, and worse ones are given up early.
    return keys.map((key) => ({ key, away: nearestOf(key) })).sort((a, b) => a.away - b.away);
  });
  /** As many notes go nowhere, where the chord before has fewer. */
  const free = Math.max(0, classes.length - before.length);
  let best: Found | null = null;
  const visit = (chosen: readonly Placed[]): void => {
    if (best && leastCost(chosen, free) > best.cost) return;
    const next = places[chosen.length];
    if (next) return next.forEach((each) => visit([...chosen, each]));
    best = better(
      best,
      chosen.map(({ key }) => key).sort((a, b) => a - b),
      before,
      bass,
    );
  };
  visit([]);
  return (best as Found | null)?.keys ?? null;
}

/** A note at an octave place, and how far that is from the nearest note of the chord before. */
interface Placed {
  readonly key: number;
  readonly away: number;
}

interface Found {
  readonly keys: readonly number[];
  readonly cost: number;
  readonly top: number;
}

/** No voicing with these notes moves less: each goes at least to the nearest note, but for as many as go nowhere. */
function leastCost(chosen: readonly Placed[], free: number): number {
  const away = chosen.map((each) => each.away).sort((a, b) => a - b);
  return sum(free ? away.slice(0, Math.max(0, away.length - free)) : away);
}

function better(best: Found | null, keys: readonly number[], before: readonly number[], bass: number | null): Found | null {
  if (bass !== null && keys[0]! % 12 !== bass) return best;
  const cost = motion(before, keys);
  if (best && cost > best.cost) return best;
  const top = Math.abs(keys.at(-1)! - before.at(-1)!);
  const isBetter = !best || cost < best.cost || top < best.top || (top === best.top && sum(keys) < sum(best.keys));
  return isBetter ? { keys, cost, top } : best;
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
