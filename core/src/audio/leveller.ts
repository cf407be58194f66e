import { SAMPLE_RATE } from './rate';
import type { Samples, Workbench } from './workbench';

/** Below this a swing is none that is heard, in hertz. */
const LOWEST_HZ = 10;
const KEPT = 1 - (2 * Math.PI * LOWEST_HZ) / SAMPLE_RATE;

/** Brings both sides back about the middle: what bends sound softly may push it to one side, which costs loudness and clicks at a cut. */
export class Leveller {
  private readonly states: Samples;

  constructor(private readonly bench: Workbench) {
    this.states = bench.samples(4);
  }

  /** In place. */
  process(left: Samples, right: Samples): void {
    this.bench.loops.level(left.at, right.at, this.states.at, KEPT);
  }
}
