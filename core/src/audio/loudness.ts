import { SAMPLE_RATE } from './rate';
import { sineTurn } from './math';
import type { Block } from './resample';

/** A filter of two poles and two zeros, with what it remembers. */
class Biquad {
  private x1 = 0;
  private x2 = 0;
  private y1 = 0;
  private y2 = 0;

  constructor(
    private readonly b: readonly [number, number, number],
    private readonly a: readonly [number, number],
  ) {}

  run(x: number): number {
    const y = this.b[0] * x + this.b[1] * this.x1 + this.b[2] * this.x2 - this.a[0] * this.y1 - this.a[1] * this.y2;
    this.x2 = this.x1;
    this.x1 = x;
    this.y2 = this.y1;
    this.y1 = y;
    return y;
  }
}

/** The two filters of ITU-R BS.1770-4, for 48 kHz. */
const shelf = () => new Biquad([1.53512485958697, -2.69169618940638, 1.19839281085285], [-1.69065929318241, 0.73248077421585]);
const highPass = () => new Biquad([1, -2, 1], [-1.99004745483398, 0.99007225036621]);

/** The K-weighting filter of ITU-R BS.1770-4, at 48 kHz. */
export function kWeighting(): (sample: number) => number {
  const [first, second] = [shelf(), highPass()];
  return (sample) => second.run(first.run(sample));
}

const BLOCK_FRAMES = 0.4 * SAMPLE_RATE;
const STEP_FRAMES = 0.1 * SAMPLE_RATE;
const ABSOLUTE_GATE = -70;
const RELATIVE_GATE = -10;

/** Measures integrated loudness (ITU-R BS.1770-4, EBU R 128) of stereo at 48 kHz. */
export class LoudnessMeter {
  private readonly filters = [kWeighting(), kWeighting()] as const;
  /** Sums of squares of both channels for each tenth of a second. */
  private readonly steps: number[] = [];
  private sum = 0;
  private frames = 0;

  add({ left, right }: Block): void {
    const [weighLeft, weighRight] = this.filters;
    for (let index = 0; index < left.length; index++) {
      const a = weighLeft(left[index]!);
      const b = weighRight(right[index]!);
      this.sum += a * a + b * b;
      if (++this.frames < STEP_FRAMES) continue;
      this.steps.push(this.sum);
      this.sum = 0;
      this.frames = 0;
    }
  }

  /** Loudness in LUFS; -Infinity for silence, or what lasts less than 0.4 s. */
  integrated(): number {
    const perBlock = BLOCK_FRAMES / STEP_FRAMES;
    const powers: number[] = [];
    for (let first = 0; first + perBlock <= this.steps.length; first++) {
      let power = 0;
      for (let step = first; step < first + perBlock; step++) power += this.steps[step]!;
      powers.push(power / BLOCK_FRAMES);
    }
    const loud = powers.filter((power) => lufs(power) > ABSOLUTE_GATE);
    const gate = lufs(mean(loud)) + RELATIVE_GATE;
    return lufs(mean(loud.filter((power) => lufs(power) > gate)));
  }
}

function lufs(power: number): number {
  return power > 0 ? -0.691 + 10 * Math.log10(power) : -Infinity;
}

function mean(values: readonly number[]): number {
  return values.length ? values.reduce((sum, value) => sum + value, 0) / values.length : 0;
}

/** Phases and length of the filter that finds peaks between samples. */
const PHASES = 4;
const REACH = 12;

/** Finds the true peak of stereo (BS.1770-4, annex 2): the highest level between samples too, four places for each. */
export class TruePeakMeter {
  private readonly kept = [new Float32Array(2 * REACH), new Float32Array(2 * REACH)];
  private peak = 0;
  /** The carried-over samples followed by the new ones. */
  private joined = new Float32Array(0);

  add({ left, right }: Block): void {
    this.addTo(0, left);
    this.addTo(1, right);
  }

  private addTo(channel: 0 | 1, samples: Float32Array): void {
    const length = 2 * REACH + samples.length;
    if (this.joined.length !== length) this.joined = new Float32Array(length);
    const all = this.joined;
    const kept = this.kept[channel]!;
    all.set(kept);
    all.set(samples, 2 * REACH);
    for (let index = REACH; index < length - REACH; index++) this.look(all, index);
    kept.set(all.subarray(-2 * REACH));
  }

  /** As a gain: 1 is full scale. */
  get value(): number {
    return this.peak;
  }

  /** As `value`; then resets. */
  take(): number {
    const { peak } = this;
    this.peak = 0;
    return peak;
  }

  private look(all: Float32Array, index: number): void {
    this.peak = Math.max(this.peak, Math.abs(all[index]!));
    // Between quiet samples there is no peak to be found.
    if (Math.abs(all[index]!) < this.peak * 0.5 && Math.abs(all[index + 1]!) < this.peak * 0.5) return;
    for (let phase = 1; phase < PHASES; phase++) {
      const weights = BETWEEN[phase]!;
      let value = 0;
      for (let tap = 0; tap < 2 * REACH; tap++) value += weights[tap]! * all[index + tap - REACH + 1]!;
      this.peak = Math.max(this.peak, Math.abs(value));
    }
  }
}

/** Weights of the samples around a place between two of them: a windowed sinc. */
const BETWEEN = Array.from({ length: PHASES }, (_, phase) =>
  Float64Array.from({ length: 2 * REACH }, (__, tap) => {
    const x = tap - REACH + 1 - phase / PHASES;
    const sinc = x === 0 ? 1 : sineTurn(x / 2) / (Math.PI * x);
    return sinc * (0.5 + 0.5 * sineTurn(x / (2 * REACH) + 0.25));
  }),
);
