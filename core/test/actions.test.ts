import fc from 'fast-check';
import { readdirSync } from 'node:fs';
import { join } from 'node:path';
import {
  ACTIONS,
  applyOwn,
  invert,
  keyOf,
  notesOf,
  paramFields,
  seededRandom,
  MAX_TICK,
  noteSchema,
  TICKS_PER_QUARTER,
  type Note,
} from '../src';
import { anyNotes, anyParams, note, PATTERN, run, songWith, stamp } from './make';

const STEP = TICKS_PER_QUARTER / 4;

function filesOf(folder: string): string[] {
  return readdirSync(join(__dirname, '../src', folder), { recursive: true, encoding: 'utf8' }).filter(
    (file) => file.endsWith('.ts') && !file.endsWith('.test.ts'),
  );
}

describe.each(ACTIONS.map((action) => [action.id, action] as const))('action %s', (id, action) => {
  it('has a file of its own in its family, defaults that parse, and bounded, titled params', () => {
    expect(filesOf('actions')).toContain(join(action.family, `${id}.ts`));
    expect(() => action.params.parse({})).not.toThrow();
    expect(() => paramFields(action.params)).not.toThrow();
    for (const quick of action.quick ?? []) expect(() => action.params.parse(quick.params)).not.toThrow();
    expect(action.help).toMatch(/\.$/);
    expect(ACTIONS.filter((other) => other.id === id)).toHaveLength(1);
  });

  it('gives what its entries give laid on one by one', () => {
    fc.assert(
      fc.property(anyNotes(8), anyParams(action), (notes, params) => {
        const before = songWith(notes);
        const { change, after } = run(before, id, params, [], { key: keyOf({ tonic: 'D', scale: 'dorian' }) });
        // A copy of the entries is not known to have been found anywhere: each is laid on by itself.
        expect(applyOwn(before, structuredClone(change))).toEqual(after);
      }),
      { numRuns: 40 },
    );
  });

  it('gives sound notes, is undone exactly, and does the same again with the same seed', () => {
    fc.assert(
      fc.property(anyNotes(8), anyParams(action), fc.boolean(), (notes, params, some) => {
        const document = songWith(notes);
        const frozen = JSON.stringify(document);
        const noteIds = some ? notes.slice(0, 4).map((each) => each.id) : [];
        const first = run(document, id, params, noteIds);
        expect(first.notes.filter((each) => !noteSchema.safeParse(each).success)).toEqual([]);
        expect(JSON.stringify(document)).toBe(frozen);
        expect(applyOwn(first.after, invert(first.change, { ...stamp, id: 'u', label: '' }))).toEqual(document);
        expect(run(document, id, params, noteIds).notes).toEqual(first.notes);
        // Its stored params mean the same on another grid.
        const [stored] = first.change.made!;
        expect(run(document, id, stored!.params as object, noteIds, { grid: { numerator: 6720, denominator: 1 } }).notes).toEqual(
          first.notes,
        );
      }),
      { numRuns: 40 },
    );
  });
});

/** Puts every start somewhere inside the loop. */
const inside = (notes: Note[], length: number) => notes.map((each) => ({ ...each, start: each.start % length }));
const starts = (notes: readonly Note[]) => notes.map(({ start }) => start);

