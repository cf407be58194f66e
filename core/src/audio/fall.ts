import { decayPerSample, power } from './math';
import { SAMPLE_RATE } from './rate';
import { CHUNK } from './workbench';

/** A level that falls by the same factor with every sample. */
export class Fall {
  readonly factor: number;
  private readonly overChunk: number;

  /** `seconds` until it has fallen by 60 dB. */
  constructor(seconds: number) {
    this.factor = decayPerSample(seconds, SAMPLE_RATE);
    this.overChunk = power(this.factor, CHUNK);
  }

  /** The factor it falls by over that many samples. */
  over(count: number): number {
    return count === CHUNK ? this.overChunk : power(this.factor, count);
  }
}
