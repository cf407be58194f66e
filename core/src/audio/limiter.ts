import { CHUNK, scratchChunk } from './voice';

/** No sample leaves louder than this: -1.4 dBFS. */
export const CEILING = 0.85;
/** How much of the way back to full level a chunk may go. */
const RECOVERY = 0.004;

/** Keeps peaks under the ceiling. It sees one chunk ahead, so the gain is down before the peak comes, without a step:
 *  across a chunk the gain runs straight between two values that both suit that chunk. */
export class Limiter {
  private gain = 1;
  private needNow = 1;
  private readonly waitingLeft = scratchChunk();
  private readonly waitingRight = scratchChunk();

  /** Takes the next chunk in and gives the one before it out, in place. */
  process(left: Float64Array, right: Float64Array): void {
    let peak = 0;
    for (let index = 0; index < CHUNK; index++) {
      const onLeft = left[index]!;
      const onRight = right[index]!;
      if (onLeft > peak) peak = onLeft;
      else if (-onLeft > peak) peak = -onLeft;
      if (onRight > peak) peak = onRight;
      else if (-onRight > peak) peak = -onRight;
    }
    const needNext = peak > CEILING ? CEILING / peak : 1;
    const to = Math.min(this.needNow, needNext, this.gain + (1 - this.gain) * RECOVERY + 1e-6);
    for (let index = 0; index < CHUNK; index++) {
      const gain = this.gain + ((to - this.gain) * (index + 1)) / CHUNK;
      const nextLeft = left[index]!;
      const nextRight = right[index]!;
      left[index] = this.waitingLeft[index]! * gain;
      right[index] = this.waitingRight[index]! * gain;
      this.waitingLeft[index] = nextLeft;
      this.waitingRight[index] = nextRight;
    }
    this.gain = to;
    this.needNow = needNext;
  }
}
