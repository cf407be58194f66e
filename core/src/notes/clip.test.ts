import fc from 'fast-check';
import { anyNotes, note, PATTERN, run, songWith } from '../../test/make';
import { COMMON_NAMING } from '../theory';
import { COMMON_TIME, division, gridOf, lineBefore, lineFrom, TICKS_PER_QUARTER } from '../time';
import { byStartThenPitch, notesOf } from '../model';
import { clipNotes, clipOf, phraseOf, readPhrase } from '.';

const STEP = TICKS_PER_QUARTER / 4;
const METERS = [{ tick: 0, ...COMMON_TIME }];
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
        const text = phraseOf(clipNotes(notes), words);
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
    expect(phraseOf(clipNotes([note({ start: 7 })]), words)).toBeNull();
    expect(phraseOf(clipNotes([note({ id: 'a', length: 4 * STEP }), note({ id: 'b', start: STEP, length: STEP })]), words)).toBeNull();
    const kick = {
      ...words,
      rows: [
        { pitch: 36, name: 'Kick' },
        { pitch: 42, name: 'Closed hat' },
      ],
    };
    const hits = [note({ id: 'a', pitch: 36, length: STEP }), note({ id: 'b', pitch: 42, start: 2 * STEP, length: STEP })];
    expect(phraseOf(clipNotes(hits), kick)).toBe('Kick - Closedhat');
  });
});

describe('paste', () => {
  const clip = clipOf(
    [note({ id: 'a', start: 4 * STEP, length: STEP }), note({ id: 'b', start: 6 * STEP, length: STEP, pitch: 64 })],
    METERS,
  );
  const there = [
    note({ id: 'x', start: 8 * STEP, length: STEP }),
    note({ id: 'y', start: 10 * STEP, length: STEP, pitch: 67 }),
    note({ id: 'z', start: 12 * STEP, length: STEP }),
  ];
  const places = (params: Parameters<typeof run<'paste'>>[2]) =>
    run(songWith(there), 'paste', params, [], { clip, at: { tick: 8 * STEP, pitch: 60, isChosen: true } }).notes.map(({ start, pitch }) => [
      start / STEP,
      pitch,
    ]);

  it('puts them at the cursor or where they stood, with the landing chosen, selected', () => {
    // Three steps from the first start to the last end take up a beat: 8 to 12.
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
      [12, 60],
      [14, 67],
      [16, 60],
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
      [12, 60],
      [14, 64],
    ]);
    const done = run(songWith(there), 'paste', {}, [], { clip, at: { tick: 0, pitch: 60, isChosen: true } });
    expect(done.select).toHaveLength(2);
    expect(done.landing.coinciding).toBe(0);
    expect(run(songWith(there), 'paste', {}, []).whyNot).toMatch(/copied/);
  });

  it('of any notes gives each back as it was, as notes of their own', () => {
    fc.assert(
      fc.property(anyNotes(8), (notes) => {
        fc.pre(notes.length > 0);
        const copied = clipOf(notes, METERS);
        const { notes: pasted } = run(songWith([]), 'paste', { where: 'same' }, [], { clip: copied });
        const shape = (each: { start: number; length: number; pitch: number; velocity: number; chance?: number; muted?: boolean }) =>
          JSON.stringify([each.start, each.length, each.pitch, each.velocity, each.chance, each.muted]);
        expect(pasted.map(shape).sort()).toEqual(notes.map(shape).sort());
        const ids = new Set(notes.map(({ id }) => id));
        expect(pasted.some(({ id }) => ids.has(id))).toBe(false);
      }),
    );
  });

  const hits = (steps: readonly number[], ids = 'k') =>
    steps.map((step, index) => note({ id: `${ids}${index}`, start: step * STEP, length: STEP }));
  const at = (notes: readonly { start: number }[]) => notes.map(({ start }) => start / STEP);

  it('goes after what was copied, again and again, and never onto itself; to its own place where that is free', () => {
    const four = hits([0, 4, 8, 12]);
    const clip = clipOf(four, METERS);
    let song = songWith(four, 8);
    for (const bars of [1, 2, 3]) {
      song = run(song, 'paste', {}, [], { clip }).after;
      const expected = Array.from({ length: bars + 1 }, (_, bar) => [0, 4, 8, 12].map((step) => 16 * bar + step)).flat();
      expect(at(notesOf(song, PATTERN))).toEqual(expected);
    }
    // The cursor, or the mark, on the very notes that were copied is no other place.
    for (const context of [{ at: { tick: 4 * STEP, pitch: 60, isChosen: true } }, { span: { start: 0, end: 16 * STEP } }])
      expect(at(run(songWith(four, 8), 'paste', {}, [], { clip, ...context }).notes).slice(4)).toEqual([16, 20, 24, 28]);
    expect(at(run(songWith([], 8), 'paste', {}, [], { clip }).notes)).toEqual([0, 4, 8, 12]);
    expect(run(songWith(four), 'paste', { where: 'same' }, [], { clip }).whyNot).toMatch(/still stand there/);
  });

  it('goes as far as was marked, or beyond the frame they were selected by', () => {
    const two = hits([0, 3]);
    const marked = { start: 0, end: 12 * STEP, isMarked: true };
    expect(at(run(songWith(two, 8), 'paste', {}, [], { clip: clipOf(two, METERS, marked) }).notes)).toEqual([0, 3, 12, 15]);
    // A frame as wide as the bar: the copy is in the next one. Without it they would lie a beat on.
    const framed = { start: 0, end: 15 * STEP, isMarked: false };
    expect(at(run(songWith(two, 8), 'paste', {}, [], { clip: clipOf(two, METERS, framed) }).notes)).toEqual([0, 3, 16, 19]);
    expect(at(run(songWith(two, 8), 'paste', {}, [], { clip: clipOf(two, METERS) }).notes)).toEqual([0, 3, 4, 7]);
  });

  it('keeps every note’s place in its beat, on any grid, wherever it goes; one note goes to the step itself', () => {
    const grids = fc.constantFrom('1/8', '1/16', '1/4').map((each) => gridOf(division(each), COMMON_TIME));
    let several = 0;
    fc.assert(
      fc.property(anyNotes(6), grids, fc.nat(15), (drawn, grid, line) => {
        fc.pre(drawn.length > 0);
        const notes = drawn.map((each) => ({ ...each, start: each.start + 32 * STEP }));
        const chosen = lineFrom(grid, 0, line);
        const context = { clip: clipOf(notes, METERS), grid, at: { tick: chosen, pitch: 60, isChosen: true } };
        const { notes: all, select } = run(songWith([], 16), 'paste', {}, [], context);
        expect(select).toHaveLength(notes.length);
        const shift = all[0]!.start - [...notes].sort(byStartThenPitch)[0]!.start;
        expect(all.map(({ start }) => start - shift)).toEqual(notes.map(({ start }) => start));
        const beat = 4 * STEP;
        const isOne = notes.every(({ start }) => start === notes[0]!.start);
        if (isOne) return void expect(lineBefore(grid, all[0]!.start)).toBe(chosen);
        if (notes.some(({ start }) => start - notes[0]!.start > 2520)) {
          several += 1;
          expect(Math.abs(shift % beat)).toBe(0);
          expect(Math.floor(all[0]!.start / beat)).toBe(Math.floor(chosen / beat));
        }
      }),
    );
    expect(several).toBeGreaterThan(40);
  });
});

