import fc from 'fast-check';
import { anyNotes, note, run, songWith } from '../../test/make';
import { COMMON_NAMING } from '../theory';
import { COMMON_TIME, division, gridOf, TICKS_PER_QUARTER } from '../time';
import { clipOf, phraseOf, readPhrase } from '.';

const STEP = TICKS_PER_QUARTER / 4;
const grid = gridOf(division('1/16'), COMMON_TIME);
const words = { grid, naming: COMMON_NAMING, rows: [] };

describe('notes as a phrase', () => {
  it('read back as the same starts, lengths and pitches, wherever a phrase can say them', () => {
    let said = 0;
    // Chords one after the other, with rests between them.
    const chords = fc.array(
      fc.record({
        rest: fc.nat(3),
        steps: fc.integer({ min: 1, max: 4 }),
        pitches: fc.uniqueArray(fc.integer({ min: 24, max: 96 }), { minLength: 1, maxLength: 3 }),
      }),
      { minLength: 1, maxLength: 6 },
    );
    fc.assert(
      fc.property(chords, (drawn) => {
        let at = 0;
        const notes = drawn.flatMap(({ rest, steps, pitches }, index) => {
          const start = at + rest;
          at = start + steps;
          return pitches.map((pitch) => note({ id: `${index} ${pitch}`, start: start * STEP, length: steps * STEP, pitch }));
        });
        const text = phraseOf(clipOf(notes), words);
        expect(text).not.toBeNull();
        said++;
        const first = notes[0]!.start;
        const read = readPhrase(text!, { ...words, meter: COMMON_TIME, startTick: first, octave: 4 });
        expect(read.ok && read.notes.map(({ start, length, pitch }) => [start, length, pitch])).toEqual(
          notes.map(({ start, length, pitch }) => [start, length, pitch]),
        );
      }),
    );
    expect(said).toBeGreaterThan(50);
  });

  it('are not said off the grid or over each other; drums go by their names', () => {
    expect(phraseOf(clipOf([note({ start: 7 })]), words)).toBeNull();
    expect(phraseOf(clipOf([note({ id: 'a', length: 4 * STEP }), note({ id: 'b', start: STEP, length: STEP })]), words)).toBeNull();
    const kick = {
      ...words,
      rows: [
        { pitch: 36, name: 'Kick' },
        { pitch: 42, name: 'Closed hat' },
      ],
    };
    const hits = [note({ id: 'a', pitch: 36, length: STEP }), note({ id: 'b', pitch: 42, start: 2 * STEP, length: STEP })];
    expect(phraseOf(clipOf(hits), kick)).toBe('Kick - Closedhat');
  });
});

describe('paste', () => {
  const clip = clipOf([note({ id: 'a', start: 4 * STEP, length: STEP }), note({ id: 'b', start: 6 * STEP, length: STEP, pitch: 64 })]);
  const there = [
    note({ id: 'x', start: 8 * STEP, length: STEP }),
    note({ id: 'y', start: 10 * STEP, length: STEP, pitch: 67 }),
    note({ id: 'z', start: 12 * STEP, length: STEP }),
  ];
  const places = (params: Parameters<typeof run<'paste'>>[2]) =>
    run(songWith(there), 'paste', params, [], { clip, at: { tick: 8 * STEP, pitch: 60 } }).notes.map(({ start, pitch }) => [
      start / STEP,
      pitch,
    ]);

  it('puts them at the cursor or where they stood, with the landing chosen, selected', () => {
    // Three steps from the first start to the last end: 8 to 11.
    expect(places({ landing: 'merge' })).toEqual([
      [8, 60],
      [8, 60],
      [10, 64],
      [10, 67],
      [12, 60],
    ]);
    expect(places({ landing: 'replace' })).toEqual([
      [8, 60],
      [10, 64],
      [12, 60],
    ]);
    expect(places({ landing: 'push' })).toEqual([
      [8, 60],
      [10, 64],
      [11, 60],
      [13, 67],
      [15, 60],
    ]);
    expect(places({ where: 'same', landing: 'replace' })).toEqual([
      [4, 60],
      [6, 64],
      [8, 60],
      [10, 67],
      [12, 60],
    ]);
    expect(places({ times: 2, landing: 'replace' })).toEqual([
      [8, 60],
      [10, 64],
      [11, 60],
      [13, 64],
    ]);
    const done = run(songWith(there), 'paste', {}, [], { clip, at: { tick: 0, pitch: 60 } });
    expect(done.select).toHaveLength(2);
    expect(done.landing.coinciding).toBe(0);
    expect(run(songWith(there), 'paste', {}, []).whyNot).toMatch(/copied/);
  });

  it('of any notes gives each back as it was, as notes of their own', () => {
    fc.assert(
      fc.property(anyNotes(8), (notes) => {
        fc.pre(notes.length > 0);
        const copied = clipOf(notes);
        const { notes: pasted } = run(songWith([]), 'paste', { where: 'same' }, [], { clip: copied });
        const shape = (each: { start: number; length: number; pitch: number; velocity: number; chance?: number; muted?: boolean }) =>
          JSON.stringify([each.start, each.length, each.pitch, each.velocity, each.chance, each.muted]);
        expect(pasted.map(shape).sort()).toEqual(notes.map(shape).sort());
        const ids = new Set(notes.map(({ id }) => id));
        expect(pasted.some(({ id }) => ids.has(id))).toBe(false);
      }),
    );
  });
});
