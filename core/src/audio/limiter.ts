import { CHUNK, type Samples, type Workbench } from './workbench';

/** No sample leaves louder than this, nor what lies half-way between two: -1.7 dBFS, so that all stays below -1 dB. */
export const CEILING = 0.82;
/** How much of the way back to full level a chunk may go. */
const RECOVERY = 0.004;

/** Keeps peaks under the ceiling. It sees one chunk ahead, so the gain is down before the peak comes, without a step:
 *  across a chunk the gain runs straight between two values that both suit that chunk. */
export class Limiter {
  private gain = 1;
  private needNow = 1;
  private least = 1;
  private readonly waitingLeft: Samples;
  private readonly waitingRight: Samples;

  constructor(private readonly bench: Workbench) {
    this.waitingLeft = bench.samples(CHUNK);
    this.waitingRight = bench.samples(CHUNK);
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
    const peak = loops.peakBetween(left.at, right.at);
    const needNext = peak > CEILING ? CEILING / peak : 1;
    const to = Math.min(this.needNow, needNext, this.gain + (1 - this.gain) * RECOVERY + 1e-6);
    const step = (to - this.gain) / CHUNK;
    loops.exchange(left.at, this.waitingLeft.at, this.gain, step);
    loops.exchange(right.at, this.waitingRight.at, this.gain, step);
    this.gain = to;
    if (to < this.least) this.least = to;
    this.needNow = needNext;
  }
}
