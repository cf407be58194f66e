import { most } from '../time';
import type { FoundHit } from './strength';

const RATE = 48_000;
const SLOWEST = 60;
const FASTEST = 190;
const STEP = 0.25;
const FINE_STEP = 0.005;
/** The tempo that is likeliest by itself, and how far about it in octaves others are nearly as likely. */
const LIKELY = 118;
const OCTAVES = 0.65;
/** How much hits on beats, halves and quarters of them say. */
const SAID = [
  [1, 0.45],
  [2, 0.3],
  [4, 0.25],
] as const;
/** How much a tempo loses whose beats are loud and soft in turn; and how near the best of many tempos comes to so many hits by chance. */
const ALTERNATES = 1.6;
const MOST_LOST = 0.6;
const CHANCE = 2.5;
const FEWEST = 6;
const BEATS = 4;
/** How far from where a beat is expected a hit is taken for it, as a share of a beat; and how far the beat's length goes along with it. */
const NEAR = 0.12;
const FOLLOWS = 0.25;

/** A guess at the tempo of a recording. Frames are of its file. */
export interface TempoGuess {
  readonly bpm: number;
  /** The first beat at or after the beginning; and the first one that begins a bar of four. */
  readonly beatFrame: number;
  readonly downbeatFrame: number;
  /** How well the hits agree with it, 0..1. */
  readonly sureness: number;
}

/** The likeliest tempo of some hits, by how much they agree with its beats, halves and quarters, and which beat begins a bar: of four, the one whose hits are
 *  loudest. Null where there are too few hits to tell. */
export function guessTempo(hits: readonly FoundHit[]): TempoGuess | null {
  if (hits.length < FEWEST) return null;
  const score = (bpm: number) =>
    agreement(hits, bpm) *
    (1 - Math.min(MOST_LOST, ALTERNATES * alternation(hits, bpm))) *
    Math.exp(-0.5 * (Math.log2(bpm / LIKELY) / OCTAVES) ** 2);
  const coarse = best(SLOWEST, FASTEST, STEP, score);
  const bpm = Math.round(best(coarse - STEP, coarse + STEP, FINE_STEP, (each) => agreement(hits, each)) * 100) / 100;
  const beat = (60 / bpm) * RATE;
  const { angle } = turned(hits, beat);
  const beatFrame = Math.round(((((angle / (2 * Math.PI)) % 1) + 1) % 1) * beat);
  const loud = Array.from({ length: BEATS }, () => 0);
  for (const { frame, level } of hits) {
    const at = (frame - beatFrame) / beat;
    if (Math.abs(at - Math.round(at)) < NEAR) loud[((Math.round(at) % BEATS) + BEATS) % BEATS]! += level;
  }
  const first = loud.indexOf(most(loud));
  return { bpm, beatFrame, downbeatFrame: Math.round(beatFrame + first * beat), sureness: surenessOf(hits, beat) };
}

function best(from: number, to: number, step: number, score: (value: number) => number): number {
  let [found, highest] = [from, -Infinity];
  for (let value = from; value <= to + step / 2; value += step) {
    const reached = score(value);
    if (reached > highest) [found, highest] = [value, reached];
  }
  return found;
}

/** How much hits agree with a tempo, 0..1. */
function agreement(hits: readonly FoundHit[], bpm: number): number {
  const beat = (60 / bpm) * RATE;
  return SAID.reduce((sum, [parts, share]) => sum + share * turned(hits, beat / parts).length, 0);
}

/** How much louder every second beat of a tempo is than those between, 0..1: where it is much, the beat is twice as long. */
function alternation(hits: readonly FoundHit[], bpm: number): number {
  if (bpm / 2 < SLOWEST) return 0;
  return turned(hits, (120 / bpm) * RATE, 1).length;
}

/** How near hits lie to quarters of a beat, beside how near as many would lie by chance to the best of many tempos. */
function surenessOf(hits: readonly FoundHit[], beat: number): number {
  const byChance = Math.min(0.9, CHANCE / Math.sqrt(hits.length));
  return Math.max(0, (turned(hits, beat / 4).length - byChance) / (1 - byChance));
}

/** The mean of all hits as points of a circle that a period is long: how far from its middle, and at which angle. */
function turned(hits: readonly FoundHit[], period: number, power = 0.5): { readonly length: number; readonly angle: number } {
  let [x, y, all] = [0, 0, 0];
  for (const { frame, level } of hits) {
    const weight = level ** power;
    const angle = (2 * Math.PI * frame) / period;
    x += weight * Math.cos(angle);
    y += weight * Math.sin(angle);
    all += weight;
  }
  return { length: all === 0 ? 0 : Math.hypot(x, y) / all, angle: Math.atan2(y, x) };
}

/** Frames at which bars begin, from the guessed downbeat on, as the playing goes faster and slower: from beat to beat the hit that is nearest to where the next
 *  one is expected. The last is where the last bar ends. */
export function barsAlong(hits: readonly FoundHit[], { bpm, downbeatFrame }: Pick<TempoGuess, 'bpm' | 'downbeatFrame'>): number[] {
  const end = hits.at(-1)?.frame ?? 0;
  let beat = (60 / bpm) * RATE;
  let at = nearestHit(hits, downbeatFrame, NEAR * beat) ?? downbeatFrame;
  const beats = [at];
  while (at + (1 - NEAR) * beat <= end) {
    const expected = at + beat;
    const next = nearestHit(hits, expected, NEAR * beat) ?? expected;
    beat += FOLLOWS * (next - at - beat);
    at = next;
    beats.push(at);
  }
  const bars = beats.filter((_, index) => index % BEATS === 0);
  return bars.map(Math.round);
}

function nearestHit(hits: readonly FoundHit[], frame: number, within: number): number | null {
  let found: number | null = null;
  for (const hit of hits) {
    const distance = Math.abs(hit.frame - frame);
    if (distance <= within && (found === null || distance < Math.abs(found - frame))) found = hit.frame;
  }
  return found;
}
