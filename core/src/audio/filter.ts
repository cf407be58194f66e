import { filterCoefficient } from './math';
import { SAMPLE_RATE } from './rate';
import { CHUNK, type Samples, type Workbench } from './workbench';

export type FilterKind = 'low' | 'band' | 'high';

/** A two-pole state-variable filter, worked as a step of two states. Four are worked at once, by a `FilterBank`. */
export class StateFilter {
  first = 0;
  second = 0;
  stay = 0;
  cross = 0;
  rise = 0;
  k = 1;

  constructor(readonly kind: FilterKind) {}

  /** `resonance` 0..0.95. */
  tune(hz: number, resonance: number): void {
    const g = filterCoefficient(hz, SAMPLE_RATE);
    this.k = 2 - 2 * resonance;
    // band = scale (first + g (input - second)), low = second + g band, first' = 2 band - first, second' = 2 low - second.
    const scale = 1 / (1 + g * (g + this.k));
    this.stay = 2 * scale - 1;
    this.cross = 2 * scale * g;
    this.rise = this.cross * g;
  }
}

const LANES = 4;
/** Where the two states of all four filters begin among the bank's values. */
const FIRST = 6 * LANES;
const SECOND = 7 * LANES;

/** Filters chunks of samples four at a time: a sample waits for the one before it, four filters need not wait for each other. */
export class FilterBank {
  private readonly waiting: (StateFilter | null)[] = [null, null, null, null];
  private readonly chunks: number[];
  private readonly idle: readonly number[];
  private count = 0;
  /** The coefficients the loop reads, each for four filters: stay, cross, rise, how much of input, band and low comes out, and the states. */
  private readonly values: Samples;

  constructor(private readonly bench: Workbench) {
    this.values = bench.samples(8 * LANES);
    this.idle = this.waiting.map(() => bench.samples(CHUNK).at);
    this.chunks = [...this.idle];
  }

  /** Takes a chunk to be filtered in place, at once or later: it is done after `finish`. */
  add(filter: StateFilter, samples: Samples): void {
    const lane = this.count++;
    this.waiting[lane] = filter;
    this.chunks[lane] = samples.at;
    if (this.count === LANES) this.finish();
  }

  /** Filters what still waits. */
  finish(): void {
    if (this.count === 0) return;
    const { values, waiting, chunks, idle, bench } = this;
    for (let lane = 0; lane < this.count; lane++) load(values.values, lane, waiting[lane]!);
    for (let lane = this.count; lane < LANES; lane++) {
      chunks[lane] = idle[lane]!;
      values.values[FIRST + lane] = values.values[SECOND + lane] = 0;
    }
    bench.loops.filters(chunks[0]!, chunks[1]!, chunks[2]!, chunks[3]!, values.at);
    for (let lane = 0; lane < this.count; lane++) {
      waiting[lane]!.first = snapToZero(values.values[FIRST + lane]!);
      waiting[lane]!.second = snapToZero(values.values[SECOND + lane]!);
    }
    this.count = 0;
  }
}

function load(values: Float32Array, lane: number, { kind, stay, cross, rise, k, first, second }: StateFilter): void {
  values[lane] = stay;
  values[LANES + lane] = cross;
  values[2 * LANES + lane] = rise;
  // Band and low are halves of sums of a state before and after.
  values[3 * LANES + lane] = kind === 'high' ? 1 : 0;
  values[4 * LANES + lane] = kind === 'low' ? 0 : kind === 'band' ? k / 2 : -k / 2;
  values[5 * LANES + lane] = kind === 'low' ? 0.5 : kind === 'band' ? 0 : -0.5;
  values[FIRST + lane] = first;
  values[SECOND + lane] = second;
}

/** Numbers too small to hear slow processors down; they become 0. */
function snapToZero(x: number): number {
  return x < 1e-9 && x > -1e-9 ? 0 : x;
}
