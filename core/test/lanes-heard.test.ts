import { SAMPLE_RATE, soundById, SoundEngine, type EngineControl } from '../src';

describe('lanes in the sound engine', () => {
  const NOTE = { at: 0, frames: 2 * SAMPLE_RATE, trackId: 't', pitch: 57, velocity: 100, seed: 1, key: 'n' };
  const turned = (kind: EngineControl['kind'], value: number): EngineControl => ({
    at: 0,
    frames: 0,
    trackId: 't',
    kind,
    value,
    to: value,
  });

  function heard(
    controlled: readonly EngineControl[],
    notes: readonly object[] = [NOTE],
    seconds = 0.5,
  ): { left: Float32Array; right: Float32Array } {
    const engine = new SoundEngine();
    engine.post({ type: 'tracks', tracks: [{ id: 't', sound: soundById('lamp-keys'), levelDb: 0, pan: 0, isAudible: true }] });
    engine.post({ type: 'controls', controls: controlled, generation: 0 });
    engine.post({ type: 'notes', notes: notes as (typeof NOTE)[], generation: 0 });
    const [left, right] = [new Float32Array(seconds * SAMPLE_RATE), new Float32Array(seconds * SAMPLE_RATE)];
    engine.render(left, right);
    return { left, right };
  }

  const rms = (samples: Float32Array) => Math.sqrt(samples.reduce((sum, value) => sum + value * value, 0) / samples.length);
  const differs = (a: Float32Array, b: Float32Array) => a.some((value, index) => value !== b[index]);

  it('a bend of two semitones sounds as the key two semitones higher', () => {
    // Bent from its first sample, the same oscillators run at the same speed.
    const crossings = ({ left }: { left: Float32Array }) => left.filter((value, index) => value >= 0 && (left[index - 1] ?? 0) < 0).length;
    const [bent, plain] = [heard([turned('bend', 200)], [NOTE], 1), heard([], [{ ...NOTE, pitch: 59 }], 1)];
    expect(Math.abs(crossings(bent) - crossings(plain))).toBeLessThanOrEqual(2);
    expect(crossings(heard([], [NOTE], 1))).toBeLessThan(crossings(plain) - 10);
  });

  it('volume and expression turn it down, all the way to silence; 100 and 127 leave it as it is', () => {
    const plain = heard([]);
    expect(rms(heard([turned('volume', 0)]).left.slice(4800))).toBeLessThan(1e-4);
    expect(rms(heard([turned('volume', 50 / 127)]).left) / rms(plain.left)).toBeCloseTo(0.25, 1);
    expect(rms(heard([turned('expression', 0.5)]).left) / rms(plain.left)).toBeCloseTo(0.25, 1);
    expect(differs(heard([turned('volume', 100 / 127), turned('expression', 1)]).left, plain.left)).toBe(false);
  });

  it('pan goes to the side, modulation and pressure move it, the filter opens', () => {
    const { left, right } = heard([turned('pan', 1)]);
    expect(rms(left.slice(4800))).toBeLessThan(rms(right.slice(4800)) / 2.5);
    for (const kind of ['modulation', 'pressure', 'filter', 'resonance'] as const)
      expect(differs(heard([turned(kind, 1)]).left, heard([]).left)).toBe(true);
    const steps = (samples: Float32Array) => rms(samples.map((value, index) => value - (samples[index - 1] ?? 0)));
    expect(steps(heard([turned('filter', -1)]).left)).toBeLessThan(0.9 * steps(heard([]).left));
  });

  it('a note tried beside the song is not bent, and after stop all is at rest', () => {
    const { key: _key, ...tried } = NOTE;
    expect(differs(heard([turned('bend', 700)], [tried]).left, heard([], [tried]).left)).toBe(false);
    const engine = new SoundEngine();
    engine.post({ type: 'tracks', tracks: [{ id: 't', sound: soundById('lamp-keys'), levelDb: 0, pan: 0, isAudible: true }] });
    engine.post({ type: 'controls', controls: [turned('volume', 0)], generation: 0 });
    const out = new Float32Array(SAMPLE_RATE);
    engine.render(out.slice(), out.slice());
    engine.post({ type: 'stop', generation: 1 });
    engine.render(out.slice(), out.slice());
    engine.post({ type: 'notes', notes: [{ ...NOTE, at: 3 * SAMPLE_RATE }], generation: 1 });
    engine.render(out.slice(), out.slice());
    const left = out.slice();
    engine.render(left, out.slice());
    expect(rms(left)).toBeGreaterThan(0.01);
  });
});
