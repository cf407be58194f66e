import { counter } from '../../test/make';
import { events } from '../playback';
import { demoSong } from '../song/demo';
import { secondsAt } from '../time';
import { soundById, SOUNDS } from '../sounds';
import { QUAY_KIT } from '../sounds/kits/quay-kit';
import { dry, hit, largestStep, peak, play, render, strengthOf, track } from '../../test/sounding';
import { kitRows, PeakTeller, SAMPLE_RATE, SoundEngine, SUM, VOICE_CAP, type EngineNote, type EngineTrack, type PeaksMessage } from '.';

/** One of each family, and one of each thing that can sound in a tone. */
const PITCHED = [...new Set(SOUNDS.filter(({ kind }) => kind === 'pitched').map(({ family }) => family))]
  .filter((family) => family !== 'effect')
  .map((family) => SOUNDS.find((sound) => sound.family === family)!.id)
  .concat('mast-string');

describe('the sound engine', () => {
  it.each(['quay-kit', ...PITCHED])('%s begins on its very sample and is silent again after its end', (id) => {
    const { left } = play([hit(id, { at: 4807, pitch: id === 'quay-kit' ? 36 : 57 })], 4 * SAMPLE_RATE);
    expect(left.findIndex((sample) => sample !== 0)).toBe(4807);
    expect(peak(left)).toBeGreaterThan(0.03);
    expect(peak(left.subarray(3.5 * SAMPLE_RATE))).toBeLessThan(1e-4);
  });

  it('every sound is in tune: A4 is stronger where it is written than half a quarter tone off', () => {
    for (const sound of SOUNDS) {
      if (sound.kind === 'drums' || sound.family === 'effect') continue;
      const { left } = play([hit(sound.id, { frames: 22_000, pitch: 69 })], 24_000, 24_000, [dry(sound.id)]);
      const hz = 440 * 2 ** ((sound.transpose ?? 0) / 12);
      const [below, there, above] = [-50, 0, 50].map((cents) => strengthOf(hz * 2 ** (cents / 1200), left.subarray(12_000)));
      expect([sound.id, there! > below! && there! > above!]).toEqual([sound.id, true]);
    }
  });

  it('a string is in tune within a tenth of a cent from its lowest to its highest key', () => {
    for (const pitch of [28, 40, 57, 69, 84, 96]) {
      const { left } = play([hit('mast-string', { frames: 48_000, pitch })], 48_000, 48_000, [dry('mast-string')]);
      const hz = 440 * 2 ** ((pitch - 69) / 12);
      const at = (cents: number) => strengthOf(hz * 2 ** (cents / 1200), left.subarray(6000, 46_000));
      // The middle of a parabola through three strengths near the top.
      const far = (1200 * 0.25) / hz;
      const [below, middle, above] = [at(-far), at(0), at(far)];
      const off = (far * (above - below)) / (2 * (2 * middle - above - below));
      expect(Math.abs(off)).toBeLessThan(0.1);
    }
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

  it('a held key begins with the next chunk and sounds until it is let go, however long that takes; a drum rings on', () => {
    const held = (id: string, letGoAt: number) => {
      const engine = new SoundEngine();
      engine.post({ type: 'tracks', tracks: [dry(id)] });
      const first = render(engine, 12_800).left;
      engine.post({ type: 'notes', notes: [hit(id, { at: 12_800, frames: 60 * SAMPLE_RATE, held: 'one', pitch: 50 })], generation: 0 });
      const before = render(engine, letGoAt).left;
      engine.post({ type: 'letGo', held: 'another' });
      const still = render(engine, 12_800).left;
      engine.post({ type: 'letGo', held: 'one' });
      const after = render(engine, SAMPLE_RATE).left;
      return { first: peak(first), begins: before.findIndex((sample) => sample !== 0), before, still, after };
    };
    const organ = held('ferry-organ', 2 * SAMPLE_RATE);
    expect(organ.first).toBe(0);
    expect(organ.begins).toBeLessThanOrEqual(2 * 128);
    expect(peak(organ.still)).toBeGreaterThan(0.8 * peak(organ.before));
    expect(peak(organ.after.subarray(-4800))).toBeLessThan(1e-3);
    expect(largestStep(organ.after)).toBeLessThan(1.2 * largestStep(organ.still));
    const quick = held('ferry-organ', 128);
    expect(peak(quick.after.subarray(-4800))).toBeLessThan(1e-3);
    const drum = held('quay-kit', 128);
    expect(drum.begins).toBeLessThanOrEqual(2 * 128);
    expect(peak(drum.after.subarray(0, 4800))).toBeGreaterThan(0.001);
  });

  it('a pan of its own moves a note out of its track, and nothing else with it', () => {
    const sides = (pan: number, trackPan = 0) => {
      const { left, right } = play([hit('lamp-keys', { pan })], 24_000, 128, [{ ...dry('lamp-keys'), pan: trackPan }]);
      return [peak(left.subarray(0, 5400)), peak(right.subarray(0, 5400))] as const;
    };
    const [left, right] = sides(-1);
    expect(left).toBeGreaterThan(0.1);
    expect(right).toBeLessThan(0.001);
    expect(sides(1)).toEqual([right, left]);
    // A track on the right and a note as far to the left of it meet in the middle.
    const [middleLeft, middleRight] = sides(-0.5, 0.5);
    expect([middleLeft, middleRight]).toEqual(sides(0));
    const notes = [hit('lamp-keys', { pan: -1 }), hit('lamp-keys', { pan: 1, at: 12_000 })];
    const both = play(notes, 12_000, 128, [dry('lamp-keys')]).right;
    expect(peak(both.subarray(0, 5400))).toBeLessThan(0.001);
  });

  it.each(PITCHED)('%s bends: an octave up from its middle on, it sounds at 440 Hz where it sounded at 220', (id) => {
    const bend = [
      { frame: 0, cents: 0, shape: 'smooth' },
      { frame: 18_000, cents: 0, shape: 'straight' },
      { frame: 20_000, cents: 1200, shape: 'straight' },
    ] as const;
    const straight = play([hit(id, { frames: 48_000 })], 42_000, 128, [dry(id)]).left;
    const bent = play([hit(id, { frames: 48_000, bend })], 42_000, 128, [dry(id)]).left;
    expect(bent.subarray(0, 22_000)).toEqual(straight.subarray(0, 22_000));
    const strengths = [220, 440].map((hz) => strengthOf(hz, bent.subarray(32_000)));
    expect(strengths[1]! / strengths[0]!).toBeGreaterThan(1.8);
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
    expect(Math.max(peak(left), peak(right))).toBeLessThan(0.8101);
    const atOnce = Array.from({ length: 1000 }, (_, index) => hit('lamp-keys', { pitch: 30 + (index % 60) }));
    expect(peak(play(atOnce, 12_000).left)).toBeLessThan(0.8101);
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
    const tail = (notes: EngineNote[]) => peak(play(notes, 24_000, 128, [dry('quay-kit')]).left.subarray(20_000));
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
      const { left, right } = render(engine, 128);
      heard = Math.max(heard, peak(left));
      teller.rendered(left, right, block * 128);
    }
    // And once as it begins.
    expect(told).toHaveLength(31);
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

it('a note sounds after a storm of others, whose memory it takes over, sample for sample as it does first of all', () => {
  const ids = ['lamp-keys', 'gull-lead', 'rope-pluck', 'quay-kit'];
  const asks = ids.map((id) => hit(id, { at: 0, pitch: id === 'quay-kit' ? 46 : 64 }));
  /** What one note comes to, 20 seconds on, where there is silence again. */
  const after = (storm: readonly EngineNote[], asked: EngineNote) => {
    const engine = new SoundEngine(0, false);
    engine.post({ type: 'tracks', tracks: ids.map(dry) });
    engine.post({ type: 'notes', notes: [...storm, { ...asked, at: 20 * SAMPLE_RATE }], generation: 0 });
    render(engine, 20 * SAMPLE_RATE, 4800);
    expect(engine.isQuiet).toBe(true);
    return render(engine, 9600, 4800).left;
  };
  const storm = Array.from({ length: 400 }, (_, index) =>
    hit(ids[index % 4]!, { at: 100 + index * 60, pitch: 30 + (index % 50), seed: index + 1 }),
  );
  for (const asked of asks) {
    const [first, later] = [after([], asked), after(storm, asked)];
    expect(peak(first)).toBeGreaterThan(0.01);
    expect([asked.trackId, later]).toEqual([asked.trackId, first]);
  }
});