describe('rotate', () => {
  it('a kick on 1 and 3 turned by a step at 1/16 stands one step later; the last step comes in at the start', () => {
    const document = songWith([note({ id: 'a' }), note({ id: 'b', start: 31 * STEP, length: STEP })]);
    expect(starts(run(document, 'rotate', { count: 1 }).notes)).toEqual([0, STEP]);
  });

  it('is a bijection that comes back exactly, by any amount in any unit, however often', () => {
    const params = fc.record({ count: fc.integer({ min: -999, max: 999 }), unit: fc.constantFrom('grid', 'tick', '1/8 triplet', 'ms') });
    fc.assert(
      fc.property(anyNotes(), fc.array(params, { maxLength: 6 }), (notes, turns) => {
        const start = songWith(inside(notes, 8 * TICKS_PER_QUARTER));
        const back = [...turns].reverse().map(({ count, unit }) => ({ count: -count, unit }));
        const end = [...turns, ...back].reduce((document, turn) => run(document, 'rotate', turn).after, start);
        expect(end).toEqual(start);
      }),
    );
  });

  it('round their own span leaves what lies outside it', () => {
    const document = songWith([
      note({ id: 'a', length: STEP }),
      note({ id: 'b', start: STEP, length: STEP, pitch: 62 }),
      note({ id: 'c', start: 8 * STEP }),
    ]);
    const { notes } = run(document, 'rotate', { count: 1, around: 'span' }, ['a', 'b']);
    expect(notes.map(({ id, start }) => [id, start / STEP])).toEqual([
      ['b', 0],
      ['a', 1],
      ['c', 8],
    ]);
  });
});

describe('nudge and transpose', () => {
  it('by milliseconds goes through the tempo: 125 ms at 120 bpm is a quarter of a beat', () => {
    expect(starts(run(songWith([note()]), 'nudge', { count: 125, unit: 'ms' }).notes)).toEqual([TICKS_PER_QUARTER / 4]);
  });

  it('stops as a group at the start of the pattern and at the ends of the keyboard', () => {
    const document = songWith([note({ id: 'a', start: STEP, pitch: 120 }), note({ id: 'b', start: 5 * STEP, pitch: 100 })]);
    expect(starts(run(document, 'nudge', { count: -8 }).notes)).toEqual([0, 4 * STEP]);
    expect(run(document, 'transpose', { semitones: 12 }).notes.map(({ pitch }) => pitch)).toEqual([127, 107]);
  });
});

describe('split', () => {
  const chord = songWith([note({ id: 'a', length: 7 * STEP }), note({ id: 'b', pitch: 64, start: STEP, length: 4 * STEP })]);
  const shape = (notes: readonly Note[], pitch: number) =>
    notes.filter((each) => each.pitch === pitch).map(({ start, length }) => [start / STEP, length / STEP]);

  it("by first cut counts from each note's own start; the last piece is what is left", () => {
    const { notes } = run(chord, 'first-cut', { count: 2 });
    expect(shape(notes, 60)).toEqual([
      [0, 2],
      [2, 2],
      [4, 2],
      [6, 1],
    ]);
    expect(shape(notes, 64)).toEqual([
      [1, 2],
      [3, 2],
    ]);
  });

  it('at lines cuts on the grid, in parts into equal ones; the first piece keeps the id and all keep their velocity', () => {
    const beat = songWith([note({ start: STEP / 2, length: 2 * STEP, velocity: 77 })]);
    expect(run(beat, 'split-lines').notes.map(({ start, length }) => [start / STEP, length / STEP])).toEqual([
      [0.5, 0.5],
      [1, 1],
      [2, 0.5],
    ]);
    const thirds = run(songWith([note({ velocity: 77 })]), 'split-parts', { parts: 3 }, ['n']);
    expect(thirds.notes.map(({ length, velocity }) => [length, velocity])).toEqual([
      [6720, 77],
      [6720, 77],
      [6720, 77],
    ]);
    expect(thirds.notes[0]!.id).toBe('n');
    expect(thirds.select).toHaveLength(3);
  });

  it('refuses to cut into dust, and says so', () => {
    const long = songWith([note({ length: 80_000 })]);
    const { notes, whyNot } = run(long, 'first-cut', { count: 1, unit: 'tick' });
    expect(notes).toHaveLength(1);
    expect(whyNot).toMatch(/80,000 notes/);
  });

  it('loses and adds no tick, whatever is cut how', () => {
    fc.assert(
      fc.property(
        anyNotes(),
        fc.constantFrom('first-cut', 'split-parts', 'split-lines'),
        fc.integer({ min: 2, max: 64 }),
        (notes, id, parts) => {
          const total = (list: readonly Note[]) => list.reduce((sum, { length }) => sum + length, 0);
          expect(total(run(songWith(notes), id, id === 'split-parts' ? { parts } : {}).notes)).toBe(total(notes));
        },
      ),
    );
  });
});

