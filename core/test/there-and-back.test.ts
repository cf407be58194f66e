import fc from 'fast-check';
import {
  keyOf,
  notesOf,
  TICKS_PER_QUARTER,
  type Document,
  type Note,
  type OuterContext,
  type ActionId,
  type ActionParams,
  type Taken,
} from '../src';
import { anyNotes, note, PATTERN, run, runAny, songWith } from './make';

const STEP = TICKS_PER_QUARTER / 4;
const LOOP = 8 * TICKS_PER_QUARTER;
const dorian = keyOf({ tonic: 'G', scale: 'dorian' })!;
const within = (notes: Note[], low = 0, high = 127) =>
  notes.map((each) => ({ ...each, start: each.start % LOOP, pitch: low + (each.pitch % (high - low)) }));

/** The notes of one row, where the pattern's own lengths of rows are 3 and 5 steps. */
function withRowLengths(document: Document): Document {
  const rowLengths = [
    { pitch: 60, length: 3 * STEP },
    { pitch: 62, length: 5 * STEP },
  ];
  return { ...document, patterns: document.patterns.map((pattern) => ({ ...pattern, rowLengths })) };
}

describe('what is turned comes back exactly', () => {
  it.each([
    ['the loop, rows in their own lengths', { around: 'pattern' }],
    ['a marked span', { around: 'marked' }],
  ] as const)('round %s', (_name, params) => {
    const counts = fc.integer({ min: -200, max: 200 });
    const units = fc.constantFrom('grid', 'tick', 'beat', '1/8 triplet', 'ms', '20160/11 ticks');
    fc.assert(
      fc.property(anyNotes(), counts, units, (notes, count, unit) => {
        const start = withRowLengths(songWith(within(notes, 58, 66)));
        const context: Partial<OuterContext> = { span: { start: 2 * STEP, end: 9 * STEP } };
        const ids = notes.map(({ id }) => id);
        const there = run(start, 'rotate', { ...params, count, unit }, ids, context).after;
        expect(run(there, 'rotate', { ...params, count: -count, unit }, ids, context).after).toEqual(start);
      }),
    );
  });

  it('moved with nothing selected: out of the pattern and in again, round their own span, twice as slow and as fast', () => {
    const steps = fc.integer({ min: 1, max: 40 });
    const ways = fc.oneof(
      fc
        .tuple(fc.constant('nudge'), steps, fc.constantFrom('grid', 'beat', 'tick'))
        .map(([id, count, unit]) => [id, { count, unit }, { count: -count, unit }] as const),
      steps.map((count) => ['rotate', { count, around: 'span' }, { count: -count, around: 'span' }] as const),
      fc.integer({ min: 2, max: 5 }).map((times) => ['stretch', { times, over: 1 }, { times: 1, over: times }] as const),
    );
    let left = 0;
    fc.assert(
      fc.property(anyNotes(), ways, fc.integer({ min: 1, max: 4 }), (notes, [id, there, back], times) => {
        const start = withRowLengths(songWith(notes));
        let lastTaken: Taken | null = null;
        const go = (document: Document, params: object) => {
          const done = runAny(document, id, params, [], { lastTaken });
          lastTaken = done.taken;
          return done.after;
        };
        const all = Array.from({ length: times });
        const far = all.reduce<Document>((each) => go(each, there), start);
        if (notesOf(far, PATTERN).filter((each) => each.start >= LOOP).length > notes.filter((each) => each.start >= LOOP).length)
          left += 1;
        expect(all.reduce<Document>((each) => go(each, back), far)).toEqual(start);
      }),
      { numRuns: 200 },
    );
    expect(left).toBeGreaterThan(60);
  });

  it('something else done in between ends the way back: what left the pattern stays where it is', () => {
    const start = songWith([note({ id: 'a' }), note({ id: 'b', start: 7 * TICKS_PER_QUARTER })]);
    const { after, taken } = run(start, 'nudge', { count: 1, unit: 'beat' });
    const [first, second] = notesOf(after, PATTERN);
    const moved = { ...after, notes: { [PATTERN]: [{ ...first!, start: first!.start + STEP }, second!] } };
    const back = run(moved, 'nudge', { count: -1, unit: 'beat' }, [], { lastTaken: taken }).notes;
    expect(back.map((each) => each.start)).toEqual([STEP, LOOP]);
  });

  it('pitches, velocities and rhythm handed on and back', () => {
    fc.assert(
      fc.property(
        anyNotes(),
        fc.constantFrom('pitches', 'velocities', 'rhythm'),
        fc.integer({ min: -64, max: 64 }),
        (notes, what, count) => {
          const start = songWith(within(notes));
          const there = run(start, 'rotate-values', { what, count }).after;
          expect(run(there, 'rotate-values', { what, count: -count }).after).toEqual(start);
        },
      ),
    );
  });

  it('inverted twice, by semitones and in the scale', () => {
    fc.assert(
      fc.property(anyNotes(), fc.constantFrom('semitones', 'scale'), (notes, by) => {
        const start = songWith(notes);
        const there = run(start, 'invert', { by }, [], { key: dorian }).after;
        expect(run(there, 'invert', { by }, [], { key: dorian }).after).toEqual(start);
      }),
    );
  });

  it('a thousand random steps and the same ones back restore the pattern, to the tick', () => {
    const random = (() => {
      let state = 20261125;
      return (below: number) => (state = (state * 48271) % 2147483647) % below;
    })();
    // Far from tick 0 and from the keyboard's ends, where moves are limited.
    const middle = fc.sample(anyNotes(12), { numRuns: 1, seed: 4 })[0]!.map((each) => ({
      ...each,
      start: 4_000_000 + (each.start % LOOP),
      pitch: 50 + (each.pitch % 24),
    }));
    const inScaleOnly = middle.map((each) => ({ ...each, pitch: dorian.pitches[30 + (each.pitch % 14)]! }));
    const start = songWith(inScaleOnly, 400);
    const steps = Array.from({ length: 1000 }, () => {
      const count = random(7) - 3;
      const kinds = [
        ['nudge', { count, unit: 'grid' }, { count: -count, unit: 'grid' }],
        ['nudge', { count: 31 * count, unit: 'tick' }, { count: -31 * count, unit: 'tick' }],
        ['rotate', { count: 17 * count, unit: 'beat' }, { count: -17 * count, unit: 'beat' }],
        ['rotate-values', { what: 'pitches', count }, { what: 'pitches', count: -count }],
        ['in-scale', { degrees: 1 }, { degrees: -1 }],
        ['in-scale', { degrees: -1 }, { degrees: 1 }],
        ['invert', { by: 'scale' }, { by: 'scale' }],
        ['reverse', {}, {}],
      ] as const;
      return kinds[random(kinds.length)]!;
    });
    const go = (document: Document, id: ActionId, params: object) => run(document, id, params, [], { key: dorian }).after;
    const far = steps.reduce((document, [id, there]) => go(document, id, there), start);
    expect(far).not.toEqual(start);
    expect([...steps].reverse().reduce((document, [id, , back]) => go(document, id, back), far)).toEqual(start);
  });
});

