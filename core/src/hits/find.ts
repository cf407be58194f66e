import FFT from 'fft.js';
import { most } from '../time';
import type { FoundHit } from './strength';

const RATE = 48_000;
const WINDOW = 1024;
const HOP = 128;
/** How many hops back a spectrum is compared with, and over how many bands on either side the earlier one may have been as strong. */
const LAG = 4;
const AROUND = 1;
/** Bands of a quarter octave from here up. */
const LOWEST_HZ = 60;
const BANDS_AN_OCTAVE = 4;
const HIGHEST_HZ = 16_000;
/** Peaks below this share of full scale are not hits. */
const FLOOR = 1e-4;
/** The threshold: a share of the 99th percentile, and the mean about a moment times a factor. */
const OF_TOP = 0.06;
const OF_MEAN = 0.8;
const MEAN_HOPS = Math.round((0.25 * RATE) / HOP / 2);
/** Two hits lie at least so far apart, in hops. */
const APART = Math.round((0.03 * RATE) / HOP);
/** So soon after a hit, in hops, one that is weaker than a share of it belongs to it: claps and flams. */
const AFTER = Math.round((0.07 * RATE) / HOP);
const WEAKER = 0.5;
/** How far about a peak the steepest rise is looked for, in frames. */
const NEAR = Math.round(0.015 * RATE);
/** Over how many frames a rise is measured. */
const RISE = 48;

/** Finds what is struck in a recording, in its own time. Samples are taken in as they come, both sides mixed; the least that counts is decided by who
 *  reads the strengths. After S. Dixon (2006), "Onset detection revisited": spectral flux, here of logarithms in quarter-octave bands against the
 *  strongest near band of four hops before, peaks over a moving threshold, each put where the envelope rises most steeply. */
export class HitFinder {
  private readonly fft = new FFT(WINDOW);
  private readonly spectrum = this.fft.createComplexArray();
  private readonly shape = Float64Array.from({ length: WINDOW }, (_, at) => 0.5 - 0.5 * Math.cos((2 * Math.PI * at) / WINDOW));
  private readonly windowed = new Float64Array(WINDOW);
  private readonly bands = bandEdges();
  /** Bands of the last frames; before the first one, silence. */
  private readonly earlier: Float64Array[] = Array.from({ length: LAG }, () => new Float64Array(this.bands.length - 1));
  private readonly flux: number[] = [];
  /** The mean level of every 16 frames; and with its lows held back, for a hit may begin in the tail of a low drum. */
  private readonly loudness: number[] = [];
  private readonly envelope: number[] = [];
  private lastSample = 0;
  /** Samples that have not been worked on: the last of a window, which the next ones follow. */
  private rest = new Float32Array(WINDOW / 2);
  private envelopeRest = new Float32Array(0);

  /** Takes the next samples. */
  add(samples: Float32Array): void {
    this.addEnvelope(samples);
    const all = joined(this.rest, samples);
    let at = 0;
    for (; at + WINDOW <= all.length; at += HOP) this.flux.push(this.fluxOf(all, at));
    this.rest = all.slice(at);
  }

  /** The hits of all that was taken, in order. */
  found(): FoundHit[] {
    this.add(new Float32Array(WINDOW));
    const { flux } = this;
    const sorted = Float64Array.from(flux).sort();
    const top = sorted[Math.floor(0.99 * (sorted.length - 1))] ?? 0;
    const means = movingMean(flux, MEAN_HOPS);
    const loudest = this.loudness.reduce((most, level) => Math.max(most, level), FLOOR);
    const hits: FoundHit[] = [];
    let last = -Infinity;
    for (let at = 0; at < flux.length - 1; at++) {
      const value = flux[at]!;
      if (value <= 0 || value < (flux[at - 1] ?? 0) || value <= flux[at + 1]! || at - last < APART) continue;
      const threshold = OF_TOP * top + OF_MEAN * means[at]!;
      if (threshold === 0 || value < threshold * LEAST) continue;
      const strength = value / threshold;
      if (at - last < AFTER && strength < WEAKER * hits.at(-1)!.strength) continue;
      const frame = this.steepest(at * HOP);
      const level = this.levelAfter(frame) / loudest;
      if (level * loudest < FLOOR || !this.rises(frame)) continue;
      last = at;
      hits.push({ frame, strength, level });
    }
    return hits;
  }

