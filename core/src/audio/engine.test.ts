import { counter } from '../../test/make';
import { events } from '../playback';
import { demoSong } from '../song';
import { secondsAt } from '../time';
import { QUAY_KIT } from './kits';
import {
  kitRows,
  PeakTeller,
  SAMPLE_RATE,
  soundById,
  SoundEngine,
  SOUNDS,
  SUM,
  VOICE_CAP,
  type EngineNote,
  type EngineTrack,
  type PeaksMessage,
} from '.';

const track = (id: string): EngineTrack => ({ id, sound: soundById(id), levelDb: 0, pan: 0, isAudible: true });
const hit = (trackId: string, fields: Partial<EngineNote> = {}): EngineNote => ({
  at: 4800,
  frames: 12_000,
  trackId,
  pitch: 57,
  velocity: 100,
  seed: 1,
  ...fields,
});

/** Plays notes in a fresh engine and gives both channels, rendered in blocks of `block` samples. */
function play(notes: EngineNote[], frames: number, block = 128, tracks = SOUNDS.map(({ id }) => track(id))) {
  const engine = new SoundEngine();
  engine.post({ type: 'tracks', tracks });
  engine.post({ type: 'notes', notes, generation: 0 });
  return render(engine, frames, block);
}

function render(engine: SoundEngine, frames: number, block = 128) {
  const left = new Float32Array(frames);
  const right = new Float32Array(frames);
  for (let at = 0; at < frames; at += block) engine.render(left.subarray(at, at + block), right.subarray(at, at + block));
  return { left, right };
}

function largest(samples: Float32Array, measure: (index: number) => number): number {
  let most = 0;
  for (let index = 0; index < samples.length; index++) {
    const value = measure(index);
    if (value > most || -value > most) most = value < 0 ? -value : value;
  }
  return most;
}
const PITCHED = SOUNDS.filter(({ kind }) => kind === 'pitched').map(({ id }) => id);
const peak = (samples: Float32Array) => largest(samples, (index) => samples[index]!);
const largestStep = (samples: Float32Array) => largest(samples, (index) => samples[index]! - (samples[index - 1] ?? 0));

