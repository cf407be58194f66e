import { sineTurn } from './math';
import { SAMPLE_RATE } from './rate';
import { Workbench, type Samples } from './workbench';

/** Samples of both channels. */
export interface Block {
  readonly left: Float32Array;
  readonly right: Float32Array;
}

/** Samples in on either side of one out. */
const REACH = 32;
const TAPS = 2 * REACH;
/** Where the filter lets go, as a share of the lower rate's half: above it nothing may fold back. */
const PASS = 0.94;

/** Weights of the samples around a place between two of them, for each of `up` places: a windowed sinc, low-pass for the lower rate. */
function makePhases(up: number, down: number): Float64Array[] {
  const cutoff = PASS * Math.min(1, up / down);
  return Array.from({ length: up }, (_, phase) => {
    const share = phase / up;
    const weights = Float64Array.from({ length: TAPS }, (__, tap) => {
      const away = tap - REACH + 1 - share;
      return cutoff * sinc(cutoff * away) * window(away / REACH);
    });
    const sum = weights.reduce((total, weight) => total + weight, 0);
    return weights.map((weight) => weight / sum);
  });
}

function sinc(x: number): number {
  return x === 0 ? 1 : sineTurn(x / 2) / (Math.PI * x);
}

/** Blackman's, from -1 to 1. */
function window(x: number): number {
  if (x <= -1 || x >= 1) return 0;
  const cosine = (turns: number) => sineTurn(turns + 0.25);
  return 0.42 + 0.5 * cosine(x / 2) + 0.08 * cosine(x);
}

function divisor(a: number, b: number): number {
  return b === 0 ? a : divisor(b, a % b);
}

/** Frames that are turned in one go. */
const MOST = 4096;

/** Turns blocks at 48 kHz into blocks at another rate (whole hertz, not above 48,000), without a seam between them and with no delay: a sample comes out once
 *  the 32 after it are there. Call `end` for the last samples. */
export class Resampler {
  /** Samples out per samples in: 147 for 160 at 44.1 kHz. */
  readonly up: number;
  readonly down: number;
  private readonly bench = new Workbench();
  private readonly weights: Samples;
  private readonly given: Samples;
  private readonly turned: Samples;
  private left: Float32Array = new Float32Array(REACH - 1);
  private right: Float32Array = new Float32Array(REACH - 1);
  /** Phase of the next sample out, whose first sample in is the first that is kept. */
  private phase = 0;

  constructor(rate: number) {
    const shared = divisor(rate, SAMPLE_RATE);
    this.up = rate / shared;
    this.down = SAMPLE_RATE / shared;
    this.weights = this.bench.samples(this.up * TAPS);
    makePhases(this.up, this.down).forEach((weights, phase) => this.weights.values.set(weights, phase * TAPS));
    this.given = this.bench.samples(MOST + TAPS);
    this.turned = this.bench.samples(MOST);
  }

  take({ left, right }: Block): Block {
    if (left.length <= MOST) return this.takeSome(left, right);
    const parts: Block[] = [];
    for (let at = 0; at < left.length; at += MOST) parts.push(this.takeSome(left.subarray(at, at + MOST), right.subarray(at, at + MOST)));
    return parts.reduce((all, part) => ({ left: joined(all.left, part.left), right: joined(all.right, part.right) }));
  }

  /** The remaining samples, as if silence followed. */
  end(): Block {
    return this.take({ left: new Float32Array(REACH), right: new Float32Array(REACH) });
  }

  private takeSome(left: Float32Array, right: Float32Array): Block {
    this.left = joined(this.left, left);
    this.right = joined(this.right, right);
    const count = this.ready();
    const out = { left: this.turn(this.left, count), right: this.turn(this.right, count) };
    const gone = this.phase + count * this.down;
    const used = Math.floor(gone / this.up);
    this.phase = gone % this.up;
    this.left = this.left.slice(used);
    this.right = this.right.slice(used);
    return out;
  }

  private turn(samples: Float32Array, count: number): Float32Array {
    const { given, turned, weights, up, down } = this;
    given.values.set(samples);
    this.bench.loops.resample(given.at, turned.at, count, this.phase, up, down, weights.at, TAPS);
    return turned.values.slice(0, count);
  }

  /** How many samples can be made of what is there. */
  private ready(): number {
    const last = this.left.length - TAPS;
    if (last < 0) return 0;
    return Math.floor((last * this.up + this.up - 1 - this.phase) / this.down) + 1;
  }
}

/** Samples one after the other. */
export function joined(before: Float32Array, after: Float32Array): Float32Array<ArrayBuffer> {
  const all = new Float32Array(before.length + after.length);
  all.set(before);
  all.set(after, before.length);
  return all;
}