it('delete takes only what is selected; with nothing selected it takes nothing', () => {
  const document = songWith([note({ id: 'a' }), note({ id: 'b', start: STEP })]);
  expect(run(document, 'delete', {}, ['a']).notes.map(({ id }) => id)).toEqual(['b']);
  expect(run(document, 'delete').notes).toHaveLength(2);
});

describe('join and reverse', () => {
  it('joins each pitch of a chord for itself, across a gap; the rest comes from the first note', () => {
    const document = songWith([
      note({ id: 'a', length: STEP, velocity: 70 }),
      note({ id: 'b', start: 3 * STEP, length: 2 * STEP, velocity: 120 }),
      note({ id: 'c', pitch: 64, length: STEP }),
      note({ id: 'd', pitch: 64, start: STEP, length: STEP }),
      note({ id: 'e', pitch: 67 }),
    ]);
    const { notes } = run(document, 'join', {}, ['a', 'b', 'c', 'd']);
    expect(notes.map(({ id, length, velocity }) => [id, length / STEP, velocity])).toEqual([
      ['a', 5, 70],
      ['c', 2, 100],
      ['e', 4, 100],
    ]);
  });

  it('split, then join, restores every note exactly', () => {
    const many = fc.uniqueArray(fc.integer({ min: 0, max: 127 }), { minLength: 1, maxLength: 8 });
    fc.assert(
      fc.property(many, fc.integer({ min: 1, max: 90_000 }), fc.integer({ min: 2, max: 16 }), (pitches, length, parts) => {
        const document = songWith(
          pitches.map((pitch, index) => note({ id: `n${index}`, pitch, start: index * 700, length: length + index })),
        );
        const all = notesOf(document, PATTERN).map(({ id }) => id);
        const split = run(document, 'split-parts', { parts }, all);
        expect(run(split.after, 'join', {}, [...split.select]).after).toEqual(document);
      }),
    );
  });

  it('reversed, what ended last starts first; twice, all is as it was', () => {
    const document = songWith([note({ id: 'a', length: STEP }), note({ id: 'b', start: 2 * STEP, length: 3 * STEP, pitch: 62 })]);
    expect(run(document, 'reverse').notes.map(({ id, start }) => [id, start / STEP])).toEqual([
      ['b', 0],
      ['a', 4],
    ]);
    fc.assert(
      fc.property(anyNotes(), (notes) => {
        const start = songWith(notes);
        const ids = notesOf(start, PATTERN).map(({ id }) => id);
        expect(run(run(start, 'reverse', {}, ids).after, 'reverse', {}, ids).after).toEqual(start);
      }),
    );
  });
});

it('chance comes from the seed alone', () => {
  const three = (seed: number) => {
    const random = seededRandom(seed);
    return [random(), random(), random()];
  };
  expect(three(5)).toEqual(three(5));
  expect(three(5)).not.toEqual(three(6));
});

