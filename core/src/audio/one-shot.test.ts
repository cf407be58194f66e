import { dry, hit, peak, render, strengthOf } from '../../test/sounding';
import { SAMPLE_RATE, SoundEngine, type EngineTrack } from '.';
import type { EngineOneShot } from './one-shot-voice';

const HASH = 'f'.repeat(64);
const sine = (hz: number, seconds = 1) =>
  Float32Array.from({ length: seconds * SAMPLE_RATE }, (_, at) => 0.5 * Math.sin((2 * Math.PI * hz * at) / SAMPLE_RATE));
const shot = (more: Partial<EngineOneShot> = {}): EngineOneShot => ({
  hash: HASH,
  start: 0,
  frames: SAMPLE_RATE,
  fadeIn: 0,
  fadeOut: 0,
  root: 60,
  cents: 0,
  levelDb: 0,
  loops: false,
  ...more,
});

/** Renders notes on a track that plays a recording. */
function played(samples: Float32Array, one: EngineOneShot, notes: ReturnType<typeof hit>[], frames = SAMPLE_RATE): Float32Array {
  const engine = new SoundEngine(0, false);
  engine.post({ type: 'samples', hash: HASH, samples });
  const track: EngineTrack = { ...dry(one.pitch === undefined ? 'lamp-keys' : 'quay-kit'), id: 't', oneShots: [one] };
  engine.post({ type: 'tracks', tracks: [track] });
  engine.post({ type: 'notes', notes: notes.map((each) => ({ ...each, trackId: 't' })), generation: 0 });
  return render(engine, frames).left;
}
const note = (pitch: number, more: Partial<ReturnType<typeof hit>> = {}) =>
  hit('x', { at: 0, frames: SAMPLE_RATE, pitch, velocity: 127, ...more });
/** The frequency by how often it crosses the middle upwards. */
function hzOf(samples: Float32Array): number {
  let [first, last, count] = [-1, -1, 0];
  for (let at = 1; at < samples.length; at++) {
    if (samples[at - 1]! < 0 && samples[at]! >= 0) {
      const exact = at - samples[at]! / (samples[at]! - samples[at - 1]!);
      if (first < 0) first = exact;
      else count++;
      last = exact;
    }
  }
  return (count * SAMPLE_RATE) / (last - first);
}

describe('a recording that a track plays', () => {
  it('sounds at its root as it was recorded, and at other keys as much higher or lower, within a cent', () => {
    for (const [pitch, cents, ratio] of [
      [60, 0, 1],
      [72, 0, 2],
      [48, 0, 0.5],
      [67, 0, 2 ** (7 / 12)],
      [60, 50, 2 ** (0.5 / 12)],
    ] as const) {
      const heard = played(sine(440), shot({ cents }), [note(pitch)], 20_000).subarray(1000, 20_000);
      expect(Math.abs(1200 * Math.log2(hzOf(heard) / (440 * ratio)))).toBeLessThan(1);
      expect(peak(heard)).toBeGreaterThan(0.1);
    }
  });

  it('folds nothing back from above where it is played an octave higher', () => {
    const heard = played(sine(15_000), shot(), [note(72)], 20_000).subarray(2000, 18_000);
    const low = played(sine(5000), shot(), [note(72)], 20_000).subarray(2000, 18_000);
    // 30 kHz would fold back to 18.
    expect(strengthOf(18_000, heard)).toBeLessThan(0.001 * strengthOf(10_000, low));
  });

  it('is struck by its own row only, rings on beyond its note, and the same row cuts it off', () => {
    const kick = shot({ pitch: 36 });
    const heard = played(sine(300), kick, [note(36, { frames: 2000 })]);
    expect(strengthOf(300, heard.subarray(30_000, 40_000))).toBeGreaterThan(0.5 * strengthOf(300, heard.subarray(5000, 15_000)));
    const other = played(sine(300), kick, [note(42, { frames: 2000 })]);
    expect(strengthOf(300, other.subarray(5000, 15_000))).toBeLessThan(0.1 * strengthOf(300, heard.subarray(5000, 15_000)));
    // Struck again, it is as loud as once, not twice.
    const twice = played(sine(300), kick, [note(36), note(36, { at: 16_000 })]);
    expect(peak(twice.subarray(20_000, 40_000))).toBeLessThan(1.05 * peak(heard.subarray(5000, 15_000)));
  });

  it('is heard from where it was cut to where it was cut, rising and falling there; and goes round without a click while it is held', () => {
    const steps = Float32Array.from({ length: SAMPLE_RATE }, (_, at) =>
      at < 24_000 ? 0 : 0.5 * Math.sin((2 * Math.PI * 220 * at) / SAMPLE_RATE),
    );
    const cut = played(steps, shot({ start: 24_000, frames: 4800, fadeIn: 2400, fadeOut: 1200 }), [note(60)]);
    expect(peak(cut.subarray(0, 100))).toBeLessThan(0.05 * peak(cut));
    expect(peak(cut.subarray(1000, 3000))).toBeGreaterThan(0.5 * peak(cut));
    expect(peak(cut.subarray(4900))).toBeLessThan(0.02 * peak(cut));
    const round = played(sine(437, 0.3), shot({ frames: 14_400, loops: true }), [note(60)]);
    const step = (samples: Float32Array) =>
      samples.reduce((most, value, at) => (at ? Math.max(most, Math.abs(value - samples[at - 1]!)) : 0), 0);
    const level = (samples: Float32Array) => Math.sqrt(samples.reduce((sum, value) => sum + value * value, 0) / samples.length);
    expect(level(round.subarray(30_000, 40_000))).toBeGreaterThan(0.8 * level(round.subarray(2000, 12_000)));
    expect(step(round.subarray(2000, 46_000))).toBeLessThan(1.3 * step(round.subarray(2000, 12_000)));
    const let1 = played(sine(437, 0.3), shot({ frames: 14_400, loops: true }), [note(60, { frames: 20_000 })]);
    expect(peak(let1.subarray(23_000))).toBeLessThan(0.01);
  });

  it('is the track’s own sound where its samples are not there', () => {
    const engine = new SoundEngine(0, false);
    engine.post({ type: 'tracks', tracks: [{ ...dry('lamp-keys'), id: 't', oneShots: [shot()] }] });
    engine.post({ type: 'notes', notes: [{ ...note(60), trackId: 't' }], generation: 0 });
    expect(peak(render(engine, 10_000).left)).toBeGreaterThan(0.01);
  });
});
