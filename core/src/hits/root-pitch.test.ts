import { rootOf, trimmed } from './root-pitch';

const RATE = 48_000;
const tone = (hz: number, partials: readonly number[]) =>
  Float32Array.from(
    { length: RATE },
    (_, at) =>
      partials.reduce((sum, level, index) => sum + 0.3 * level * Math.sin((2 * Math.PI * hz * (index + 1) * at) / RATE), 0) *
      Math.exp(-at / RATE),
  );

describe('the pitch of a recording', () => {
  it.each([
    [110, 45],
    [261.63, 60],
    [82.41, 40],
    [880, 81],
    [466.16, 70],
  ])('%s Hz is key %i, whatever partials it has', (hz, key) => {
    for (const partials of [[1], [1, 0.7, 0.5, 0.3], [0.3, 1, 0.6]]) {
      const found = rootOf(tone(hz, partials))!;
      expect(found.key).toBe(key);
      expect(Math.abs(found.cents)).toBeLessThan(8);
    }
    expect(rootOf(tone(hz * 2 ** (30 / 1200), [1, 0.5]))!.cents).toBeGreaterThan(20);
  });

  it('is none in noise, and in what is too short', () => {
    let state = 1;
    const noise = Float32Array.from({ length: RATE }, () => (state = (state * 16_807) % 2_147_483_647) / 1_073_741_824 - 1);
    expect(rootOf(noise)).toBeNull();
    expect(rootOf(tone(200, [1]).subarray(0, 2000))).toBeNull();
  });

  it('is heard from its first sound on to where it has died away', () => {
    const samples = new Float32Array(RATE);
    samples.set(tone(200, [1]).subarray(0, 9600), 12_000);
    const { start, frames } = trimmed(samples);
    expect(Math.abs(start - 12_000)).toBeLessThan(100);
    expect(Math.abs(start + frames - 21_600)).toBeLessThan(200);
  });
});
