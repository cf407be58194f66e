import { dry, hit, largestStep, peak, play, render, strengthOf, track } from '../../test/sounding';
import { SAMPLE_RATE, SoundEngine, type EngineNote } from '.';
import type { ToneSound } from './sounds';

const GLIDING = 'siren-lead';
const LONG = 24_000;

/** Notes of one length that begin together or one after another. */
const chord = (at: number, pitches: readonly number[], trackId = GLIDING): EngineNote[] =>
  pitches.map((pitch) => hit(trackId, { at, frames: LONG, pitch, velocity: 30 }));

const heard = (notes: EngineNote[], frames = 3 * LONG) => play(notes, frames, 128, [{ ...dry(GLIDING), levelDb: -12 }]).left;

/** How far samples are from the sum of others. */
function offSum(whole: Float32Array, parts: readonly Float32Array[]): number {
  return peak(whole.map((sample, index) => parts.reduce((rest, part) => rest - part[index]!, sample)));
}

describe('a gliding sound', () => {
  it('begins a chord on its pitches: its notes are heard as each would be by itself, strummed or not', () => {
    for (const apart of [0, 300]) {
      const notes = chord(4800, [60, 64, 67]).map((each, index) => ({ ...each, at: each.at + index * apart }));
      const alone = notes.map((each) => heard([each]));
      expect(peak(alone[0]!)).toBeGreaterThan(0.001);
      expect(offSum(heard(notes), alone)).toBeLessThan(1e-5);
    }
  });

  it('slides each voice of a chord from the nearest of the chord before', () => {
    const [first, second] = [
      [60, 64, 67],
      [62, 65, 69],
    ] as const;
    const whole = heard([...chord(4800, first), ...chord(4800 + LONG, second)]);
    const pairs = first.map((pitch, index) => heard([...chord(4800, [pitch]), ...chord(4800 + LONG, [second[index]!])]));
    expect(offSum(whole, pairs)).toBeLessThan(1e-5);
  });
});

