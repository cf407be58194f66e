import fc from 'fast-check';
import { TimeMap } from '.';
import {
  latencyOfTaps,
  playedIn,
  Recorder,
  simulatedMessages,
  SIMULATED_PHRASES,
  takenNote,
  takenTurn,
  type Played,
  type TakeSetup,
} from '../recording';
import { middle } from './middle';

const QUARTER = 20_160;

describe('a MIDI message', () => {
  it.each<[string, number[], object | null]>([
    ['note on', [0x90, 60, 100], { kind: 'on', pitch: 60, velocity: 100 }],
    ['note on of velocity 0', [0x93, 60, 0], { kind: 'off', pitch: 60 }],
    ['note off', [0x80, 60, 17], { kind: 'off', pitch: 60, release: 17 }],
    ['pedal half down', [0xb0, 64, 63], { kind: 'pedal', isDown: false }],
    ['pedal down', [0xb0, 64, 64], { kind: 'pedal', isDown: true }],
    ['wheel all up', [0xe0, 127, 127], { kind: 'turn', target: 'bend', value: 8191 }],
    ['wheel in the middle', [0xe0, 0, 64], { kind: 'turn', target: 'bend', value: 0 }],
    ['wheel all down', [0xe0, 0, 0], { kind: 'turn', target: 'bend', value: -8192 }],
    ['pressure', [0xd0, 90], { kind: 'turn', target: 'pressure', value: 90 }],
    ['modulation', [0xb0, 1, 5], { kind: 'turn', target: 'cc:1', value: 5 }],
    ['clock', [0xf8], null],
    ['start', [0xfa], null],
    ['active sensing', [0xfe], null],
    ['system exclusive', [0xf0, 1, 2, 0xf7], null],
    ['program change', [0xc0, 4], null],
    ['cut short', [0x90, 60], null],
    ['data without a status', [60, 100], null],
    ['nothing', [], null],
  ])('%s', (_name, bytes, expected) => {
    expect(playedIn(bytes, 5, 'all')).toEqual(expected && { ...expected, at: 5 });
  });

  it('of another channel is not taken', () => {
    expect(playedIn([0x93, 60, 100], 0, 3)).not.toBeNull();
    expect(playedIn([0x93, 60, 100], 0, 2)).toBeNull();
    expect(playedIn([0xb3, 123, 0], 0, 3)).toBeNull();
  });
});

describe('the map from the page’s clock to the engine’s', () => {
  /** Readings of a page that is blocked 50 ms in each 200 ms, of an engine that works in bursts of 10 ms. */
  const readings = (seed: number, begins = 0, lost = 0) => {
    const map = new TimeMap(48_000);
    let state = seed;
    const random = () => (state = (state * 16_807) % 2_147_483_647) / 2_147_483_647;
    for (let ms = begins; ms < begins + 6000; ms += 20 + random() * 40) {
      const free = ms % 200 < 50 ? ms - (ms % 200) + 50 : ms;
      map.add(free, Math.floor((free - lost) / 10) * 480);
    }
    return map;
  };

  it('is steady to a millisecond and a bit, whenever it is asked', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 1e6 }), fc.integer({ min: 0, max: 9000 }), (seed, ms) => {
        expect(Math.abs(readings(seed).frameAt(ms)! / 48 - (ms - 0.6))).toBeLessThan(0.9);
      }),
    );
  });

  it('is there and back, knows nothing before the first reading, and begins anew once the engine has stood still', () => {
    const map = readings(7);
    expect(map.msAt(map.frameAt(1234)!)).toBeCloseTo(1234, 6);
    expect(new TimeMap(48_000).frameAt(5)).toBeNull();
    map.add(9000, (9000 - 700) * 48);
    expect(map.frameAt(9100)).toBeCloseTo(8400 * 48, 3);
  });
});

it('a tap test takes the middle of eight taps and more, each against its nearest click; strays do not count', () => {
  const clicks = Array.from({ length: 10 }, (_, index) => 1000 + index * 500);
  const late = [42, 38, 61, 40, 44, 39, 47, 41];
  expect(
    latencyOfTaps(
      clicks,
      late.map((ms, index) => clicks[index]! + ms),
    ),
  ).toBe(42);
  expect(
    latencyOfTaps(
      clicks,
      late.slice(1).map((ms, index) => clicks[index]! + ms),
    ),
  ).toBeNull();
  expect(latencyOfTaps(clicks, [...late.map((ms, index) => clicks[index]! + ms), 1249, 99_999])).toBe(42);
  expect(
    latencyOfTaps(
      clicks,
      late.map((_, index) => clicks[index]! - 30),
    ),
  ).toBe(-30);
  expect(middle([3, 1, 2, 10])).toBe(2.5);
});

