import { StateFilter, type FilterKind } from './filter';
import { Rotor } from './rotor';

const RATE = 48_000;

it('a rotor is a sine that neither drifts nor grows in a minute, and gives nothing above half the sample rate', () => {
  const rotor = new Rotor(440 / RATE);
  const block = new Float64Array(4800);
  let farthest = 0;
  for (let at = 0; at < 60 * RATE; at += block.length) {
    block.fill(0);
    rotor.add(block, 0, 1);
    const last = at + block.length;
    farthest = Math.max(farthest, Math.abs(block[block.length - 1]! - Math.sin((2 * Math.PI * 440 * last) / RATE)));
  }
  expect(farthest).toBeLessThan(1e-3);
  const silent = new Float64Array(64);
  new Rotor(0.6).add(silent, 0, 1);
  expect([...silent].every((sample) => sample === 0)).toBe(true);
});

it.each<[FilterKind, boolean, boolean]>([
  ['low', true, false],
  ['high', false, true],
  ['band', false, false],
])('a %s filter at 1 kHz lets 50 Hz through: %s, and 12 kHz: %s', (kind, isLowHeard, isHighHeard) => {
  const loudness = (hz: number) => {
    const filter = new StateFilter(kind, RATE);
    filter.tune(1000, 0);
    const samples = Float64Array.from({ length: 9600 }, (_, index) => Math.sin((2 * Math.PI * hz * index) / RATE));
    filter.process(samples, 0);
    return samples.subarray(4800).reduce((most, sample) => Math.max(most, Math.abs(sample)), 0);
  };
  for (const [hz, isHeard] of [
    [50, isLowHeard],
    [12_000, isHighHeard],
  ] as const) {
    if (isHeard) expect(loudness(hz)).toBeGreaterThan(0.9);
    else expect(loudness(hz)).toBeLessThan(0.25);
  }
});
