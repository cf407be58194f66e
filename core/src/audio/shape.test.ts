import { dry, hit, largestStep, peak, play, render, strengthOf } from '../../test/sounding';
import { FilterBank, StateFilter, type Band } from './filter';
import { CHUNK, Workbench } from './workbench';
import { SAMPLE_RATE, SoundEngine, type EngineControl, type EngineTrack, type Sound } from '.';

const withSound = (id: string, fields: Partial<Sound>): EngineTrack => ({ ...dry(id), sound: { ...dry(id).sound, ...fields } as Sound });

/** The change of a sine's level, in dB, when a band is turned by `gainDb`. */
function turnedBy(band: Band, db: number, hz: number): number {
  const bench = new Workbench();
  const bank = new FilterBank(bench);
  const filter = new StateFilter('low');
  filter.tuneBand(band, db);
  const chunk = bench.samples(CHUNK);
  let [before, after] = [0, 0];
  for (let at = 0; at < SAMPLE_RATE; at += CHUNK) {
    for (let index = 0; index < CHUNK; index++) chunk.values[index] = Math.sin((2 * Math.PI * hz * (at + index)) / SAMPLE_RATE);
    if (at > SAMPLE_RATE / 2) before += chunk.values.reduce((sum, sample) => sum + sample * sample, 0);
    bank.add(filter, chunk);
    bank.finish();
    if (at > SAMPLE_RATE / 2) after += chunk.values.reduce((sum, sample) => sum + sample * sample, 0);
  }
  return 10 * Math.log10(after / before);
}

describe('the tone of a track in three bands', () => {
  it.each([
    ['low', 40, 4000],
    ['mid', 900, 14_000],
    ['high', 15_000, 300],
  ] as const)('%s turns up and down at %i Hz by what it says, and leaves %i Hz alone', (band, there, elsewhere) => {
    for (const db of [12, -12, 5]) {
      expect(Math.abs(turnedBy(band, db, there) - db)).toBeLessThan(0.8);
      expect(Math.abs(turnedBy(band, db, elsewhere))).toBeLessThan(0.6);
    }
  });

  it('a shelf is half way there at its corner: lows at 160 Hz, highs at 4.5 kHz', () => {
    for (const db of [12, -12]) {
      expect(turnedBy('low', db, 160)).toBeCloseTo(db / 2, 0);
      expect(turnedBy('high', db, 4500)).toBeCloseTo(db / 2, 0);
    }
  });

  it('is heard on a track: lows down, a bass is softer; highs up, a hat is louder', () => {
    const level = (id: string, pitch: number, bands?: Sound['bands']) =>
      peak(play([hit(id, { pitch })], 20_000, 128, [withSound(id, bands ? { bands } : {})]).left);
    expect(level('keel-sub', 33, { low: -12, mid: 0, high: 0 })).toBeLessThan(0.65 * level('keel-sub', 33));
    expect(level('quay-kit', 42, { low: 0, mid: 0, high: 9 })).toBeGreaterThan(1.8 * level('quay-kit', 42));
  });
});

describe('a track that is squeezed', () => {
  const loud = (squeeze: number, velocity: number) =>
    peak(
      play([hit('ferry-organ', { velocity, frames: 40_000 })], 40_000, 128, [withSound('ferry-organ', { squeeze })]).left.subarray(24_000),
    );
  const range = (squeeze: number) => 20 * Math.log10(loud(squeeze, 127) / loud(squeeze, 50));

  it('brings loud and soft together, the more the further it is turned', () => {
    expect(range(0)).toBeGreaterThan(10);
    expect(range(0.5)).toBeLessThan(range(0) - 1.5);
    expect(range(1)).toBeLessThan(range(0.5) - 1);
  });

  it('holds all that sounds on the track down, wherever between left and right it stands', () => {
    const soft = hit('ferry-organ', { velocity: 50, frames: 40_000, pan: -1 });
    const hard = hit('ferry-organ', { velocity: 127, frames: 40_000, pan: 1, pitch: 45 });
    const onLeft = (notes: ReturnType<typeof hit>[]) =>
      peak(play(notes, 40_000, 128, [withSound('ferry-organ', { squeeze: 1 })]).left.subarray(24_000));
    expect(onLeft([soft, hard])).toBeLessThan(0.8 * onLeft([soft]));
  });
});

it('a squeeze that is switched on and off while a track sounds makes no step of its own', () => {
  const engine = new SoundEngine();
  const tracks = (squeeze: number) => [withSound('keel-sub', { squeeze })];
  engine.post({ type: 'tracks', tracks: tracks(0) });
  engine.post({ type: 'notes', notes: [hit('keel-sub', { at: 0, frames: 96_000, pitch: 45 })], generation: 0 });
  const heard = [0, 1, 0].map((squeeze) => {
    engine.post({ type: 'tracks', tracks: tracks(squeeze) });
    return render(engine, 12_800).left;
  });
  const all = Float32Array.from(heard.flatMap((part) => [...part]));
  const steps = (from: number, to: number) => largestStep(all.subarray(from, to).map((sample, index) => sample - all[from + index - 1]!));
  // The second difference of a smooth tone is small; a step stands out of it.
  const own = steps(4800, 12_000);
  for (const seam of [12_800, 25_600]) expect(steps(seam - 300, seam + 300)).toBeLessThan(3 * own);
});

