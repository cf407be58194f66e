import fc from 'fast-check';
import { TICKS_PER_QUARTER, type Note } from '../src';
import { anyNotes, note, run, songWith } from './make';

const STEP = TICKS_PER_QUARTER / 4;
const BEAT = TICKS_PER_QUARTER;
const at = (id: string, start: number, length = STEP, pitch = 60, velocity = 100): Note => note({ id, start, length, pitch, velocity });
const spans = (notes: readonly Note[]) => notes.map(({ start, length }) => [start / STEP, length / STEP]);

describe('lengths', () => {
  it('by a share, at either end; the other end stays', () => {
    const song = songWith([at('a', 0, 2 * STEP), at('b', 4 * STEP, 4 * STEP)]);
    expect(spans(run(song, 'scale-length', { percent: 50 }).notes)).toEqual([
      [0, 1],
      [4, 2],
    ]);
    expect(spans(run(song, 'scale-length', { percent: 50, edge: 'start' }).notes)).toEqual([
      [1, 1],
      [6, 2],
    ]);
    expect(spans(run(song, 'set-length', { count: 3, unit: '1/16', edge: 'start' }).notes)).toEqual([
      // The first would begin before the pattern, and begins with it.
      [0, 2],
      [5, 3],
    ]);
  });

  it('to the next chord, note of the row, or the end; or a gap before it', () => {
    const song = songWith([at('a', 0), at('b', 0, STEP, 64), at('c', 4 * STEP, 8 * STEP), at('d', 8 * STEP, STEP, 64)]);
    expect(spans(run(song, 'extend').notes)).toEqual([
      [0, 4],
      [0, 4],
      [4, 4],
      [8, 24],
    ]);
    expect(spans(run(song, 'extend', { next: 'row' }).notes)).toEqual([
      [0, 4],
      [0, 8],
      [4, 28],
      [8, 24],
    ]);
    // Only what is too long is shortened: a step before the next.
    expect(spans(run(song, 'extend', { which: 'longer', gap: 1, unit: '1/16' }).notes)).toEqual([
      [0, 1],
      [0, 1],
      [4, 3],
      [8, 1],
    ]);
  });

  it('end or start where a line is drawn, if they reach it', () => {
    const song = songWith([at('a', 0, 8 * STEP), at('b', 2 * STEP, STEP), at('c', 3 * STEP, 9 * STEP)]);
    expect(spans(run(song, 'ends-at', { count: 1, unit: 'beat' }).notes)).toEqual([
      [0, 4],
      [2, 1],
      [3, 1],
    ]);
    expect(spans(run(song, 'ends-at', { count: 1, unit: 'beat', edge: 'start' }).notes)).toEqual([
      [2, 1],
      [4, 4],
      [4, 8],
    ]);
  });
});

describe('stretching', () => {
  it('to twice the time and back leaves every note as it was', () => {
    fc.assert(
      fc.property(anyNotes(), fc.integer({ min: 2, max: 16 }), fc.constantFrom('too', 'stay'), (notes, times, lengths) => {
        const start = songWith(notes);
        const there = run(
          start,
          'stretch',
          { times, over: 1, lengths },
          notes.map(({ id }) => id),
        ).after;
        expect(
          run(
            there,
            'stretch',
            { times: 1, over: times, lengths },
            notes.map(({ id }) => id),
          ).after,
        ).toEqual(start);
      }),
    );
  });

  it('counts from the first note; three over two makes two beats three; and fills a stretch', () => {
    const song = songWith([at('a', BEAT, BEAT), at('b', 2 * BEAT, BEAT)]);
    expect(spans(run(song, 'stretch', { times: 3, over: 2 }).notes)).toEqual([
      [4, 6],
      [10, 6],
    ]);
    const span = { start: 0, end: 5 * BEAT };
    expect(spans(run(song, 'stretch', { to: 'span' }, [], { span }).notes)).toEqual([
      [4, 8],
      [12, 8],
    ]);
  });
});

