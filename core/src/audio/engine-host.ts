import { SoundEngine } from './engine';
import type { EngineMessage } from './messages';
import { PeakTeller, type PeaksMessage } from './meters';
import { SAMPLE_RATE } from './rate';
import { Resampler } from './resample';

export type { EngineMessage } from './messages';
export type { PeaksMessage } from './meters';

/** So many samples the engine makes at a time for a device of another rate. */
const BLOCK = 128;

/** A sound engine for a device that counts in a rate of its own, in whole hertz: what is said to the engine and what it tells is at 48 kHz
 *  always, as are its frames; the samples it gives are at the device's rate. */
export class EngineHost {
  private readonly engine: SoundEngine;
  private readonly teller: PeakTeller;
  private readonly resampled: ResampledEngine | null;
  /** Frames of the device that have been given. */
  private frame: number;

  /** `firstFrame`, in the device's count, is that of the first sample `render` will give. `tell` has the peaks, the first ones at once. */
  constructor(
    private readonly deviceRate: number,
    firstFrame: number,
    tell: (message: PeaksMessage) => void,
  ) {
    this.frame = firstFrame;
    this.engine = new SoundEngine(this.engineFrame());
    this.teller = new PeakTeller(this.engine, tell);
    this.resampled = deviceRate === SAMPLE_RATE ? null : new ResampledEngine(this.engine, deviceRate);
  }

  post(message: EngineMessage): void {
    this.engine.post(message);
  }

  /** Fills both channels with the next samples; any length. */
  render(left: Float32Array, right: Float32Array): void {
    (this.resampled ?? this.engine).render(left, right);
    this.frame += left.length;
    this.teller.rendered(left, right, this.engineFrame());
  }

  private engineFrame(): number {
    return Math.round((this.frame / this.deviceRate) * SAMPLE_RATE);
  }
}

/** Gives what an engine makes at another rate. */
class ResampledEngine {
  private readonly resampler: Resampler;
  private left: Float32Array = new Float32Array(0);
  private right: Float32Array = new Float32Array(0);
  private given = 0;

  constructor(
    private readonly engine: SoundEngine,
    rate: number,
  ) {
    this.resampler = new Resampler(rate);
  }

  render(left: Float32Array, right: Float32Array): void {
    for (let filled = 0; filled < left.length;) {
      if (this.given === this.left.length) this.makeMore();
      const count = Math.min(left.length - filled, this.left.length - this.given);
      left.set(this.left.subarray(this.given, this.given + count), filled);
      right.set(this.right.subarray(this.given, this.given + count), filled);
      this.given += count;
      filled += count;
    }
  }

  private makeMore(): void {
    const block = { left: new Float32Array(BLOCK), right: new Float32Array(BLOCK) };
    this.engine.render(block.left, block.right);
    ({ left: this.left, right: this.right } = this.resampler.take(block));
    this.given = 0;
  }
}