describe('the filter over a kit', () => {
  const turned = (kind: EngineControl['kind'], value: number): EngineControl => ({
    at: 0,
    frames: 0,
    trackId: 'quay-kit',
    kind,
    value,
    to: value,
  });
  function struck(pitch: number, ...controls: EngineControl[]): Float32Array {
    const engine = new SoundEngine();
    engine.post({ type: 'tracks', tracks: [dry('quay-kit')] });
    engine.post({ type: 'controls', controls, generation: 0 });
    engine.post({ type: 'notes', notes: [hit('quay-kit', { pitch, key: 'k' })], generation: 0 });
    const left = new Float32Array(24_000);
    engine.render(left, new Float32Array(24_000));
    return left;
  }

  it('closes from above where it is turned down, from below where it is turned up', () => {
    const [hat, kick] = [peak(struck(42)), peak(struck(36))];
    expect(peak(struck(42, turned('filter', -0.8)))).toBeLessThan(0.15 * hat);
    expect(peak(struck(36, turned('filter', -0.3)))).toBeGreaterThan(0.5 * kick);
    expect(peak(struck(36, turned('filter', 0.9)))).toBeLessThan(0.55 * kick);
    expect(peak(struck(42, turned('filter', 0.9)))).toBeGreaterThan(0.7 * hat);
  });

  it('rings where it stands as its resonance is turned up', () => {
    // 18 kHz, three octaves and a half down.
    const at = (samples: Float32Array) => strengthOf(18_000 / 2 ** 3.5, samples.subarray(4800, 14_400));
    const plain = at(struck(38, turned('filter', -0.5)));
    expect(at(struck(38, turned('filter', -0.5), turned('resonance', 1)))).toBeGreaterThan(2 * plain);
  });
});

describe('strokes of one drum', () => {
  const stroke = (seed: number) => play([hit('quay-kit', { pitch: 38, seed })], 12_000, 128, [dry('quay-kit')]).left;

  it('differ a little from each other, and are the same for the same seed', () => {
    const levels = Array.from({ length: 40 }, (_, index) => 20 * Math.log10(peak(stroke(1000 + 7919 * index))));
    const sorted = [...levels].sort((a, b) => a - b);
    expect(sorted.at(-1)! - sorted[0]!).toBeGreaterThan(0.4);
    expect(sorted.at(-1)! - sorted[0]!).toBeLessThan(4);
    expect(new Set(levels.map((level) => level.toFixed(3))).size).toBeGreaterThan(30);
    const [once, again] = [stroke(5), stroke(5)];
    expect(once.every((sample, index) => sample === again[index])).toBe(true);
  });
});

describe('a worn sound', () => {
  it('wanders in pitch by as much as it is told, and comes back', () => {
    const sound = withSound('keel-sub', { wobbleCents: 30 } as Partial<Sound>);
    const { left } = play([hit('keel-sub', { at: 0, frames: 96_000, pitch: 69 })], 96_000, 128, [sound]);
    const centsAt = (from: number) => {
      const part = left.subarray(from, from + 4800);
      const cents = Array.from({ length: 81 }, (_, index) => index - 40);
      return cents.reduce((best, each) => (strength(each, part) > strength(best, part) ? each : best), 0);
    };
    const strength = (cents: number, part: Float32Array) => strengthOf(440 * 2 ** (cents / 1200), part);
    const heard = Array.from({ length: 17 }, (_, index) => centsAt(5000 * (index + 1)));
    expect(Math.max(...heard)).toBeGreaterThan(12);
    expect(Math.min(...heard)).toBeLessThan(-12);
    expect(Math.max(...heard.map(Math.abs))).toBeLessThanOrEqual(31);
  });

  it('crackles: single ticks far above what lies between them', () => {
    const { left } = play([hit('needle', { at: 0, frames: 96_000, pitch: 60 })], 96_000, 128, [dry('needle')]);
    const sorted = [...left.subarray(4800)].map(Math.abs).sort((a, b) => a - b);
    const median = sorted[sorted.length >> 1]!;
    expect(median).toBeGreaterThan(0);
    expect(sorted.at(-1)! / median).toBeGreaterThan(50);
    const ticks = left.filter((sample, index) => Math.abs(sample) > 20 * median && Math.abs(left[index - 1] ?? 0) <= 20 * median).length;
    expect(ticks).toBeGreaterThan(10);
    expect(ticks).toBeLessThan(300);
  });
});
