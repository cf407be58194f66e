import { filterCoefficient, snapToZero, soften } from './math';

export type FilterKind = 'low' | 'band' | 'high';

/** A two-pole state-variable filter in the trapezoidal form (A. Simper, "Linear Trapezoidal Integrated SVF", 2013), worked as a step
 *  of two states: what each state becomes is written out, so that a sample waits for fewer operations of the one before. */
export class StateFilter {
  private first = 0;
  private second = 0;
  private k = 1;
  private g = 0;
  private scale = 1;

  constructor(
    private readonly kind: FilterKind,
    private readonly sampleRate: number,
  ) {}

  /** `resonance` 0..0.95. */
  tune(hz: number, resonance: number): void {
    this.g = filterCoefficient(hz, this.sampleRate);
    this.k = 2 - 2 * resonance;
    this.scale = 1 / (1 + this.g * (this.g + this.k));
    this.first = snapToZero(this.first);
    this.second = snapToZero(this.second);
  }

  /** Filters the samples from index `from` on, in place, each bent softly after `drive` times it. */
  process(samples: Float64Array, from: number, drive = 0): void {
    const { g, k, scale, kind } = this;
    const ofInput = kind === 'high' ? 1 : 0;
    const ofBand = kind === 'low' ? 0 : kind === 'band' ? k : -k;
    const ofLow = kind === 'low' ? 1 : kind === 'band' ? 0 : -1;
    // band = scale (first + g (input - second)), low = second + g band, first' = 2 band - first, second' = 2 low - second.
    const b = scale * g;
    const stay = 2 * scale - 1;
    const cross = 2 * b;
    const fall = 1 - cross * g;
    const rise = cross * g;
    let { first, second } = this;
    for (let index = from; index < samples.length; index++) {
      const input = drive === 0 ? samples[index]! : soften(samples[index]! * drive);
      const nextFirst = stay * first - cross * second + cross * input;
      const nextSecond = cross * first + fall * second + rise * input;
      const band = (first + nextFirst) * 0.5;
      const low = (second + nextSecond) * 0.5;
      samples[index] = ofInput * input + ofBand * band + ofLow * low;
      first = nextFirst;
      second = nextSecond;
    }
    this.first = first;
    this.second = second;
  }
}
