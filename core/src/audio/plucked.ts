import { LINE_OVER, LINE_SAMPLES, type LinePool } from './line-pool';
import { exp2 } from './math';
import { SAMPLE_RATE } from './rate';
import type { ToneSound } from './sounds';
import { CHUNK, from, type Samples, type Workbench } from './workbench';

export const TAPS = 6;
/** The shortest and longest period that the line takes, in samples: 4 kHz and 24 Hz. */
const SHORTEST = 12;
const LONGEST = LINE_SAMPLES - 16;
const MASK = LINE_SAMPLES - 1;
/** Steps in a chunk while its pitch changes; each takes a whole number of fours. */
const STEPS = 16;

export type StringLayer = NonNullable<ToneSound['string']>;

/** A string that is plucked once and rings: a line one period long, which loses a little of its highs each time round. */
export class PluckedString {
  private readonly line: Samples | null;
  private readonly taps: Samples | null;
  private index = 0;
  private back = 0;
  private hasBegun = false;
  private period = 0;
  private wanted = 0;

  constructor(
    private readonly bench: Workbench,
    private readonly lines: LinePool,
    private readonly tapLines: LinePool,
    private readonly layer: StringLayer,
    private readonly velocity: number,
    private readonly seed: number,
  ) {
    this.line = lines.take();
    this.taps = tapLines.take();
  }

  /** Sets its pitch in cycles per sample, reached within the next chunk; pitches the delay line cannot hold sound octaves off. */
  tune(turns: number): void {
    let period = 1 / turns;
    while (period < SHORTEST) period *= 2;
    while (period > LONGEST) period /= 2;
    this.wanted = period;
  }

  private setPeriod(period: number): void {
    if (!this.taps || period === this.period) return;
    this.period = period;
    // Losing highs delays by one sample, reading between samples by one to two.
    this.back = Math.floor(period - 2);
    const late = period - 1 - this.back;
    const between = [
      (-(late - 1) * (late - 2) * (late - 3)) / 6,
      (late * (late - 2) * (late - 3)) / 2,
      (-late * (late - 1) * (late - 3)) / 2,
      (late * (late - 1) * (late - 2)) / 6,
    ];
    const kept = exp2((-9.965784284662087 * period) / (this.layer.decaySeconds * SAMPLE_RATE));
    const lost = this.layer.damping / 2;
    const loss = [lost * kept, (1 - 2 * lost) * kept, lost * kept];
    const { values } = this.taps;
    values.fill(0);
    between.forEach((a, first) => loss.forEach((b, second) => (values[first + second]! += a * b)));
  }

  /** Adds what is left of a chunk from index `first` on. */
  add(samples: Samples, first: number): void {
    const { line, taps, layer } = this;
    if (!line || !taps) return;
    if (!this.hasBegun) {
      this.setPeriod(this.wanted);
      this.begin(line, CHUNK - first);
    }
    // A pitch that changes does so in small steps, for each is a jump in the line.
    const steps = this.wanted === this.period ? 1 : STEPS;
    const step = (this.wanted - this.period) / steps;
    for (let at = 0; at < steps; at++) {
      const [begin, end] = [Math.max(first, (CHUNK / steps) * at), (CHUNK / steps) * (at + 1)];
      this.setPeriod(at === steps - 1 ? this.wanted : this.period + step);
      if (begin >= end) continue;
      const { back, index } = this;
      this.index = this.bench.loops.pluck(from(samples, begin), from(samples, end), line.at, index, MASK, back, taps.at, layer.level);
    }
  }

  end(): void {
    if (this.line) this.lines.giveBack(this.line);
    if (this.taps) this.tapLines.giveBack(this.taps);
  }

  /** Draws the string aside where it is picked, with some roughness of the fingers, duller where it is played softly. The line begins so that it stands
   *  at a whole step when the first chunk, of which `count` samples are left, is over. */
  private begin({ values }: Samples, count: number): void {
    this.hasBegun = true;
    this.index = -count & 3;
    const { layer, velocity, period } = this;
    const length = this.back + TAPS - 1;
    const shine = Math.min(0.98, layer.brightness * (0.25 + 0.75 * (velocity / 127)));
    let state = this.seed >>> 0 || 1;
    let [smooth, sum] = [0, 0];
    const shape = new Float64Array(length);
    // Twice round, so that the smoothing has no beginning.
    for (let at = 0; at < 2 * length; at++) {
      state ^= state << 13;
      state ^= state >>> 17;
      state ^= state << 5;
      const drawn = (at % length) / period < layer.pickedAt ? 1 - layer.pickedAt : -layer.pickedAt;
      smooth += shine * (drawn + layer.roughness * (state / 2147483648) - smooth);
      shape[at % length] = smooth;
    }
    for (const value of shape) sum += value;
    shape.forEach((value, at) => (values[(this.index - length + at) & MASK] = value - sum / length));
    values.copyWithin(LINE_SAMPLES, 0, LINE_OVER);
  }
}
