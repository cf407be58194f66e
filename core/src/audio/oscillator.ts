import type { OscillatorShape } from './sounds';
import { CHUNK, endOf, from, type Samples, type Workbench } from './workbench';

/** One source of a tone, at a phase that goes on from chunk to chunk. */
export class Oscillator {
  /** `turns` of its phase a sample: frequency over sample rate. At half a turn and above, which no sample rate can carry, it is silent. */
  constructor(
    private readonly bench: Workbench,
    private readonly shape: OscillatorShape,
    private turns: number,
    private phase = 0,
  ) {}

  /** Goes on at another frequency from the phase it is at. */
  tune(turns: number): void {
    this.turns = turns;
  }

  /** Adds what is left of a chunk from index `first` on, the phase moved by `offsets` where there are some (a sine only). */
  add(samples: Samples, first: number, level: number, offsets?: Samples): void {
    const { loops } = this.bench;
    const { shape, turns } = this;
    const phase = this.next(first);
    if (turns >= 0.5) return;
    const at = from(samples, first);
    const end = endOf(samples);
    if (offsets) loops.movedSine(at, end, phase, turns, level, from(offsets, first));
    else if (shape === 'sine') loops.sine(at, end, phase, turns, level, 1);
    else if (shape === 'saw') loops.saw(at, end, phase, turns, level);
    else loops.square(at, end, phase, turns, level);
  }

  /** Adds its sine at a level that falls by `factor` a sample. */
  addFading(samples: Samples, first: number, level: number, factor: number): void {
    const { turns } = this;
    const phase = this.next(first);
    if (turns < 0.5) this.bench.loops.sine(from(samples, first), endOf(samples), phase, turns, level, factor);
  }

  /** The phase it is at; moves on to the next chunk. */
  private next(first: number): number {
    const { phase } = this;
    this.phase = wrap(phase + (CHUNK - first) * this.turns);
    return phase;
  }
}

/** A phase within 0..1. */
export function wrap(phase: number): number {
  return phase - Math.floor(phase);
}
