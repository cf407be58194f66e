import { sineTurn } from './math';
import { SAMPLE_RATE } from './rate';

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

/** Turns blocks at 48 kHz into blocks at another rate (whole hertz), without a seam between them and with no delay: a sample comes out once
 *  the 32 after it are there. Call `end` for the last samples. */
export class Resampler {
  /** Samples out per samples in: 147 for 160 at 44.1 kHz. */
  readonly up: number;
  readonly down: number;
  private readonly phases: readonly Float64Array[];
  private left: Float32Array = new Float32Array(REACH - 1);
  private right: Float32Array = new Float32Array(REACH - 1);
  /** Index in what is kept, and phase, of the next sample out. */
  private at = 0;
  private phase = 0;

  constructor(rate: number) {
    const shared = divisor(rate, SAMPLE_RATE);
    this.up = rate / shared;
    this.down = SAMPLE_RATE / shared;
    this.phases = makePhases(this.up, this.down);
  }

  take(block: Block): Block {
    this.left = joined(this.left, block.left);
    this.right = joined(this.right, block.right);
    const count = this.ready();
    const [left, right] = [new Float32Array(count), new Float32Array(count)];
    for (let index = 0; index < count; index++) {
      const weights = this.phases[this.phase]!;
      let [a, b] = [0, 0];
      for (let tap = 0; tap < TAPS; tap++) {
        a += weights[tap]! * this.left[this.at + tap]!;
        b += weights[tap]! * this.right[this.at + tap]!;
      }
      left[index] = a;
      right[index] = b;
      this.phase += this.down;
      this.at += Math.floor(this.phase / this.up);
      this.phase %= this.up;
    }
    this.left = this.left.slice(this.at);
    this.right = this.right.slice(this.at);
    this.at = 0;
    return { left, right };
  }

  /** The remaining samples, as if silence followed. */
  end(): Block {
    return this.take({ left: new Float32Array(REACH), right: new Float32Array(REACH) });
  }

  /** How many samples can be made of what is there. */
  private ready(): number {
    const last = this.left.length - TAPS;
    if (last < this.at) return 0;
    return Math.floor(((last - this.at) * this.up + this.up - 1 - this.phase) / this.down) + 1;
  }
}

/** Samples one after the other. */
export function joined(before: Float32Array, after: Float32Array): Float32Array<ArrayBuffer> {
  const all = new Float32Array(before.length + after.length);
  all.set(before);
  all.set(after, before.length);
  return all;
}
