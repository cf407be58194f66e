import fc from 'fast-check';
import { SoundEngine, type Document } from '..';
import { songWith } from '../../test/make';
import { recordedPieces, type FileSamples } from '../playback/recorded';
import { SAMPLE_RATE } from './rate';

const FRAMES = 30_000;
/** Samples that tell where they are: each is its own number, scaled. */
const told: FileSamples = {
  left: Float32Array.from({ length: FRAMES }, (_, at) => (at + 1) / 100_000),
  right: Float32Array.from({ length: FRAMES }, (_, at) => -(at + 1) / 100_000),
};
const song = (tick: number, offset = 0, frames = FRAMES - offset): Document => ({
  ...songWith([]),
  recordings: [
    {
      id: 'r',
      songId: 'song',
      tick,
      name: 'Told',
      file: { hash: 'a'.repeat(64), name: 'told.wav', frames: FRAMES, channels: 2, bytes: 9 },
      offset,
      frames,
      levelDb: 0,
      muted: false,
    },
  ],
});
/** At 120 bpm a beat of 20160 ticks lasts 24,000 frames. */
const frameOf = (tick: number) => Math.round((tick / 20160) * 24_000);

/** Renders a range of playback in windows that end at `cuts`. */
function heard(document: Document, clock: Parameters<typeof recordedPieces>[1], cuts: readonly number[]): Float32Array {
  const engine = new SoundEngine(0, false);
  let from = 0;
  const out = new Float32Array(frameOf(cuts.at(-1)!));
  for (const to of cuts) {
    const pieces = recordedPieces(document, clock, { fromTick: from, toTick: to, frameOf, samplesOf: () => told });
    engine.post({ type: 'recorded', pieces, generation: 0 });
    from = to;
  }
  engine.render(out, new Float32Array(out.length));
  return out;
}

const inOneGo = { fromTick: 0, lengthTicks: 1e9, tempos: [{ tick: 0, bpm: 120 }] };

describe('a recording under the notes', () => {
  it('is heard from its tick on, to the sample, from where it was cut to where it was cut', () => {
    const pieces = recordedPieces(song(20_160, 500, 10_000), inOneGo, { fromTick: 0, toTick: 80_640, frameOf, samplesOf: () => told });
    expect(pieces.map(({ at, left }) => [at, left.length, Math.round(left[0]! * 100_000)])).toEqual([[24_000, 10_000, 501]]);
  });

  it('law: windows of any size give, sample for sample, what one window gives, also round a loop', () => {
    fc.assert(
      fc.property(
        fc.uniqueArray(fc.integer({ min: 1, max: 80_639 }), { maxLength: 6 }),
        fc.integer({ min: 0, max: 70_000 }),
        fc.integer({ min: 7000, max: 40_320 }),
        (cuts, tick, lengthTicks) => {
          const all = [...cuts.sort((a, b) => a - b), 80_640];
          for (const clock of [inOneGo, { ...inOneGo, lengthTicks }]) {
            const [many, one] = [heard(song(tick), clock, all), heard(song(tick), clock, [80_640])];
            expect(many.reduce((most, value, at) => Math.max(most, Math.abs(value - one[at]!)), 0)).toBe(0);
          }
        },
      ),
      { numRuns: 20 },
    );
  });

  it('begins anew in every pass of a loop, as far after its beginning as in the first', () => {
    const pieces = recordedPieces(
      song(5040),
      { ...inOneGo, lengthTicks: 20_160 },
      { fromTick: 0, toTick: 60_480, frameOf, samplesOf: () => told },
    );
    expect(pieces.map(({ at }) => at)).toEqual([6000, 30_000, 54_000]);
    expect(pieces.map(({ left }) => left.length)).toEqual([18_000, 18_000, 18_000]);
  });

  it('goes on without a gap or a click where an edit has it sent anew, and ends softly where it is stopped', () => {
    const side = Float32Array.from({ length: FRAMES }, (_, at) => 0.4 * Math.sin((2 * Math.PI * 200 * at) / SAMPLE_RATE));
    const sine: FileSamples = { left: side, right: side };
    const made = (isEdited: boolean) => {
      const engine = new SoundEngine(0, false);
      const send = (fromTick: number, generation: number) =>
        engine.post({
          type: 'recorded',
          pieces: recordedPieces(song(0), inOneGo, { fromTick, toTick: 40_320, frameOf, samplesOf: () => sine }),
          generation,
        });
      send(0, 0);
      const out = new Float32Array(12_000);
      engine.render(out.subarray(0, 4000), new Float32Array(4000));
      if (isEdited) {
        engine.post({ type: 'replace', from: 6000, generation: 1 });
        send(5040, 1);
      }
      engine.render(out.subarray(4000), new Float32Array(8000));
      return { engine, out };
    };
    const { engine, out } = made(true);
    const off = made(false).out.map((value, at) => Math.abs(value - out[at]!));
    expect(Math.max(...off)).toBeLessThan(0.004);
    expect(Math.max(...out)).toBeGreaterThan(0.35);
    engine.post({ type: 'stop', generation: 2 });
    const after = new Float32Array(2400);
    engine.render(after, new Float32Array(2400));
    expect(after.subarray(1200).reduce((most, value) => Math.max(most, Math.abs(value)), 0)).toBeLessThan(0.2);
    expect(engine.isQuiet).toBe(true);
  });

  it('rests while it is muted or a track is solo', () => {
    const all = song(0);
    const window = { fromTick: 0, toTick: 40_320, frameOf, samplesOf: () => told };
    expect(recordedPieces({ ...all, recordings: all.recordings.map((each) => ({ ...each, muted: true })) }, inOneGo, window)).toEqual([]);
    expect(recordedPieces({ ...all, tracks: all.tracks.map((each) => ({ ...each, soloed: true })) }, inOneGo, window)).toEqual([]);
    expect(recordedPieces(all, inOneGo, { ...window, samplesOf: () => null })).toEqual([]);
  });
});