describe('notes of presses and releases', () => {
  type Step = { readonly gap: number; readonly event: 'on' | 'off' | 'down' | 'up'; readonly pitch: number };
  const steps = fc.array(
    fc.record({
      gap: fc.integer({ min: 1, max: 9 }),
      event: fc.constantFrom<Step['event']>('on', 'on', 'off', 'off', 'down', 'up'),
      pitch: fc.integer({ min: 60, max: 62 }),
    }),
    { maxLength: 30 },
  );

  it('last from press to release, under the pedal until it is lifted, and never past the next stroke of their key', () => {
    fc.assert(
      fc.property(steps, (list) => {
        let at = 0;
        const done = list.map((step) => ({ ...step, tick: (at += step.gap) }));
        const end = at + 5;
        const recorder = new Recorder();
        for (const { event, pitch, tick } of done)
          recorder.take(
            event === 'on'
              ? { kind: 'on', pitch, velocity: 90, at: 0 }
              : event === 'off'
                ? { kind: 'off', pitch, at: 0 }
                : ({ kind: 'pedal', isDown: event === 'down', at: 0 } satisfies Played),
            tick,
          );
        recorder.letGo(end);
        const expected = done.flatMap(({ event, pitch, tick }) => {
          if (event !== 'on') return [];
          const struck = done.find((each) => each.event === 'on' && each.pitch === pitch && each.tick > tick)?.tick ?? end;
          const off = done.find((each) => each.event === 'off' && each.pitch === pitch && each.tick > tick)?.tick ?? end;
          const pedal = done.findLast((each) => each.tick < off && (each.event === 'down' || each.event === 'up'));
          const lifted = pedal?.event === 'down' ? (done.find((each) => each.event === 'up' && each.tick > off)?.tick ?? end) : off;
          return [[pitch, tick, Math.min(struck, lifted)]];
        });
        const found = recorder.taken().notes.map(({ pitch, tick, endTick }) => [pitch, tick, endTick]);
        const inOrder = (notes: number[][]) => [...notes].sort((a, b) => a[1]! - b[1]!);
        expect(inOrder(found)).toEqual(inOrder(expected));
        expect(recorder.taken().notes).toEqual([]);
      }),
    );
  });
});