describe('copies', () => {
  const pair = songWith([note({ id: 'a', length: STEP }), note({ id: 'b', start: 3 * STEP, length: STEP / 2, pitch: 64 })]);

  it('duplicate lands one span later, rounded up, and is what is selected', () => {
    const steps = run(pair, 'duplicate', {}, ['a', 'b']);
    expect(starts(steps.notes).map((tick) => tick / STEP)).toEqual([0, 3, 4, 7]);
    expect(steps.select).toEqual(['new1', 'new2']);
    expect(starts(run(pair, 'duplicate', { roundTo: 'bar' }).notes).map((tick) => tick / STEP)).toEqual([0, 3, 16, 19]);
    expect(starts(run(pair, 'duplicate', { roundTo: 'exact' }).notes).map((tick) => tick / STEP)).toEqual([0, 3, 3.5, 6.5]);
  });

  it('the best bar fills all others: what was in them goes, rows with a length of their own and silent notes stay', () => {
    const [kick, late, own, silent] = [
      note({ id: 'kick', start: 17 * STEP }),
      note({ id: 'late', start: 33 * STEP, pitch: 62 }),
      note({ id: 'own', start: 3 * STEP, pitch: 70 }),
      note({ id: 'silent', start: 70 * STEP }),
    ];
    const song = songWith([own, kick, late, silent]);
    const made = {
      ...song,
      patterns: song.patterns.map((each) => ({ ...each, length: 64 * STEP, rowLengths: [{ pitch: 70, length: 5 * STEP }] })),
    };
    const { after } = run(made, 'best-bar', { bar: 2 });
    expect(notesOf(after, PATTERN).map(({ start, pitch }) => [start / STEP, pitch])).toEqual([
      [1, kick.pitch],
      [3, 70],
      [17, kick.pitch],
      [33, kick.pitch],
      [49, kick.pitch],
      [70, silent.pitch],
    ]);
    expect(run(songWith([note({})]), 'best-bar', { bar: 64 }).whyNot).toMatch(/bars?/);
  });

  it('repeat goes on to the end of the pattern and no further, or so many times', () => {
    expect(starts(run(pair, 'repeat', { roundTo: 'bar' }).notes).map((tick) => tick / STEP)).toEqual([0, 3, 16, 19]);
    const times = run(pair, 'repeat', { until: 'times', times: 3, roundTo: 'beat' });
    expect(starts(times.notes).map((tick) => tick / STEP)).toEqual([0, 3, 4, 7, 8, 11, 12, 15]);
    expect(run(pair, 'repeat', { until: 'times', times: 64, roundTo: 'bar' }).landing.beyondEnd).toBe(2 * 63);
    expect(run(songWith([note({ length: 32 * STEP })]), 'repeat').whyNot).toMatch(/no room/);
  });

  it('what would reach beyond the longest song is refused in words', () => {
    const far = songWith([note({ start: MAX_TICK - 10, length: 5 })]);
    const { notes, whyNot } = run(far, 'nudge', { count: 1 }, ['n']);
    expect(notes).toEqual([note({ start: MAX_TICK - 10, length: 5 })]);
    expect(whyNot).toMatch(/longest song/);
  });
});

describe('lengths', () => {
  it('are set to one value, or changed at either end by the same distance', () => {
    const two = songWith([note({ id: 'a' }), note({ id: 'b', start: 4 * STEP, length: 2 * STEP })]);
    const shape = (notes: readonly Note[]) => notes.map(({ start, length }) => [start / STEP, length / STEP]);
    expect(shape(run(two, 'set-length', { count: 3, unit: '1/16' }).notes)).toEqual([
      [0, 3],
      [4, 3],
    ]);
    expect(shape(run(two, 'resize', { count: -3 }).notes)).toEqual([
      [0, 1],
      [4, 1 / STEP],
    ]);
    expect(shape(run(two, 'resize', { count: 1, edge: 'start' }).notes)).toEqual([
      [1, 3],
      [5, 1],
    ]);
  });

  it('split at a point cuts only what sounds there, counted from the first note or the pattern', () => {
    const two = songWith([note({ id: 'a', start: STEP }), note({ id: 'b', start: 6 * STEP })]);
    const at = (params: object) => run(two, 'split-at', params).notes.map(({ start, length }) => [start / STEP, length / STEP]);
    expect(at({ count: 1 })).toEqual([
      [1, 1],
      [2, 3],
      [6, 4],
    ]);
    expect(at({ count: 7, from: 'pattern' })).toEqual([
      [1, 4],
      [6, 1],
      [7, 3],
    ]);
  });
});
