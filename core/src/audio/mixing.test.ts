import type { RoomShape } from './room';
import { dry, hit, largestStep, peak, play, render, strengthOf, track } from '../../test/sounding';
import { SAMPLE_RATE, SoundEngine, VOICE_CAP, type EngineTrack, type Sound } from '.';

/** An engine with tracks, told more. */
function engineWith(tracks: EngineTrack[], ...messages: Parameters<SoundEngine['post']>[0][]): SoundEngine {
  const engine = new SoundEngine();
  engine.post({ type: 'tracks', tracks });
  for (const message of messages) engine.post(message);
  return engine;
}

const withSound = (base: EngineTrack, fields: Partial<Sound>): EngineTrack => ({ ...base, sound: { ...base.sound, ...fields } as Sound });

describe('voices that go', () => {
  const held = (at: number, fields = {}) => hit('warm-bed', { at, frames: 480_000, ...fields });

  it('a track that is taken away fades within 10 ms and without a step of its own', () => {
    const engine = engineWith([dry('round-bass')], {
      type: 'notes',
      notes: [hit('round-bass', { frames: 96_000, pitch: 45 })],
      generation: 0,
    });
    const own = largestStep(render(engine, 24_000).left.subarray(9000));
    engine.post({ type: 'tracks', tracks: [] });
    const after = render(engine, 4800).left;
    expect(largestStep(after.subarray(1))).toBeLessThan(own * 1.1);
    expect(peak(after.subarray(600))).toBeLessThan(1e-3);
    engine.post({ type: 'tracks', tracks: [dry('round-bass')] });
    engine.post({ type: 'notes', notes: [hit('round-bass', { at: 36_000 })], generation: 0 });
    expect(peak(render(engine, 24_000).left)).toBeGreaterThan(0.05);
  });

  it('beyond the cap, what rings already goes before what is held, and nothing clicks', () => {
    const pads = Array.from({ length: VOICE_CAP - 4 }, (_, index) => held(4800, { pitch: 48 + index, velocity: 70 }));
    const plucks = Array.from({ length: 12 }, (_, index) =>
      hit('rope-pluck', { at: 33_600 + 1200 * index, frames: 600, pitch: 60 + index }),
    );
    const tracks = [dry('warm-bed'), dry('rope-pluck')];
    const alone = play(pads, 72_000, 128, tracks).left;
    const both = play([...pads, ...plucks], 72_000, 128, tracks).left;
    // When the plucks are over, all the pads are still there.
    const rest = (samples: Float32Array) => samples.subarray(66_000, 70_000);
    expect(peak(rest(both)) / peak(rest(alone))).toBeGreaterThan(0.95);
    expect(peak(rest(both)) / peak(rest(alone))).toBeLessThan(1.05);
  });

  it('a thousand strokes at once neither stop the engine nor leave a voice behind', () => {
    const notes = Array.from({ length: 1000 }, (_, index) => hit('lamp-keys', { pitch: 30 + (index % 60), frames: 4800 }));
    const engine = engineWith([dry('lamp-keys')], { type: 'notes', notes, generation: 0 });
    render(engine, 4 * SAMPLE_RATE);
    expect(engine.isQuiet).toBe(true);
  });
});

