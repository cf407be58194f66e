import fc from 'fast-check';
import { anyNotes, note } from '../../test/make';
import { byStartThenPitch } from '../model/collections';
import { inOrder } from '../model/document';
import { COMMON_TIME, divisionName, TICKS_PER_QUARTER } from '../time';
import {
  countLanding,
  fittingDivision,
  landingWords,
  moveNotes,
  notesInWords,
  resizeEnds,
  resizeStarts,
  rotateStarts,
  spanOf,
  withNotes,
} from '.';
import { chordsOf, isOneChord } from './chords';

const BEAT = TICKS_PER_QUARTER;
const anyTicks = fc.integer({ min: -300_000, max: 300_000 });

describe('moving', () => {
  it('keeps the shape of the group, whatever edge it meets', () => {
    fc.assert(
      fc.property(anyNotes(), anyTicks, fc.integer({ min: -200, max: 200 }), (notes, ticks, semitones) => {
        const moved = moveNotes(notes, ticks, semitones);
        const shape = (list: readonly { start: number; pitch: number }[]) =>
          list.map(({ start, pitch }) => [start - list[0]!.start, pitch - list[0]!.pitch]);
        expect(shape(moved)).toEqual(shape(notes));
        for (const { start, pitch } of moved) expect(start >= 0 && pitch >= 0 && pitch <= 127).toBe(true);
      }),
    );
  });

  it('there and back restores exactly where no edge was met', () => {
    fc.assert(
      fc.property(anyNotes(), fc.nat(300_000), fc.integer({ min: -100, max: 100 }), (notes, ticks, semitones) => {
        const there = moveNotes(notes, ticks, semitones);
        const went = notes.length ? there[0]!.pitch - notes[0]!.pitch : 0;
        expect(moveNotes(there, -ticks, -went)).toEqual(notes);
      }),
    );
  });

  it('puts notes back among the others in order', () => {
    const all = [note({ id: 'a' }), note({ id: 'b', start: BEAT }), note({ id: 'c', start: 2 * BEAT })];
    expect(withNotes(all, moveNotes([all[0]!], 3 * BEAT, 0)).map(({ id }) => id)).toEqual(['b', 'c', 'a']);
    expect(withNotes(all, [])).toBe(all);
  });
});

describe('resizing', () => {
  it('moves ends and leaves starts; no note gets shorter than a tick', () => {
    fc.assert(
      fc.property(anyNotes(), anyTicks, (notes, ticks) => {
        resizeEnds(notes, ticks).forEach((after, index) => {
          expect(after.start).toBe(notes[index]!.start);
          expect(after.length).toBe(Math.max(1, notes[index]!.length + ticks));
        });
      }),
    );
  });

  it('moves starts and leaves ends, up to tick 0 and the last tick of the note', () => {
    fc.assert(
      fc.property(anyNotes(), anyTicks, (notes, ticks) => {
        resizeStarts(notes, ticks).forEach((after, index) => {
          expect(after.start + after.length).toBe(notes[index]!.start + notes[index]!.length);
          expect(after.start >= 0 && after.length >= 1).toBe(true);
        });
      }),
    );
  });
});

describe('rotating', () => {
  it('is a bijection on the loop: a thousand random turns and their opposites end where they began', () => {
    const loop = 8 * BEAT;
    fc.assert(
      fc.property(anyNotes(), fc.array(anyTicks, { minLength: 500, maxLength: 500 }), (notes, turns) => {
        const inLoop = notes.map((each) => ({ ...each, start: each.start % loop }));
        const all = [...turns, ...[...turns].reverse().map((ticks) => -ticks)];
        expect(all.reduce((list, ticks) => rotateStarts(list, ticks, loop), inLoop as readonly (typeof inLoop)[number][])).toEqual(inLoop);
      }),
      { numRuns: 10 },
    );
  });

  it('spans from the earliest start to the latest end', () => {
    expect(spanOf([note({ start: BEAT, length: 9 * BEAT }), note({ start: 3 * BEAT })])).toEqual({ start: BEAT, end: 10 * BEAT });
    expect(spanOf([])).toEqual({ start: 0, end: 0 });
  });
});

describe('in words', () => {
  it('one note by its values, many by their ranges', () => {
    const low = note({ pitch: 48, length: BEAT / 2, velocity: 80 });
    expect(notesInWords([low], COMMON_TIME)).toBe('1 note · C3 · 1/2 beat · vel 80');
    expect(notesInWords([low, note({ pitch: 55, length: BEAT / 2, velocity: 100 })], COMMON_TIME)).toBe(
      '2 notes · C3–G3 · 1/2 beat · vel 80–100',
    );
  });

  it('a landing that may surprise, and none that does not', () => {
    const before = [note({ id: 'a' }), note({ id: 'b', start: BEAT })];
    const onTop = [note({ id: 'a' }), note({ id: 'b', start: 0 })];
    const outside = [note({ id: 'a', start: 8 * BEAT }), note({ id: 'b', start: BEAT })];
    expect(landingWords(countLanding(before, onTop, () => 8 * BEAT))).toBe('1 note would coincide');
    expect(landingWords(countLanding(before, outside, () => 8 * BEAT))).toBe('1 would leave the pattern');
    expect(landingWords(countLanding(onTop, onTop, () => 8 * BEAT))).toBeNull();
  });
});

describe('the grid a pattern is first seen in', () => {
  it.each([
    ['straight sixteenths', [0, 0.25, 1.75], '1/16'],
    ['swung eighths', [0, 2 / 3, 1, 1 + 2 / 3], '1/8 triplet'],
    ['thirty-seconds', [0, 0.125, 0.25], '1/32'],
    ['sixteenth triplets', [0, 1 / 6, 0.5], '1/16 triplet'],
    ['nothing yet', [], '1/16'],
  ])('of %s', (_name, beats, expected) => {
    expect(
      divisionName(
        fittingDivision(
          beats.map((beat) => note({ start: Math.round(beat * BEAT) })),
          COMMON_TIME,
        ),
      ),
    ).toBe(expected);
  });
});

it('a strum is one chord, a quick run is none, and one chord is where gathering finds no second', () => {
  const at = (start: number, length: number) => note({ id: `n${start}`, start, length, pitch: 60 + start / 100 });
  expect(isOneChord([at(0, 5000), at(400, 5000), at(2500, 5000)])).toBe(true);
  expect(isOneChord([at(0, 600), at(600, 600)])).toBe(false);
  expect(isOneChord([at(0, 9000), at(2600, 9000)])).toBe(false);
  let found = 0;
  fc.assert(
    fc.property(anyNotes(4), fc.integer({ min: 1, max: 40 }), (notes, closer) => {
      const near = inOrder(
        notes.map((each) => ({ ...each, start: Math.floor(each.start / closer) })),
        byStartThenPitch,
      );
      const isOne = chordsOf(near).length <= 1;
      if (isOne && near.length > 1) found += 1;
      expect(isOneChord(near)).toBe(isOne);
    }),
    { numRuns: 300 },
  );
  expect(found).toBeGreaterThan(20);
});