describe('where a played note goes', () => {
  const bar = 4 * QUARTER;
  const setup: TakeSetup = { lengthTicks: 2 * bar, range: { start: 0, end: 2 * bar }, quantize: null, earlyTicks: 2000, hitTicks: null };
  const sixteenths = { steps: '5040 ticks', strength: 100 } as const;
  const played = (tick: number, endTick = tick + 100) => ({ tick, endTick, pitch: 60, velocity: 90 });

  it('without quantize: just where it was played, in the pass that it was played in', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 40 * bar }), fc.integer({ min: 1, max: 5 * bar }), (tick, length) => {
        const taken = takenNote(played(tick, tick + length), setup)!;
        expect([taken.pass * 2 * bar + taken.start, taken.length, taken.raw]).toEqual([tick, length, taken.start]);
      }),
    );
  });

  it('with quantize: on the line it is nearest to, of the pass that the line is in', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 400 }), fc.integer({ min: -2519, max: 2519 }), (line, off) => {
        const taken = takenNote(played(Math.max(0, line * 5040 + off)), { ...setup, quantize: sixteenths })!;
        expect(taken.pass * 2 * bar + taken.start).toBe(line * 5040);
      }),
    );
  });

  it('with quantize a note that comes early for the first beat is of the pass that begins there, at its beginning', () => {
    for (const pass of [0, 1, 5])
      expect(takenNote(played((pass + 1) * 2 * bar - 900), { ...setup, quantize: sixteenths })).toMatchObject({
        pass: pass + 1,
        raw: 0,
        start: 0,
      });
    expect(takenNote(played(2 * bar - 3000), { ...setup, quantize: sixteenths })).toMatchObject({ pass: 0, start: 2 * bar - 5040 });
  });

  it('what is turned is of the pass that it was turned in, at its place there', () => {
    const turn = (tick: number) => ({ tick, target: 'cc:1' as const, value: 1 });
    expect([0, 2 * bar - 1, 2 * bar, 9 * bar + 5].map((tick) => takenTurn(turn(tick), setup))).toEqual([
      { pass: 0, tick: 0 },
      { pass: 0, tick: 2 * bar - 1 },
      { pass: 1, tick: 0 },
      { pass: 4, tick: bar + 5 },
    ]);
    expect(takenTurn(turn(bar), { ...setup, range: { start: 0, end: bar } })).toBeNull();
  });

  it('at half strength half the way', () => {
    const taken = takenNote(played(5040 + 1000), { ...setup, quantize: { ...sixteenths, strength: 50 } })!;
    expect([taken.raw, taken.start]).toEqual([6040, 5540]);
  });

  it('a note that comes a little early for the beginning is there; one that comes much too early is only heard', () => {
    expect(takenNote(played(-1500), setup)).toMatchObject({ pass: 0, start: 0 });
    expect(takenNote(played(-2500), setup)).toBeNull();
    const second = { ...setup, range: { start: bar, end: 2 * bar } };
    expect(takenNote(played(bar - 1500), second)).toMatchObject({ pass: 0, start: bar });
    expect(takenNote(played(bar - 2500), second)).toBeNull();
    expect(takenNote(played(2 * bar), second)).toBeNull();
    expect(takenNote(played(3 * bar + 7), second)).toMatchObject({ pass: 1, start: bar + 7 });
  });

  it('outside of the range nothing is taken; what is meant for its end is outside', () => {
    const first = { ...setup, range: { start: 0, end: bar } };
    expect(takenNote(played(bar - 1), first)).toMatchObject({ start: bar - 1 });
    expect(takenNote(played(bar - 1), { ...first, quantize: sixteenths })).toBeNull();
    expect(takenNote(played(bar), first)).toBeNull();
  });

  it('a note held over the edge of the loop is whole; a drum is as long as a step', () => {
    expect(takenNote(played(2 * bar - 100, 3 * bar), setup)).toMatchObject({ pass: 0, start: 2 * bar - 100, length: bar + 100 });
    expect(takenNote(played(10, 999_999), { ...setup, hitTicks: 5040 })).toMatchObject({ length: 5040 });
  });
});

describe('the simulated device', () => {
  const human = { timingMs: 20, velocity: 12, mistakes: 0, seed: 4 };
  const msAt = (beat: number) => 1000 + beat * 500;

  it('plays every phrase whole: an off for each on, within the phrase, the same again for the same seed', () => {
    for (const phrase of SIMULATED_PHRASES) {
      const sent = simulatedMessages(phrase, human, msAt);
      expect(sent).toEqual(simulatedMessages(phrase, human, msAt));
      const of = (status: number) => sent.filter(({ bytes }) => (bytes[0]! & 0xf0) === status);
      expect(of(0x90).length).toBe(phrase.notes.length);
      expect(of(0x80).length).toBe(of(0x90).length);
      expect(sent.map(({ at }) => at)).toEqual([...sent.map(({ at }) => at)].sort((a, b) => a - b));
    }
  });

  it('without a person’s faults plays on the beat; with them near it, on both sides', () => {
    const [kick] = SIMULATED_PHRASES;
    const ons = (by: typeof human) => simulatedMessages(kick!, by, msAt).filter(({ bytes }) => bytes[0] === 0x90);
    expect(ons({ ...human, timingMs: 0, velocity: 0 }).map(({ at }) => at)).toEqual(kick!.notes.map(({ at }) => msAt(at)));
    const off = Array.from({ length: 30 }, (_, seed) => ons({ ...human, seed }).map(({ at }, index) => at - msAt(index))).flat();
    expect(Math.max(...off.map(Math.abs))).toBeLessThanOrEqual(20);
    expect(off.some((ms) => ms > 5) && off.some((ms) => ms < -5)).toBe(true);
    const wrong = Array.from({ length: 30 }, (_, seed) => ons({ ...human, mistakes: 50, seed }));
    expect(wrong.some((list) => list.length < 8)).toBe(true);
    expect(wrong.flat().some(({ bytes }) => bytes[1] !== 36)).toBe(true);
  });
});