describe('a track of one voice', () => {
  const alone = (id: string, notes: EngineNote[]) => play(notes, 4 * LONG, 128, [{ ...dry(id), hasOneVoice: true }]).left;
  const run = (id: string, pitches: readonly number[], fields: Partial<EngineNote> = {}) =>
    pitches.map((pitch, index) => hit(id, { at: 4800 + index * 12_000, frames: 12_000, pitch, ...fields }));

  it.each(['anchor-boom', 'round-bass', 'siren-lead', 'hawser-bass'])('%s goes on over notes that touch as if they were one', (id) => {
    const one = alone(id, [hit(id, { frames: 36_000, pitch: 45 })]);
    expect(peak(one)).toBeGreaterThan(0.01);
    expect(offSum(alone(id, run(id, [45, 45, 45])), [one])).toBe(0);
  });

  it('strikes anew after a rest, however short it is: what is heard is either note by itself', () => {
    const notes = [hit('anchor-boom', { pitch: 45 }), hit('anchor-boom', { at: 4800 + 12_600, pitch: 45 })];
    const each = notes.map((note) => alone('anchor-boom', [note]));
    expect(offSum(alone('anchor-boom', notes), each)).toBeLessThan(1e-5);
  });

  it('slides to the next pitch and stays there, without a click, as loud as the note is', () => {
    const samples = alone('round-bass', [
      hit('round-bass', { frames: 12_000, pitch: 45, velocity: 110 }),
      hit('round-bass', { at: 16_800, frames: 24_000, pitch: 57, velocity: 40 }),
    ]);
    const [from, to] = [110, 220].map((hz) => (at: number) => strengthOf(hz, samples.subarray(at, at + 4800)));
    expect(from!(10_000)).toBeGreaterThan(2 * to!(10_000));
    expect(to!(24_000)).toBeGreaterThan(4 * from!(24_000));
    expect(peak(samples.subarray(24_000, 36_000))).toBeLessThan(0.5 * peak(samples.subarray(6000, 16_000)));
    const step = largestStep(alone('round-bass', [hit('round-bass', { frames: 12_000, pitch: 57, velocity: 110 })]));
    expect(largestStep(samples)).toBeLessThanOrEqual(1.05 * step);
  });

  it('strikes a note anew that would come where the one before has died out', () => {
    const made = { ...dry('anchor-boom'), hasOneVoice: true };
    const sound = { ...(made.sound as ToneSound), envelope: { attackSeconds: 0.002, decaySeconds: 1, sustain: 0, releaseSeconds: 0.1 } };
    const notes = [hit('anchor-boom', { at: 0, frames: SAMPLE_RATE }), hit('anchor-boom', { at: SAMPLE_RATE, frames: SAMPLE_RATE })];
    const samples = play(notes, 2 * SAMPLE_RATE, 128, [{ ...made, sound }]).left;
    expect(peak(samples.subarray(SAMPLE_RATE - 2400, SAMPLE_RATE))).toBeLessThan(0.01 * peak(samples));
    expect(peak(samples.subarray(SAMPLE_RATE))).toBeGreaterThan(0.7 * peak(samples));
  });

  it('leaves the song its voice where a note is only tried beside it', () => {
    const song = hit('round-bass', { at: 0, frames: 48_000, pitch: 45, key: 'n' });
    const tried = hit('round-bass', { at: 9600, frames: 4800, pitch: 57 });
    const [both, without] = [alone('round-bass', [song, tried]), alone('round-bass', [song])];
    expect(offSum(both, [without, alone('round-bass', [tried])])).toBeLessThan(1e-5);
  });

  it('goes back to the key that is still down when a later one is let go', () => {
    const engine = new SoundEngine();
    engine.post({ type: 'tracks', tracks: [{ ...dry('round-bass'), hasOneVoice: true }] });
    const press = (held: string, pitch: number) =>
      engine.post({ type: 'notes', notes: [hit('round-bass', { at: 0, frames: 1e9, pitch, held })], generation: 0 });
    press('first', 45);
    render(engine, 9600);
    press('second', 57);
    const higher = render(engine, 14_400).left.subarray(9600);
    engine.post({ type: 'letGo', held: 'second' });
    const back = render(engine, 14_400).left.subarray(9600);
    engine.post({ type: 'letGo', held: 'first' });
    const after = render(engine, 48_000).left.subarray(43_200);
    expect(strengthOf(220, higher)).toBeGreaterThan(4 * strengthOf(110, higher));
    expect(strengthOf(110, back)).toBeGreaterThan(4 * strengthOf(110, higher));
    expect(peak(after)).toBeLessThan(0.02 * peak(back));
  });

  it('strikes anew once its track has another sound', () => {
    const engine = new SoundEngine();
    const post = (id: string) => engine.post({ type: 'tracks', tracks: [{ ...dry(id), id: 't', hasOneVoice: true }] });
    post('round-bass');
    const notes = run('t', [45, 45]).map((each, index) => ({ ...each, at: 12_800 * index, frames: 12_800 }));
    engine.post({ type: 'notes', notes, generation: 0 });
    render(engine, 6400);
    post('gull-lead');
    render(engine, 6400);
    const after = render(engine, 12_800).left;
    const fresh = new SoundEngine();
    fresh.post({ type: 'tracks', tracks: [{ ...dry('gull-lead'), id: 't' }] });
    fresh.post({ type: 'notes', notes: [{ ...notes[1]!, at: 6400 }], generation: 0 });
    render(fresh, 6400);
    const struck = render(fresh, 12_800).left;
    expect(offSum(after.subarray(9600), [struck.subarray(9600)])).toBeLessThan(0.02 * peak(struck));
  });

  it('plays chords as chords where it is not set to one voice', () => {
    const notes = run('round-bass', [45, 57]).map((each) => ({ ...each, at: 4800 }));
    const both = play(notes, LONG, 128, [track('round-bass')]).left.subarray(8000);
    expect(strengthOf(110, both)).toBeGreaterThan(0.2 * strengthOf(220, both));
    expect(strengthOf(220, both)).toBeGreaterThan(0.2 * strengthOf(110, both));
  });
});
