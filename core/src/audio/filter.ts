import { exp2, filterCoefficient } from './math';
import { SAMPLE_RATE } from './rate';
import { CHUNK, type Samples, type Workbench } from './workbench';

export type FilterKind = 'low' | 'band' | 'high';

/** The bands of a track's tone, from below. */
export type Band = 'low' | 'mid' | 'high';
/** Where they lie, in hertz, and how wide the middle one is. */
const BAND_HZ: Readonly<Record<Band, number>> = { low: 160, mid: 900, high: 4500 };
const SHELF_K = 1.4142135623730951;
const BELL_K = 1.6;

/** A two-pole state-variable filter, worked as a step of two states. Four are worked at once, by a `FilterBank`. */
export class StateFilter {
  first = 0;
  second = 0;
  stay = 0;
  cross = 0;
  rise = 0;
  /** How much of input, band and low comes out. */
  ofInput = 0;
  ofBand = 0;
  ofLow = 1;

  constructor(readonly kind: FilterKind) {}

  /** `resonance` 0..0.95. */
  tune(hz: number, resonance: number): void {
    const k = 2 - 2 * resonance;
    this.work(filterCoefficient(hz, SAMPLE_RATE), k);
    this.ofInput = this.kind === 'high' ? 1 : 0;
    this.ofBand = this.kind === 'low' ? 0 : this.kind === 'band' ? k : -k;
    this.ofLow = this.kind === 'low' ? 1 : this.kind === 'band' ? 0 : -1;
  }

  /** Makes it turn a band of the whole up or down by some decibels (A. Simper, "Linear Trapezoidal Integrated SVF": bell and shelves). */
  tuneBand(band: Band, db: number): void {
    const g = filterCoefficient(BAND_HZ[band], SAMPLE_RATE);
    const a = exp2((db / 40) * 3.321928094887362);
    const root = exp2((db / 80) * 3.321928094887362);
    if (band === 'mid') {
      const k = BELL_K / a;
      this.work(g, k);
      this.mixOf(1, k * (a * a - 1), 0);
    } else if (band === 'low') {
      this.work(g / root, SHELF_K);
      this.mixOf(1, SHELF_K * (a - 1), a * a - 1);
    } else {
      this.work(g * root, SHELF_K);
      this.mixOf(a * a, SHELF_K * (1 - a) * a, 1 - a * a);
    }
  }

  private mixOf(ofInput: number, ofBand: number, ofLow: number): void {
    this.ofInput = ofInput;
    this.ofBand = ofBand;
    this.ofLow = ofLow;
  }

  private work(g: number, k: number): void {
    // band = scale (first + g (input - second)), low = second + g band, first' = 2 band - first, second' = 2 low - second.
    const scale = 1 / (1 + g * (g + k));
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

function load(values: Float32Array, lane: number, { stay, cross, rise, ofInput, ofBand, ofLow, first, second }: StateFilter): void {
  values[lane] = stay;
  values[LANES + lane] = cross;
  values[2 * LANES + lane] = rise;
  // Band and low are halves of sums of a state before and after.
  values[3 * LANES + lane] = ofInput;
  values[4 * LANES + lane] = ofBand / 2;
  values[5 * LANES + lane] = ofLow / 2;
  values[FIRST + lane] = first;
  values[SECOND + lane] = second;
}

/** Numbers too small to hear slow processors down; they become 0. */
function snapToZero(x: number): number {
  return x < 1e-9 && x > -1e-9 ? 0 : x;
}
