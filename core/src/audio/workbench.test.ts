import { FilterBank, StateFilter, type FilterKind } from './filter';
import type { OscillatorShape } from './sounds';
import { CHUNK, from, Workbench } from './workbench';

const RATE = 48_000;

/** `count` chunks of an oscillator that begins at index `first` of the first one. */
function sounded(shape: OscillatorShape, turns: number, count: number, first = 0): number[] {
  const bench = new Workbench();
  const [tone, offsets] = [bench.numbers(64), bench.samples(CHUNK)];
  // One oscillator and no modulators: its shape, phase, turns a sample and level.
  tone.values.set([1, 0, ['sine', 'saw', 'square'].indexOf(shape), 0, turns, 1]);
  return Array.from({ length: count }, (_, index) => {
    bench.clearAway();
    const chunk = bench.chunk();
    bench.loops.tone(chunk.at, index === 0 ? first : 0, tone.at, offsets.at, 0);
    return [...chunk.values];
  })
    .flat()
    .slice(first);
}

it('a sine neither drifts nor grows in ten seconds, whichever sample it begins on, and is silent above half the sample rate', () => {
  const samples = sounded('sine', 440 / RATE, (10 * RATE) / CHUNK, 37);
  const off = samples.map((sample, index) => Math.abs(sample - Math.sin((2 * Math.PI * 440 * (index + 1)) / RATE)));
  expect(off.reduce((most, each) => Math.max(most, each), 0)).toBeLessThan(2e-5);
  expect(sounded('sine', 0.6, 1).every((sample) => sample === 0)).toBe(true);
});

it.each<[OscillatorShape, (harmonic: number) => number]>([
  ['saw', (harmonic) => 2 / (Math.PI * harmonic)],
  ['square', (harmonic) => (harmonic % 2 ? 4 / (Math.PI * harmonic) : 0)],
])('a %s has the harmonics that mathematics gives it, and hardly anything between them', (shape, expected) => {
  // Nine turns in 4800 samples: whole turns, so that what is at another frequency is not the harmonics' own.
  const samples = sounded(shape, 9 / 4800, 75);
  const amplitude = (turnsInAll: number) => {
    const phase = (index: number) => (2 * Math.PI * turnsInAll * index) / 4800;
    const sine = samples.reduce((sum, sample, index) => sum + sample * Math.sin(phase(index)), 0);
    const cosine = samples.reduce((sum, sample, index) => sum + sample * Math.cos(phase(index)), 0);
    return (2 * Math.hypot(sine, cosine)) / 4800;
  };
  for (let harmonic = 1; harmonic <= 8; harmonic++) expect(amplitude(9 * harmonic)).toBeCloseTo(expected(harmonic), 2);
  for (const between of [5, 13, 100, 1000]) expect(amplitude(between)).toBeLessThan(1e-3);
});

/** A sine after a filter at 1 kHz, with three other filters at work beside it. */
function passed(kind: FilterKind, hz: number, lane: number): number {
  const bench = new Workbench();
  const bank = new FilterBank(bench);
  const filters = [0, 1, 2, 3].map((index) => new StateFilter(index === lane ? kind : 'low'));
  filters.forEach((filter, index) => filter.tune(index === lane ? 1000 : 200 * (index + 1), index === lane ? 0 : 0.9));
  let most = 0;
  for (let at = 0; at < 9600; at += CHUNK) {
    bench.clearAway();
    const chunks = filters.map(() => bench.chunk());
    chunks.forEach(({ values }, index) => {
      for (let each = 0; each < CHUNK; each++) values[each] = index === lane ? Math.sin((2 * Math.PI * hz * (at + each)) / RATE) : 1;
    });
    filters.forEach((filter, index) => bank.add(filter, chunks[index]!));
    if (at > 4800) for (const sample of chunks[lane]!.values) most = Math.max(most, Math.abs(sample));
  }
  return most;
}

it.each<[FilterKind, boolean, boolean]>([
  ['low', true, false],
  ['high', false, true],
  ['band', false, false],
])('a %s filter at 1 kHz lets 50 Hz through: %s, and 12 kHz: %s, in any lane', (kind, isLowHeard, isHighHeard) => {
  for (const [hz, isHeard] of [
    [50, isLowHeard],
    [12_000, isHighHeard],
  ] as const) {
    const loudness = passed(kind, hz, 0);
    if (isHeard) expect(loudness).toBeGreaterThan(0.9);
    else expect(loudness).toBeLessThan(0.25);
    expect([1, 2, 3].map((lane) => passed(kind, hz, lane))).toEqual([loudness, loudness, loudness]);
  }
  // Two poles with no resonance: at the frequency itself half is left of low and high, all of band.
  expect(passed(kind, 1000, 2)).toBeCloseTo(kind === 'band' ? 1 : 0.5, 2);
});

it('gains begin and end on any sample, touch nothing outside, and fall as they are told', () => {
  const bench = new Workbench();
  const [source, rising, fading] = [bench.chunk(), bench.chunk(), bench.chunk()];
  source.values.fill(1);
  bench.loops.addRising(from(rising, 3), from(source, 3), from(source, 14), 0.1, 0.01);
  bench.loops.addFading(from(fading, 3), from(source, 3), from(source, 14), 0.2, 0.99, 0.5, 0.9);
  for (let index = 0; index < CHUNK; index++) {
    const since = index - 3;
    const isInside = since >= 0 && index < 14;
    expect(rising.values[index]).toBeCloseTo(isInside ? 0.1 + 0.01 * since : 0, 6);
    expect(fading.values[index]).toBeCloseTo(isInside ? 0.2 * 0.99 ** (since + 1) + 0.5 * 0.9 ** (since + 1) : 0, 6);
  }
});
