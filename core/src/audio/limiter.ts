import { shareGone, sineTurn } from './math';
import { SAMPLE_RATE } from './rate';
import { CHUNK, type Samples, type Workbench } from './workbench';

/** No peak leaves louder than this, between samples either: -1.8 dBFS. Quarters of the way between samples may miss 0.8 dB of noise up to half the rate
 *  (docs/decisions/sound.md), so that all stays below -1 dBTP. */
export const CEILING = 0.81;
/** Samples on either side of a place between two that say what is there. */
const REACH = 16;
/** Bound on the interpolation filter's gain: a chunk whose samples stay below the ceiling divided by this has no true peak above it. */
const MOST_BETWEEN = 3;
/** The gain does not rise again for so many chunks after a peak: longer than half a swing of 20 Hz, so that none of its swings is bent by itself. */
const HELD_CHUNKS = 20;
/** Samples of a chunk over which the gain goes to its end: what comes after them is looked at with the next chunk. */
const TURNED = CHUNK - REACH;
/** How quickly the gain comes back from a peak to where it mostly was, where it mostly was follows it, and it comes back from there, in seconds. */
const PEAK_SECONDS = 0.04;
const FOLLOW_SECONDS = 0.5;
const MEAN_SECONDS = 0.6;

/** Keeps true peaks under the ceiling. It sees one chunk ahead, so the gain is down before the peak comes, without a step: across a chunk it runs straight
 *  between two values that both suit that chunk. It comes back quickly from single peaks, slowly from what is loud all the time. */
export class Limiter {
  private gain = 1;
  /** Where the gain mostly is. */
  private mean = 1;
  private needNow = 1;
  private least = 1;
  private peakBefore = 0;
  /** Gains needed by the most recent chunks, the oldest at `oldest`. */
  private readonly needs = new Float64Array(HELD_CHUNKS).fill(1);
  private oldest = 0;
  private readonly waitingLeft: Samples;
  private readonly waitingRight: Samples;
  private readonly seenLeft: Samples;
  private readonly seenRight: Samples;
  private readonly taps: Samples;

  constructor(private readonly bench: Workbench) {
    this.waitingLeft = bench.samples(CHUNK);
    this.waitingRight = bench.samples(CHUNK);
    this.seenLeft = bench.samples(CHUNK + 2 * REACH);
    this.seenRight = bench.samples(CHUNK + 2 * REACH);
    this.taps = bench.samples(PEAK_TAPS.length);
    this.taps.values.set(PEAK_TAPS);
  }

  /** The least it has turned sound down to since this was last asked, as a gain: 1 where it had nothing to do. */
  takeLeast(): number {
    const { least } = this;
    this.least = 1;
    return least;
  }

  /** Takes the next chunk in and gives the one before it out, in place. */
  process(left: Samples, right: Samples): void {
    const { loops } = this.bench;
    const needNext = this.needOf(left, right);
    this.needs[this.oldest] = this.needNow;
    this.oldest = (this.oldest + 1) % HELD_CHUNKS;
    const to = Math.min(this.needNow, needNext, this.risen());
    const step = (to - this.gain) / TURNED;
    loops.exchange(left.at, this.waitingLeft.at, this.gain, step, to);
    loops.exchange(right.at, this.waitingRight.at, this.gain, step, to);
    this.gain = to;
    this.mean += (to - this.mean) * FOLLOWED;
    if (to < this.least) this.least = to;
    this.needNow = needNext;
  }

  /** The gain that the peaks of a chunk need. */
  private needOf(left: Samples, right: Samples): number {
    const { loops } = this.bench;
    const { seenLeft, seenRight, taps } = this;
    const peak = loops.peak(left.at, right.at);
    const isQuiet = peak < CEILING / MOST_BETWEEN && this.peakBefore < CEILING / MOST_BETWEEN;
    this.peakBefore = peak;
    loops.see(left.at, seenLeft.at);
    loops.see(right.at, seenRight.at);
    if (isQuiet) return 1;
    const most = Math.max(peak, loops.truePeak(seenLeft.at, taps.at), loops.truePeak(seenRight.at, taps.at));
    return most > CEILING ? CEILING / most : 1;
  }

  /** How far the gain may rise: not above what was needed a moment ago, quickly to where it mostly is, slowly above that. */
  private risen(): number {
    const { gain, mean, needs } = this;
    let held = 1;
    for (let index = 0; index < HELD_CHUNKS; index++) if (needs[index]! < held) held = needs[index]!;
    const soon = Math.max(0, mean - gain) * BY_PEAK;
    return Math.min(held, gain + soon + (1 - gain) * BY_MEAN + 1e-6);
  }
}

/** A windowed sinc at a share of the way from one sample to the next. */
function tapsAt(share: number): number[] {
  return Array.from({ length: 2 * REACH }, (_, tap) => {
    const x = tap - REACH + 1 - share;
    return (sineTurn(x / 2) / (3.141592653589793 * x)) * (0.5 + 0.5 * sineTurn(x / (2 * REACH) + 0.25));
  });
}
const PEAK_TAPS = [...tapsAt(0.25), ...tapsAt(0.5)];

const BY_PEAK = shareGone(PEAK_SECONDS, SAMPLE_RATE, CHUNK);
const FOLLOWED = shareGone(FOLLOW_SECONDS, SAMPLE_RATE, CHUNK);
const BY_MEAN = shareGone(MEAN_SECONDS, SAMPLE_RATE, CHUNK);