describe('leaning', () => {
  it('keeps the span, the order and every note; late makes the first the shortest', () => {
    fc.assert(
      fc.property(anyNotes(), fc.integer({ min: -100, max: 100 }), (notes, amount) => {
        const before = songWith(notes);
        const after = run(
          before,
          'lean',
          { amount },
          notes.map(({ id }) => id),
        ).notes;
        const edges = (all: readonly Note[]) => [
          all.reduce((least, { start }) => Math.min(least, start), Infinity),
          all.reduce((most, { start, length }) => Math.max(most, start + length), 0),
        ];
        expect(after).toHaveLength(notes.length);
        if (notes.length) expect(edges(after)[0]).toBe(edges(notes)[0]);
        // A note at the very end may be pressed to nothing, and is a tick long then.
        if (notes.length) expect(Math.abs(edges(after)[1]! - edges(notes)[1]!)).toBeLessThanOrEqual(1);
        const place = new Map(after.map(({ id, start }) => [id, start]));
        for (let index = 1; index < notes.length; index++)
          expect(place.get(notes[index - 1]!.id)!).toBeLessThanOrEqual(place.get(notes[index]!.id)!);
      }),
    );
    const four = [0, 1, 2, 3].map((beat) => at(`n${beat}`, beat * BEAT, BEAT));
    // g = 2 at half of the slider: edges at 0, 1/16, 1/4, 9/16 and 1 of four beats, in sixteenths.
    expect(spans(run(songWith(four), 'lean', { amount: 50 }).notes)).toEqual([
      [0, 1],
      [1, 3],
      [4, 5],
      [9, 7],
    ]);
  });
});

describe('velocities', () => {
  const hits = (...velocities: number[]) =>
    songWith(velocities.map((velocity, index) => at(`n${index}`, index * STEP, STEP, 60, velocity)));
  const velocities = (notes: readonly Note[]) => notes.map(({ velocity }) => velocity);

  it('are drawn to their mean or away from it', () => {
    expect(velocities(run(hits(60, 100, 80), 'velocity-spread', { percent: 50 }).notes)).toEqual([70, 90, 80]);
    expect(velocities(run(hits(60, 100, 80), 'velocity-spread', { percent: 0 }).notes)).toEqual([80, 80, 80]);
    expect(velocities(run(hits(20, 120), 'velocity-spread', { percent: 300 }).notes)).toEqual([1, 127]);
  });

  it('are led from one value to another in time, not by count', () => {
    const song = songWith([at('a', 0), at('b', STEP), at('c', 4 * STEP)]);
    expect(velocities(run(song, 'velocity-ramp', { from: 40, to: 120 }).notes)).toEqual([40, 60, 120]);
    expect(velocities(run(song, 'velocity-ramp', { from: 40, to: 120, curve: 'late' }).notes)).toEqual([40, 45, 120]);
    expect(velocities(run(song, 'velocity-ramp', { from: 40, to: 120, curve: 'bow' }).notes)).toEqual([40, 80, 40]);
  });

  it('vary within what is allowed, the same for the same seed', () => {
    fc.assert(
      fc.property(anyNotes(), fc.integer({ min: 1, max: 40 }), (notes, by) => {
        const song = songWith(notes);
        const once = run(song, 'velocity-random', { by, least: 20, most: 110 });
        expect(run(song, 'velocity-random', { by, least: 20, most: 110 }).after).toEqual(once.after);
        const before = new Map(notes.map((each) => [each.id, each.velocity]));
        for (const { id, velocity } of once.notes) {
          const was = before.get(id)!;
          const isHeard = velocity !== was;
          if (isHeard) expect(velocity >= 20 && velocity <= 110).toBe(true);
          if (isHeard && was >= 20 && was <= 110) expect(Math.abs(velocity - was)).toBeLessThanOrEqual(by);
        }
      }),
    );
  });
});

describe('quantizing', () => {
  it('leaves notes that are near enough', () => {
    const song = songWith([at('a', 0.1 * STEP), at('b', 2.4 * STEP)]);
    expect(run(song, 'quantize', { beyond: 25 }).notes.map(({ start }) => start / STEP)).toEqual([0.1, 2]);
  });

  it('with random timing puts every note within that share of a step of its line', () => {
    fc.assert(
      fc.property(anyNotes(), fc.integer({ min: 1, max: 50 }), (notes, random) => {
        const song = songWith(notes);
        const straight = new Map(run(song, 'quantize').notes.map(({ id, start }) => [id, start]));
        for (const { id, start } of run(song, 'quantize', { random }).notes) {
          const off = Math.abs(start - straight.get(id)!);
          expect(off).toBeLessThanOrEqual((random / 100) * STEP + 1);
        }
      }),
    );
  });
});