describe('the sound engine', () => {
  it.each(SOUNDS.map(({ id }) => id))('%s begins on its very sample and is silent again after its end', (id) => {
    const { left } = play([hit(id, { at: 4807, pitch: id === 'quay-kit' ? 36 : 57 })], 4 * SAMPLE_RATE);
    expect(left.findIndex((sample) => sample !== 0)).toBe(4807);
    expect(peak(left)).toBeGreaterThan(0.03);
    expect(peak(left.subarray(3.5 * SAMPLE_RATE))).toBeLessThan(1e-4);
  });

  it.each(PITCHED)('%s is in tune: A3 sounds at 220 Hz, not a quarter tone off', (id) => {
    const { left } = play([hit(id, { frames: 48_000 })], 36_000);
    const energyAt = (hz: number) => {
      let [cosine, sine] = [0, 0];
      for (let index = 9600; index < 36_000; index++) {
        cosine += left[index]! * Math.cos((2 * Math.PI * hz * index) / SAMPLE_RATE);
        sine += left[index]! * Math.sin((2 * Math.PI * hz * index) / SAMPLE_RATE);
      }
      return Math.hypot(cosine, sine);
    };
    for (const cents of [-50, 50]) expect(energyAt(220)).toBeGreaterThan(3 * energyAt(220 * 2 ** (cents / 1200)));
  });

  it('the kit has a dozen drums and more, each heard, each different, each over within three seconds', () => {
    const drums = kitRows(QUAY_KIT).map(({ pitch }) => play([hit('quay-kit', { pitch })], 3.2 * SAMPLE_RATE).left);
    expect(drums.length).toBeGreaterThanOrEqual(12);
    expect(new Set(drums.map((samples) => Buffer.from(samples.buffer).toString('base64'))).size).toBe(drums.length);
    for (const samples of drums) {
      expect(peak(samples)).toBeGreaterThan(0.03);
      expect(peak(samples.subarray(3 * SAMPLE_RATE))).toBeLessThan(2e-3);
    }
  });

  it('a pan of its own moves a note out of its track, and nothing else with it', () => {
    const sides = (pan: number, trackPan = 0) => {
      const { left, right } = play([hit('lamp-keys', { pan })], 24_000, 128, [{ ...track('lamp-keys'), pan: trackPan }]);
      // Before the shared room answers, which gives a little of every note to both sides.
      return [peak(left.subarray(0, 5400)), peak(right.subarray(0, 5400))] as const;
    };
    const [left, right] = sides(-1);
    expect(left).toBeGreaterThan(0.1);
    expect(right).toBeLessThan(0.001);
    expect(sides(1)).toEqual([right, left]);
    // A track on the right and a note as far to the left of it meet in the middle.
    const [middleLeft, middleRight] = sides(-0.5, 0.5);
    expect([middleLeft, middleRight]).toEqual(sides(0));
    const both = play([hit('lamp-keys', { pan: -1 }), hit('lamp-keys', { pan: 1, at: 12_000 })], 12_000).right;
    expect(peak(both.subarray(0, 5400))).toBeLessThan(0.001);
  });

  it.each(PITCHED)('%s bends: an octave up from its middle on, it sounds at 440 Hz where it sounded at 220', (id) => {
    const bend = [
      { frame: 0, cents: 0, shape: 'smooth' },
      { frame: 18_000, cents: 0, shape: 'straight' },
      { frame: 20_000, cents: 1200, shape: 'straight' },
    ] as const;
    const straight = play([hit(id, { frames: 48_000 })], 60_000).left;
    const bent = play([hit(id, { frames: 48_000, bend })], 60_000).left;
    const octave = play([hit(id, { frames: 48_000, pitch: 69 })], 60_000).left;
    const crossings = (samples: Float32Array, from: number) => {
      let count = 0;
      for (let index = from + 1; index < from + 9600; index++) if (samples[index - 1]! < 0 && samples[index]! >= 0) count++;
      return count;
    };
    expect(crossings(bent, 10_000)).toBe(crossings(straight, 10_000));
    const [is, low, high] = [bent, straight, octave].map((samples) => crossings(samples, 30_000)) as [number, number, number];
    expect(Math.abs(is - high)).toBeLessThan(Math.abs(is - low));
    expect(is / low).toBeGreaterThan(1.6);
    expect(largestStep(bent)).toBeLessThan(0.35);
  });

  it('gives the same samples for any block size, and again each time', () => {
    const notes = [hit('lamp-keys'), hit('quay-kit', { at: 9000, pitch: 42 }), hit('round-bass', { at: 5001, pitch: 33 })];
    const bytes = (block: number) => Buffer.from(play(notes, 24_000, block).left.buffer).toString('base64');
    const whole = bytes(24_000);
    expect(bytes(128) === whole).toBe(true);
    expect(bytes(333) === whole).toBe(true);
  });

  it('never clips and never jumps, however much is struck at once', () => {
    const pile = Array.from({ length: 60 }, (_, index) =>
      hit(index % 2 ? 'round-bass' : 'quay-kit', { at: 4800 + index * 50, pitch: 36 + (index % 9), velocity: 127 }),
    );
    const { left, right } = play(pile, SAMPLE_RATE);
    expect(Math.max(peak(left), peak(right))).toBeLessThan(0.8501);
    const atOnce = Array.from({ length: 1000 }, (_, index) => hit('lamp-keys', { pitch: 30 + (index % 60) }));
    expect(peak(play(atOnce, 12_000).left)).toBeLessThan(0.8501);
  });

  it('sustained notes start, end and are stolen without a click', () => {
    const held = Array.from({ length: VOICE_CAP + 8 }, (_, index) =>
      hit('lamp-keys', { at: 4800 + index * 2400, pitch: 40 + (index % 12), velocity: 60, frames: 240_000 }),
    );
    const { left } = play(held, 4 * SAMPLE_RATE);
    expect(largestStep(left)).toBeLessThan(0.08);
  });

  it('a closed hat cuts an open one off', () => {
    const open = hit('quay-kit', { pitch: 46 });
    const tail = (notes: EngineNote[]) => peak(play(notes, 24_000).left.subarray(20_000));
    expect(tail([open, hit('quay-kit', { at: 9600, pitch: 42 })])).toBeLessThan(tail([open]) / 5);
  });

  it('an edit replaces what waits, stop leaves nothing sounding', () => {
    const engine = new SoundEngine();
    engine.post({ type: 'tracks', tracks: [track('lamp-keys')] });
    engine.post({ type: 'notes', notes: [hit('lamp-keys', { at: 20_000 })], generation: 0 });
    engine.post({ type: 'replace', from: 10_000, generation: 1 });
    engine.post({ type: 'notes', notes: [hit('lamp-keys', { at: 15_000, frames: 480_000 })], generation: 1 });
    engine.post({ type: 'notes', notes: [hit('lamp-keys', { at: 12_000 })], generation: 0 });
    expect(render(engine, 19_200).left.findIndex((sample) => sample !== 0)).toBe(15_000);
    engine.post({ type: 'stop', generation: 2 });
    render(engine, 96_000);
    expect(peak(render(engine, 48_000).left)).toBeLessThan(1e-3);
  });

  it('a silenced track makes no sound', () => {
    expect(peak(play([hit('lamp-keys')], 24_000, 128, [{ ...track('lamp-keys'), isAudible: false }]).left)).toBe(0);
  });

  it('tells the peak of each track as it is in the mix, and of the whole as it leaves, thirty times a second', () => {
    const told: PeaksMessage[] = [];
    const engine = new SoundEngine();
    const teller = new PeakTeller(engine, (message) => void told.push(message));
    // Alone, in the middle, and without echo, a track is all there is: what it tells is what is heard but for room and limiter.
    const tracks = [track('round-bass'), { ...track('lamp-keys'), id: 'quiet', isAudible: false }];
    engine.post({ type: 'tracks', tracks });
    engine.post({ type: 'notes', notes: [hit('round-bass', { pitch: 40 }), { ...hit('lamp-keys'), trackId: 'quiet' }], generation: 0 });
    let heard = 0;
    for (let block = 1; block <= 375; block++) {
      heard = Math.max(heard, peak(render(engine, 128).left));
      teller.rendered(128, block * 128);
    }
    expect(told).toHaveLength(30);
    const most = (name: string) =>
      Math.max(...told.flatMap(({ peaks }) => peaks.filter(([each]) => each === name).map(([, value]) => value)));
    expect(most(SUM)).toBeCloseTo(heard, 2);
    expect(most('round-bass') / heard).toBeGreaterThan(0.8);
    expect(most('round-bass') / heard).toBeLessThan(1.25);
    expect(told.flatMap(({ peaks }) => peaks.filter(([name]) => name === 'quiet'))).toEqual([]);
  });

  it('the demo, played through, stays below -1 dBFS and above a whisper', () => {
    const document = demoSong(counter());
    const tracks = document.tracks.map((each): EngineTrack => ({
      id: each.id,
      sound: soundById(each.soundId),
      levelDb: each.levelDb,
      pan: each.pan,
      isAudible: true,
    }));
    const at = (tick: number) => Math.round(secondsAt(document.song.tempos, tick) * SAMPLE_RATE);
    const notes = events(document, 0, 2 * 4 * 20160, { view: { kind: 'song' } }).map((event, index) => ({
      at: at(event.tick),
      frames: at(event.tick + event.lengthTicks) - at(event.tick),
      trackId: event.trackId,
      pitch: event.pitch,
      velocity: event.velocity,
      seed: index + 1,
    }));
    const { left, right } = play(notes, 5.5 * SAMPLE_RATE, 128, tracks);
    const loudest = Math.max(peak(left), peak(right));
    expect(loudest).toBeLessThan(10 ** (-1 / 20));
    expect(loudest).toBeGreaterThan(0.2);
  });

  describe('an edit that reaches what is sounding', () => {
    const half = SAMPLE_RATE / 2;
    const held = { frames: 4 * SAMPLE_RATE, pitch: 45 };
    /** How loud it is 30 ms after an edit at half a second, over how loud it was just before. */
    function loudnessAfter(notes: EngineNote[], sounding: { key: string; until: number }[], wait = 0.03): number {
      const engine = new SoundEngine();
      engine.post({ type: 'tracks', tracks: [track('round-bass')] });
      engine.post({ type: 'notes', notes, generation: 0 });
      const before = render(engine, half).left;
      engine.post({ type: 'replace', from: half + 1440, generation: 1, sounding });
      const after = render(engine, half).left;
      expect(peak(before.subarray(half - 4800))).toBeGreaterThan(0.02);
      return peak(after.subarray(wait * SAMPLE_RATE, wait * SAMPLE_RATE + 4800)) / peak(before.subarray(half - 4800));
    }
    const note = hit('round-bass', { ...held, at: 0, key: 'a' });

    it('lets a note that is gone fade within 30 ms, and one that goes on sound as before', () => {
      expect(loudnessAfter([note], [])).toBeLessThan(0.1); // what is left is the room
      expect(loudnessAfter([note], [{ key: 'a', until: 4 * SAMPLE_RATE }])).toBeGreaterThan(0.7);
    });

    it('ends a note where it now ends, and leaves alone what is no part of the song', () => {
      const shortened = [{ key: 'a', until: half + 4800 }];
      expect(loudnessAfter([note], shortened)).toBeGreaterThan(0.7);
      expect(loudnessAfter([note], shortened, 0.15)).toBeLessThan(0.05);
      expect(loudnessAfter([{ ...note, key: undefined }], [])).toBeGreaterThan(0.7);
    });

    it('takes back a note that is gone before it has begun', () => {
      const late = { ...note, at: half + 700 };
      const engine = new SoundEngine();
      engine.post({ type: 'tracks', tracks: [track('round-bass')] });
      engine.post({ type: 'notes', notes: [late], generation: 0 });
      render(engine, half);
      engine.post({ type: 'replace', from: half + 1440, generation: 1, sounding: [] });
      expect(peak(render(engine, half).left)).toBe(0);
    });
  });
});