it('moved in the scale, the group keeps its shape: every note goes as many steps, and all stop together', () => {
  const places = (notes: readonly Note[]) => notes.map(({ pitch }) => dorian.pitches.indexOf(pitch));
  fc.assert(
    fc.property(anyNotes(), fc.integer({ min: -21, max: 21 }), (notes, degrees) => {
      const tuned = notes.map((each) => ({ ...each, pitch: dorian.pitches[each.pitch % dorian.pitches.length]! }));
      const document = songWith(tuned);
      const before = new Map(notesOf(document, PATTERN).map((each) => [each.id, each]));
      const { notes: after } = run(
        document,
        'in-scale',
        { degrees },
        notes.map(({ id }) => id),
        { key: dorian },
      );
      const gone = new Set(after.map((each) => places([each])[0]! - places([before.get(each.id)!])[0]!));
      expect(gone.size).toBeLessThanOrEqual(1);
    }),
  );
});

describe('worked out by hand', () => {
  const line = songWith([
    note({ id: 'a', pitch: 67 }),
    note({ id: 'b', pitch: 70, start: 2 * STEP, velocity: 80 }),
    note({ id: 'c', pitch: 74, start: 3 * STEP, velocity: 60 }),
  ]);
  const seen = (notes: readonly Note[]) => notes.map(({ start, pitch, velocity }) => [start / STEP, pitch, velocity]);

  it('pitches through the rhythm, velocities through the rhythm, the rhythm under the pitches', () => {
    expect(seen(run(line, 'rotate-values', { what: 'pitches' }).notes)).toEqual([
      [0, 74, 100],
      [2, 67, 80],
      [3, 70, 60],
    ]);
    expect(seen(run(line, 'rotate-values', { what: 'velocities', count: -1 }).notes)).toEqual([
      [0, 67, 80],
      [2, 70, 60],
      [3, 74, 100],
    ]);
    // Gaps 2, 1 and 5 (to the end of the marked span) become 5, 2, 1.
    const { notes } = run(line, 'rotate-values', { what: 'rhythm' }, [], { span: { start: 0, end: 8 * STEP } });
    expect(seen(notes).map(([start]) => start)).toEqual([0, 5, 7]);
  });

  it('G dorian: a step up from G, B♭, D is A, C, E; C♯ goes up to D and down to C; upside down G, B♭, D is D, B♭, G', () => {
    const moved = (degrees: number, pitch: number) =>
      run(songWith([note({ pitch })]), 'in-scale', { degrees }, [], { key: dorian }).notes[0]!.pitch;
    expect([67, 70, 74].map((pitch) => moved(1, pitch))).toEqual([69, 72, 76]);
    expect([moved(1, 61), moved(-1, 61)]).toEqual([62, 60]);
    expect(seen(run(line, 'invert', { by: 'scale' }, [], { key: dorian }).notes).map(([, pitch]) => pitch)).toEqual([74, 70, 67]);
    const fit = (towards: ActionParams<'fit-scale'>['towards']) =>
      run(songWith([note({ pitch: 61 })]), 'fit-scale', { towards }, [], { key: dorian }).notes[0]!.pitch;
    expect([fit('nearest'), fit('up'), fit('down')]).toEqual([60, 62, 60]);
    expect(run(line, 'in-scale').whyNot).toMatch(/No key is chosen/);
  });

  it('a row of 3 steps turned by one: what stood on its last step comes in at its start, the other rows turn in the whole loop', () => {
    const document = withRowLengths(
      songWith([note({ id: 'own', start: 2 * STEP, pitch: 60 }), note({ id: 'other', start: 31 * STEP, pitch: 64 })]),
    );
    expect(seen(run(document, 'rotate').notes).map(([start, pitch]) => [start, pitch])).toEqual([
      [0, 60],
      [0, 64],
    ]);
  });

  it('fill: every third step, five spread over sixteen; what stood there stays as it was, or gives way by choice', () => {
    const hats = songWith([note({ id: 'mine', pitch: 42, start: 6 * STEP, velocity: 33 }), note({ id: 'off', pitch: 42, start: STEP })], 1);
    const at = { at: { tick: 0, pitch: 42 } };
    const filled = run(hats, 'fill', { every: 3, velocity: 80 }, [], at).notes;
    expect(filled.map(({ start }) => start / STEP)).toEqual([0, 1, 3, 6, 9, 12, 15]);
    expect(filled[3]).toMatchObject({ id: 'mine', velocity: 33 });
    const instead = run(hats, 'fill', { every: 3, velocity: 80, there: 'go' }, [], at).notes;
    expect(instead.map(({ start, velocity }) => [start / STEP, velocity])).toEqual([0, 3, 6, 9, 12, 15].map((step) => [step, 80]));
    const spread = (offset: number) =>
      run(songWith([], 1), 'fill', { how: 'spread', hits: 5, over: 16, offset }, [], at).notes.map(({ start }) => start / STEP);
    expect(spread(0)).toEqual([0, 4, 7, 10, 13]);
    expect(spread(2)).toEqual([2, 6, 9, 12, 15]);
    const accents = run(songWith([], 1), 'fill', { every: 4, accent: 2, velocity: 70 }, [], at).notes.map(({ velocity }) => velocity > 100);
    expect(accents).toEqual([true, false, true, false]);
  });
});