describe('what all tracks share', () => {
  const click = (room: number, echo: number) => withSound(dry('quay-kit'), { room, echo });
  const struckOnce = { type: 'notes', notes: [hit('quay-kit', { at: 480, pitch: 76 })], generation: 0 } as const;

  /** The answer of the room alone to one click at frame 480, on one side. */
  function answerOf(side: 'left' | 'right', room?: RoomShape): Float32Array {
    const heard = (share: number) => {
      const engine = engineWith([click(share, 0)], struckOnce);
      if (room) engine.post({ type: 'tracks', tracks: [click(share, 0)], room });
      return render(engine, 3 * SAMPLE_RATE)[side];
    };
    const [wet, bare] = [heard(0.5), heard(0)];
    return wet.map((sample, index) => sample - bare[index]!);
  }

  it.each(['left', 'right'] as const)('the room answers from 5 ms on, and is dense after a tenth of a second, on the %s', (side) => {
    const answer = answerOf(side);
    const first = answer.findIndex((sample) => Math.abs(sample) > 1e-4) - 480;
    expect(first).toBeGreaterThanOrEqual(0.005 * SAMPLE_RATE);
    expect(first).toBeLessThan(0.008 * SAMPLE_RATE);
    // Echo density (J. Abel and P. Huang, 2006): samples beyond one standard deviation, over what noise has of them.
    const window = answer.subarray(480 + 4800 - 960, 480 + 4800 + 960);
    const deviation = Math.sqrt(window.reduce((sum, sample) => sum + sample * sample, 0) / window.length);
    const beyond = window.filter((sample) => Math.abs(sample) > deviation).length / window.length;
    expect(beyond / 0.3173).toBeGreaterThan(0.5);
  });

  it('the room is as large and rings as long as the song has it', () => {
    const powerAt = (answer: Float32Array, seconds: number) =>
      answer.subarray(480 + seconds * SAMPLE_RATE, 480 + (seconds + 0.1) * SAMPLE_RATE).reduce((sum, sample) => sum + sample * sample, 0);
    const dropped = (room: RoomShape) => {
      const answer = answerOf('left', room);
      return 10 * Math.log10(powerAt(answer, 0.15) / powerAt(answer, 0.65));
    };
    // Half a second of a room of 3 s is 10 dB, of one of 1 s 30 dB; highs fall faster.
    expect(dropped({ size: 1, seconds: 3 })).toBeGreaterThan(9);
    expect(dropped({ size: 1, seconds: 3 })).toBeLessThan(22);
    expect(dropped({ size: 1, seconds: 1 })).toBeGreaterThan(29);
    const first = (size: number) => answerOf('left', { size, seconds: 1 }).findIndex((sample) => Math.abs(sample) > 1e-4) - 480;
    expect(first(2) / first(0.5)).toBeCloseTo(4, 1);
  });

  it('becomes another room while it rings without a click', () => {
    const tracks = [withSound(track('fog-pad'), { room: 1 })];
    const steps = (room?: RoomShape) => {
      const engine = engineWith(tracks, { type: 'notes', notes: [hit('fog-pad', { frames: 90_000, velocity: 60 })], generation: 0 });
      render(engine, 48_000);
      engine.post({ type: 'tracks', tracks, room });
      return largestStep(render(engine, 24_000).left);
    };
    expect(steps({ size: 2, seconds: 4 })).toBeLessThan(1.3 * steps());
  });

  it('the echo comes when it is told to, goes over into another time, and ends in digital silence', () => {
    const echoed = (frames: number) => {
      const engine = engineWith([click(0, 0.6)], { type: 'echoes', echoes: [{ at: 0, frames }], generation: 0 }, struckOnce);
      return render(engine, 3 * SAMPLE_RATE);
    };
    const [dryOnce] = [render(engineWith([click(0, 0)], struckOnce), 3 * SAMPLE_RATE)];
    for (const frames of [12_000, 21_337]) {
      const { left } = echoed(frames);
      const first = left.findIndex((sample, index) => Math.abs(sample - dryOnce!.left[index]!) > 1e-4);
      expect(Math.abs(first - (480 + frames))).toBeLessThan(8);
    }
    const engine = engineWith([click(0.3, 0.3)], struckOnce);
    render(engine, 20 * SAMPLE_RATE);
    const end = render(engine, 4800);
    expect([...end.left, ...end.right].every((sample) => sample === 0)).toBe(true);
  });

  it('width is a side: both ears together hear the sound as it is without', () => {
    const notes = [hit('fog-pad', { frames: 24_000 })];
    const [wide, narrow] = [0.6, 0].map((width) => play(notes, 48_000, 128, [withSound(dry('fog-pad'), { width })]));
    const middle = ({ left, right }: typeof wide & object) => left.map((sample, index) => sample + right[index]!);
    const plain = middle(narrow!);
    const off = middle(wide!).map((sample, index) => sample - plain[index]!);
    expect(peak(off)).toBeLessThan(1e-5);
    expect(peak(wide!.left.map((sample, index) => sample - wide!.right[index]!))).toBeGreaterThan(0.02);
    expect(peak(narrow!.left.map((sample, index) => sample - narrow!.right[index]!))).toBe(0);
  });

  it('what is pushed to one side comes back to the middle', () => {
    const { left } = play([hit('winch-bass', { frames: 96_000, pitch: 33 })], 96_000, 128, [dry('winch-bass')]);
    const cycle = Math.round((48_000 / 55) * 20);
    const late = left.subarray(48_000, 48_000 + cycle);
    expect(Math.abs(late.reduce((sum, sample) => sum + sample, 0) / cycle)).toBeLessThan(peak(late) / 300);
  });
});

