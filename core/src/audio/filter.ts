import { filterCoefficient, snapToZero } from './math';

export type FilterKind = 'low' | 'band' | 'high';

/** A two-pole state-variable filter in the trapezoidal form (A. Simper, "Linear Trapezoidal Integrated SVF", 2013). */
export class StateFilter {
  private first = 0;
  private second = 0;
  private g = 0;
  private k = 1;
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

  /** Filters the samples from index `from` on, in place. */
  process(samples: Float64Array, from: number): void {
    const { g, k, scale, kind } = this;
    let first = this.first;
    let second = this.second;
    for (let index = from; index < samples.length; index++) {
      const input = samples[index]!;
      const band = scale * (first + g * (input - second));
      const low = second + g * band;
      first = 2 * band - first;
      second = 2 * low - second;
      samples[index] = kind === 'low' ? low : kind === 'band' ? k * band : input - k * band - low;
    }
    this.first = first;
    this.second = second;
  }
}
