import fc from 'fast-check';
import { Limiter } from './limiter';
import { SAMPLE_RATE } from './rate';
import { CHUNK, Workbench } from './workbench';

const MINUS_1_DB = 10 ** (-1 / 20);
const SECOND = SAMPLE_RATE;

/** The limiter's output, as many samples as went in on each side. */
function limited(samples: Float32Array): Float32Array {
  const bench = new Workbench();
  const [left, right] = [bench.samples(CHUNK), bench.samples(CHUNK)];
  const limiter = new Limiter(bench);
  const out = new Float32Array(samples.length);
  for (let at = 0; at + CHUNK <= samples.length; at += CHUNK) {
    left.values.set(samples.subarray(at, at + CHUNK));
    right.values.set(samples.subarray(at, at + CHUNK));
    limiter.process(left, right);
    // It gives out the chunk before; the last one, which is cut off, is not looked at.
    if (at >= CHUNK) out.set(left.values, at - CHUNK);
  }
  return out.subarray(0, -CHUNK);
}

/** The highest level at 16 places to a sample, by a windowed sinc of 64 samples: much finer than the limiter looks. */
function finePeak(samples: Float32Array, from: number): number {
  const REACH = 32;
  const weights = Array.from({ length: 16 }, (_, place) =>
    Array.from({ length: 2 * REACH }, (__, tap) => {
      const x = tap - REACH + 1 - place / 16;
      return (x === 0 ? 1 : Math.sin(Math.PI * x) / (Math.PI * x)) * (0.5 + 0.5 * Math.cos((Math.PI * x) / (REACH + 1)));
    }),
  );
  let most = 0;
  for (let at = from; at < samples.length - 2 * REACH; at++) {
    for (const taps of weights) {
      let sum = 0;
      for (let tap = 0; tap < taps.length; tap++) sum += taps[tap]! * samples[at + tap]!;
      most = Math.max(most, Math.abs(sum));
    }
  }
  return most;
}

function made(seconds: number, at: (index: number) => number): Float32Array {
  return Float32Array.from({ length: Math.floor((seconds * SECOND) / CHUNK) * CHUNK }, (_, index) => at(index));
}

/** White noise, from a seed. */
function noise(seed: number): () => number {
  let state = seed | 1;
  return () => {
    state ^= state << 13;
    state ^= state >>> 17;
    state ^= state << 5;
    return (state | 0) / 2147483648;
  };
}

describe('the limiter', () => {
  it.each([
    ['a sine of 12 kHz whose peaks lie between samples', (index: number) => 1.8 * Math.sin(2 * Math.PI * (index / 4 + 1 / 8))],
    ['a sine of 17 kHz', (index: number) => 2.5 * Math.sin((2 * Math.PI * 17_000 * index) / SECOND)],
    ['a sine that begins at full level every tenth of a second', (index: number) => (index % 4800 < 2000 ? 3 : 0) * Math.sin(index / 7)],
  ])('lets no true peak of %s over -1 dB', (_, at) => {
    const out = limited(made(0.4, at));
    expect(finePeak(out, 0)).toBeLessThan(MINUS_1_DB);
    expect(finePeak(out, 0)).toBeGreaterThan(0.7);
  });

  it('lets none of noise over it either, in bursts of any loudness, wherever in a chunk they begin', () => {
    fc.assert(
      fc.property(fc.integer(), fc.double({ min: 0.2, max: 6, noNaN: true }), fc.integer({ min: 1, max: 900 }), (seed, level, burst) => {
        const white = noise(seed);
        const out = limited(made(0.1, (index) => (Math.floor(index / burst) % 2 ? level : 0.05) * white()));
        return finePeak(out, 0) < MINUS_1_DB * 1.005;
      }),
      { numRuns: 30 },
    );
  });

  it('turns a low sine down without bending it: at 40 Hz and 6 dB over, all that is not the sine is 60 dB below it', () => {
    const out = limited(made(3, (index) => 2 * 0.81 * Math.sin((2 * Math.PI * 40 * index) / SECOND))).subarray(SECOND, 2 * SECOND);
    const part = (turn: number) =>
      out.reduce((sum, sample, index) => sum + sample * Math.sin(2 * Math.PI * ((40 * index) / SECOND + turn)), 0) / (SECOND / 2);
    const [sine, cosine] = [part(0), part(0.25)];
    const rest = out.map(
      (sample, index) =>
        sample - sine * Math.sin((2 * Math.PI * 40 * index) / SECOND) - cosine * Math.cos((2 * Math.PI * 40 * index) / SECOND),
    );
    const power = (samples: Float32Array) => samples.reduce((sum, sample) => sum + sample * sample, 0);
    expect(10 * Math.log10(power(rest) / power(out))).toBeLessThan(-60);
    expect(Math.hypot(sine, cosine)).toBeGreaterThan(0.76);
  });

  it('comes back from one peak within a tenth of a second, from what was loud all the time within a second or two', () => {
    const quiet = 0.1;
    const levelAfter = (loud: number, wait: number) => {
      const samples = made(
        loud + wait + 0.1,
        (index) => (index < loud * SECOND ? 3.4 : quiet) * Math.sin((2 * Math.PI * 1000 * index) / SECOND),
      );
      const out = limited(samples).subarray((loud + wait) * SECOND, (loud + wait) * SECOND + 4000);
      return out.reduce((most, sample) => Math.max(most, Math.abs(sample)), 0) / quiet;
    };
    expect(levelAfter(0.003, 0.1)).toBeGreaterThan(0.8);
    expect(levelAfter(2, 0.1)).toBeLessThan(0.6);
    expect(levelAfter(2, 2.5)).toBeGreaterThan(0.85);
  });

  it('leaves alone what is below it, to the sample', () => {
    const white = noise(7);
    const samples = made(0.1, () => 0.3 * white());
    const out = limited(samples);
    expect(out.subarray(0, 4000)).toEqual(samples.subarray(0, 4000));
  });
});
