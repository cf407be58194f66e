import { sineTurn } from './math';
import { Rotor } from './rotor';
import { scratchChunk } from './voice';

/** Phase offsets, in turns, that modulators give the voice being rendered. Voices render one after another, so they share it. */
export const bend = scratchChunk();

/** One source of a tone. Each shape has its own loop: one loop that chose for every sample took three times as long. */
export interface Oscillator {
  /** Adds its samples from index `from` on. */
  add(samples: Float64Array, from: number): void;
  /** Goes on at another frequency, in turns a sample, from the phase it is at. */
  tune(turns: number): void;
}

export class Sine implements Oscillator {
  private readonly rotor: Rotor;

  constructor(
    turns: number,
    private readonly level: number,
  ) {
    this.rotor = new Rotor(turns);
  }

  add(samples: Float64Array, from: number): void {
    this.rotor.add(samples, from, this.level);
  }

  tune(turns: number): void {
    this.rotor.tune(turns);
  }
}

/** A sine whose phase is moved by `bend`. */
export class BentSine implements Oscillator {
  private phase = 0;

  constructor(
    private turns: number,
    private readonly level: number,
  ) {}

  add(samples: Float64Array, from: number): void {
    const { turns, level } = this;
    let { phase } = this;
    for (let index = from; index < samples.length; index++) {
      phase += turns;
      if (phase >= 1) phase -= 1;
      samples[index]! += level * sineTurn(phase + bend[index]!);
    }
    this.phase = phase;
  }

  tune(turns: number): void {
    this.turns = turns;
  }
}

export class Saw implements Oscillator {
  private phase = 0;

  constructor(
    private turns: number,
    private readonly level: number,
  ) {}

  add(samples: Float64Array, from: number): void {
    const { turns, level } = this;
    let { phase } = this;
    for (let index = from; index < samples.length; index++) {
      phase += turns;
      if (phase >= 1) phase -= 1;
      samples[index]! += level * (2 * phase - 1 - edge(phase, turns));
    }
    this.phase = phase;
  }

  tune(turns: number): void {
    this.turns = turns;
  }
}

export class Square implements Oscillator {
  private phase = 0;

  constructor(
    private turns: number,
    private readonly level: number,
  ) {}

  add(samples: Float64Array, from: number): void {
    const { turns, level } = this;
    let { phase } = this;
    for (let index = from; index < samples.length; index++) {
      phase += turns;
      if (phase >= 1) phase -= 1;
      const half = phase < 0.5 ? phase + 0.5 : phase - 0.5;
      samples[index]! += level * ((phase < 0.5 ? 1 : -1) + edge(phase, turns) - edge(half, turns));
    }
    this.phase = phase;
  }

  tune(turns: number): void {
    this.turns = turns;
  }
}

/** Rounds off a jump at phase 0 so that it does not fold back as a whistle (polynomial band-limited step). */
function edge(phase: number, step: number): number {
  if (phase < step) {
    const x = phase / step;
    return x + x - x * x - 1;
  }
  if (phase > 1 - step) {
    const x = (phase - 1) / step;
    return x * x + x + x + 1;
  }
  return 0;
}
