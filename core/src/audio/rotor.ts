import { sineTurn } from './math';

/** A plain sine made by turning a point round the unit circle: four multiplications a sample, no polynomial. The turn's cosine comes
 *  from its sine by a square root, so that the point neither grows nor shrinks (a gigasample changes it by less than 1e-6). */
export class Rotor {
  private sine = 0;
  private cosine = 1;
  private turnSine = 0;
  private turnCosine = 1;

  /** `turns` of the circle a sample: frequency over sample rate. Above half a turn, which no sample rate can carry, it is silent. */
  constructor(turns: number) {
    this.tune(turns);
  }

  /** Turns on at another speed from where it is. */
  tune(turns: number): void {
    const isHeard = turns < 0.5;
    this.turnSine = isHeard ? sineTurn(turns) : 0;
    const size = Math.sqrt(1 - this.turnSine * this.turnSine);
    this.turnCosine = turns > 0.25 ? -size : size;
    if (!isHeard) this.sine = this.cosine = 0;
    else if (this.sine === 0 && this.cosine === 0) this.cosine = 1;
  }

  /** Adds `level` times the sine to the samples from index `from` on; the level falls by `factor` a sample. Returns the level left. */
  add(samples: Float64Array, from: number, level: number, factor = 1): number {
    const { turnSine, turnCosine } = this;
    let { sine, cosine } = this;
    let loud = level;
    for (let index = from; index < samples.length; index++) {
      const next = sine * turnCosine + cosine * turnSine;
      cosine = cosine * turnCosine - sine * turnSine;
      sine = next;
      samples[index]! += loud * sine;
      loud *= factor;
    }
    this.sine = sine;
    this.cosine = cosine;
    return loud;
  }
}