describe('a gate', () => {
  const gate = { attackFrames: 480, releaseFrames: 960, depth: 1 };
  const opened = { type: 'gates', gates: [{ at: 24_000, frames: 4800, trackId: 'keel-sub' }], generation: 0 } as const;
  const note = { type: 'notes', notes: [hit('keel-sub', { at: 100, frames: 96_000 })], generation: 0 } as const;
  const heard = (shape: typeof gate) => render(engineWith([{ ...dry('keel-sub'), gate: shape }], note, opened), 48_000).left;

  it('lets a track be heard only while it stands open, with ramps and no click', () => {
    const left = heard(gate);
    expect(peak(left.subarray(0, 23_900))).toBeLessThan(1e-4);
    expect(peak(left.subarray(25_000, 28_800))).toBeGreaterThan(0.01);
    expect(peak(left.subarray(28_800 + 1000))).toBeLessThan(1e-3);
    expect(largestStep(left)).toBeLessThan(0.01);
  });

  it('with a depth below 0 holds it down instead', () => {
    const left = heard({ ...gate, depth: -0.75 });
    const [before, during] = [left.subarray(20_000, 23_000), left.subarray(25_000, 28_000)].map((part) => strengthOf(220, part));
    expect(during! / before!).toBeGreaterThan(0.1);
    expect(during! / before!).toBeLessThan(0.35);
  });
});

it('a sound that slides comes from the note before it, and to its own', () => {
  const notes = [hit('siren-lead', { at: 480, pitch: 57, frames: 24_000 }), hit('siren-lead', { at: 20_000, pitch: 69, frames: 40_000 })];
  const plain = withSound(dry('siren-lead'), { glideSeconds: 0.25, vibrato: undefined } as Partial<Sound>);
  const { left } = play(notes, 60_000, 128, [plain]);
  const soon = left.subarray(24_600, 28_600);
  const later = left.subarray(44_000, 54_000);
  // An octave above, slid to over 0.25 s: a tenth of a second after it begins it is not there yet.
  expect(strengthOf(440, soon)).toBeLessThan(Math.max(...[300, 320, 340, 360, 380].map((hz) => strengthOf(hz, soon))));
  expect(strengthOf(440, later)).toBeGreaterThan(5 * strengthOf(415, later));
});

it('a note that is let go before it has risen ends where it ends', () => {
  const { left } = play([hit('swell-pad', { at: 480, frames: 2400 })], 120_000, 128, [dry('swell-pad')]);
  const long = play([hit('swell-pad', { at: 480, frames: 48_000 })], 120_000, 128, [track('swell-pad')]).left;
  expect(peak(left.subarray(48_000))).toBeLessThan(peak(long.subarray(30_000, 48_000)) / 20);
});

describe.each(['round-bass', 'lamp-keys', 'mast-string', 'gull-lead', 'fog-pad', 'buoy-bells'])('%s makes no step beyond its own', (id) => {
  const notes = { type: 'notes', notes: [hit(id, { at: 480, frames: 96_000, key: 'a' })], generation: 0 } as const;
  /** The largest step in a quarter of a second after something is told in the middle of a note, over the largest of the note by itself. */
  const stepsAfter = (...messages: Parameters<SoundEngine['post']>[0][]) => {
    const engine = engineWith([dry(id)], notes);
    const before = render(engine, 12_000).left;
    for (const message of messages) engine.post(message);
    const after = render(engine, 12_000).left;
    const steps = after.map((sample, index) => sample - (index > 0 ? after[index - 1]! : before.at(-1)!));
    return peak(steps) / largestStep(before);
  };

  it('when it is muted, turned down, taken away by an edit, or stopped', () => {
    const silent = { type: 'tracks', tracks: [{ ...dry(id), isAudible: false }] } as const;
    expect(stepsAfter(silent)).toBeLessThan(1.1);
    expect(stepsAfter({ type: 'tracks', tracks: [{ ...dry(id), levelDb: -20 }] })).toBeLessThan(1.1);
    expect(stepsAfter({ type: 'replace', from: 12_000, generation: 1, sounding: [] })).toBeLessThan(1.1);
    expect(stepsAfter({ type: 'stop', generation: 1 })).toBeLessThan(1.1);
  });

  it('where a loop ends and the same note begins anew', () => {
    const again = [480, 12_480, 24_480].map((at) => hit(id, { at, frames: 12_000 }));
    const looped = play(again, 40_000, 128, [dry(id)]).left;
    const once = play([hit(id, { at: 480, frames: 12_000 })], 40_000, 128, [dry(id)]).left;
    // Two of them sound at once where one lets go while the next begins.
    expect(largestStep(looped)).toBeLessThan(2.1 * largestStep(once));
  });
});