describe('a duplicate', () => {
  const after = (steps: readonly number[], length = 1, context: Parameters<typeof run<'duplicate'>>[4] = {}) =>
    run(
      songWith(
        steps.map((step, index) => note({ id: `d${index}`, start: step * STEP, length: length * STEP })),
        8,
      ),
      'duplicate',
      {},
      [],
      context,
    )
      .notes.map(({ start }) => start / STEP)
      .slice(steps.length);

  it.each([
    ['a hit goes to the next step', [4], [5]],
    ['four on the floor come again in the next bar', [0, 4, 8, 12], [16, 20, 24, 28]],
    ['claps on two and four stay on two and four', [4, 12], [20, 28]],
    ['two sixteenths are gone on with', [0, 1], [2, 3]],
    ['two eighths of a sixteenth each keep to the beat', [0, 2], [4, 6]],
    ['an off-beat figure of five steps comes two beats later', [2, 4, 6], [10, 12, 14]],
    ['two beats, half a bar, come half a bar later', [0, 4, 6, 7], [8, 12, 14, 15]],
    ['a bar and a bit takes two bars', [0, 8, 17], [32, 40, 49]],
  ])('%s', (_words, steps, expected) => expect(after(steps)).toEqual(expected));

  it('of a chord goes by whole steps of the grid; a marked stretch sets the distance, whatever is copied', () => {
    const chord = [60, 64, 67].map((pitch) => note({ id: `${pitch}`, pitch, start: 4 * STEP, length: 3.5 * STEP }));
    expect(
      run(songWith(chord), 'duplicate')
        .notes.slice(3)
        .map(({ start }) => start / STEP),
    ).toEqual([8, 8, 8]);
    expect(after([0, 3], 1, { span: { start: 0, end: 7 * STEP } })).toEqual([7, 10]);
  });

  it('in seven eights keeps to the bar of seven', () => {
    const meter = { numerator: 7, denominator: 8 };
    const grid = gridOf(division('1/16'), meter);
    expect(after([0, 6, 10], 1, { meter, meters: [{ tick: 0, ...meter }], grid })).toEqual([14, 20, 24]);
  });
});