  private fluxOf(samples: Float32Array, from: number): number {
    const { windowed, shape, spectrum, bands, earlier } = this;
    for (let at = 0; at < WINDOW; at++) windowed[at] = samples[from + at]! * shape[at]!;
    this.fft.realTransform(spectrum, windowed);
    const levels = new Float64Array(bands.length - 1);
    for (let band = 0; band < levels.length; band++) {
      let sum = 0;
      for (let bin = bands[band]!; bin < bands[band + 1]!; bin++) sum += Math.hypot(spectrum[2 * bin]!, spectrum[2 * bin + 1]!);
      levels[band] = Math.log1p((200 * sum) / WINDOW);
    }
    const before = earlier.shift()!;
    earlier.push(levels);
    let flux = 0;
    for (let band = 0; band < levels.length; band++) {
      let strongest = before[band]!;
      for (let near = Math.max(0, band - AROUND); near <= Math.min(levels.length - 1, band + AROUND); near++)
        strongest = Math.max(strongest, before[near]!);
      flux += Math.max(0, levels[band]! - strongest);
    }
    return flux;
  }

  private addEnvelope(samples: Float32Array): void {
    const all = joined(this.envelopeRest, samples);
    let at = 0;
    for (; at + ENVELOPE <= all.length; at += ENVELOPE) {
      let sum = 0;
      let change = 0;
      for (let index = at; index < at + ENVELOPE; index++) {
        const sample = all[index]!;
        sum += Math.abs(sample);
        change += Math.abs(sample - this.lastSample);
        this.lastSample = sample;
      }
      this.loudness.push(sum / ENVELOPE);
      this.envelope.push((LOWS * sum + change) / ENVELOPE);
    }
    this.envelopeRest = all.slice(at);
  }

  /** The frame near a peak of the flux at which the level rises most, as a ratio to what was before. */
  private steepest(near: number): number {
    const { envelope } = this;
    const [first, last] = [Math.floor((near - NEAR) / ENVELOPE), Math.ceil((near + NEAR) / ENVELOPE)];
    const span = RISE / ENVELOPE;
    let best = Math.floor(near / ENVELOPE);
    let steepest = -Infinity;
    for (let at = Math.max(0, first); at <= Math.min(envelope.length - span, last); at++) {
      let [before, after] = [0, 0];
      for (let step = 1; step <= span; step++) {
        before += envelope[at - step] ?? 0;
        after += envelope[at + step - 1]!;
      }
      const rise = after - before;
      if (rise > steepest) [best, steepest] = [at, rise];
    }
    // Back to where the rise begins: the first step that is above what was before.
    const floor = envelope[Math.max(0, best - span)] ?? 0;
    const peak = most(envelope.slice(best, best + span + 1));
    let at = best;
    while (at > Math.max(0, first) && (envelope[at - 1] ?? 0) > floor + 0.1 * (peak - floor)) at--;
    return at * ENVELOPE;
  }

  /** Whether it is louder after a frame than before it: an end, cut off, has as broad a spectrum as a beginning. */
  private rises(frame: number): boolean {
    const at = Math.floor(frame / ENVELOPE);
    let [before, after] = [0, 0];
    for (let step = 1; step <= RISING_STEPS; step++) {
      before += this.envelope[at - step] ?? 0;
      after += this.envelope[at + step - 1] ?? 0;
    }
    return after > RISING * before;
  }

  private levelAfter(frame: number): number {
    const at = Math.floor(frame / ENVELOPE);
    return most([0, ...this.loudness.slice(at, at + LOUD_STEPS)]);
  }
}

/** Candidates below this share of the threshold are dropped: even the highest sensitivity does not reach them. */
const LEAST = 0.25;
const ENVELOPE = 16;
/** The share of the level itself in the envelope, beside the change from sample to sample. */
const LOWS = 0.05;
/** It counts as rising where a moment after is louder than a moment before by this. */
const RISING = 1.1;
const RISING_STEPS = Math.round((0.008 * RATE) / ENVELOPE);
const LOUD_STEPS = Math.round((0.02 * RATE) / ENVELOPE);

/** First bins of bands of a quarter octave, each at least one bin wide, and the one after the last. */
function bandEdges(): number[] {
  const bin = RATE / WINDOW;
  const edges: number[] = [];
  for (let hz = LOWEST_HZ; hz <= HIGHEST_HZ; hz *= 2 ** (1 / BANDS_AN_OCTAVE)) {
    const at = Math.max(1, Math.round(hz / bin));
    if (edges.at(-1) !== at) edges.push(at);
  }
  return edges;
}

function movingMean(values: readonly number[], reach: number): Float64Array {
  const sums = new Float64Array(values.length + 1);
  values.forEach((value, at) => (sums[at + 1] = sums[at]! + value));
  return Float64Array.from(values, (_, at) => {
    const [first, last] = [Math.max(0, at - reach), Math.min(values.length, at + reach + 1)];
    return (sums[last]! - sums[first]!) / (last - first);
  });
}

function joined(one: Float32Array, other: Float32Array): Float32Array {
  const all = new Float32Array(one.length + other.length);
  all.set(one);
  all.set(other, one.length);
  return all;
}
