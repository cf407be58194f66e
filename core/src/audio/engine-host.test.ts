import fc from 'fast-check';
import { dry, hit, play, strengthOf } from '../../test/sounding';
import { EngineHost, SAMPLE_RATE, type PeaksMessage } from '.';

/** A second of a device at this rate playing an A4 held from 0.1 s, with the messages it gets meanwhile. It asks for so many samples at a time,
 *  going round the list. */
function second(rate: number, firstFrame = 0, blocks: readonly number[] = [128]) {
  const told: PeaksMessage[] = [];
  const host = new EngineHost(rate, firstFrame, (message) => told.push(message));
  host.post({ type: 'tracks', tracks: [dry('mast-string')] });
  const at = Math.round((firstFrame / rate + 0.1) * SAMPLE_RATE);
  host.post({ type: 'notes', notes: [hit('mast-string', { at, frames: 40_000, pitch: 69 })], generation: 0 });
  const [left, right] = [new Float32Array(rate), new Float32Array(rate)];
  for (let done = 0, turn = 0; done < rate; turn++) {
    const end = done + blocks[turn % blocks.length]!;
    host.render(left.subarray(done, end), right.subarray(done, end));
    done = end;
  }
  return { left, told };
}

describe('the engine for a device of any rate', () => {
  it('at its own rate gives its own samples', () => {
    const { left } = play([hit('mast-string', { at: 4800, frames: 40_000, pitch: 69 })], SAMPLE_RATE, 128, [dry('mast-string')]);
    expect(second(SAMPLE_RATE).left).toEqual(left);
  });

  it.each([16_000, 22_050, 32_000, 44_100, 88_200, 96_000])('at %i Hz a note keeps its time and its pitch', (rate) => {
    const { left } = second(rate, 5 * rate);
    const loudest = left.reduce((most, sample) => Math.max(most, Math.abs(sample)), 0);
    // Smoothing begins up to 32 samples of the slower rate before; a hundredth of the peak comes with the stroke itself.
    expect(Math.abs(left.findIndex((sample) => Math.abs(sample) > loudest / 100) / rate - 0.1)).toBeLessThan(0.001);
    const body = left.subarray(0.2 * rate, 0.8 * rate);
    // `strengthOf` counts in the engine's rate.
    const heardAt = (hz: number) => strengthOf((hz * SAMPLE_RATE) / rate, body);
    expect(heardAt(440)).toBeGreaterThan(1.5 * Math.max(heardAt(437), heardAt(443)));
  });

  it('the samples are the same however many a device asks for at a time', () => {
    const whole = second(44_100).left;
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 1, max: 3000 }), { minLength: 1, maxLength: 5 }), (blocks) => {
        expect(second(44_100, 0, blocks).left).toEqual(whole);
      }),
      { numRuns: 4, seed: 17 },
    );
  });

  it('tells of itself in its own frames: with its first block, then up to the last', () => {
    const { told } = second(44_100, 44_100);
    expect(told[0]!.frame).toBe(Math.round(((44_100 + 128) / 44_100) * SAMPLE_RATE));
    expect(told.at(-1)!.frame).toBeLessThanOrEqual(2 * SAMPLE_RATE + 140);
    expect(told.at(-1)!.frame).toBeGreaterThan(1.95 * SAMPLE_RATE);
  });
});
