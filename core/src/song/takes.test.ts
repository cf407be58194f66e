import fc from 'fast-check';
import { counter, note, PATTERN, songWith } from '../../test/make';
import { checkDocument, findById, lanesOf, notesOf, pointsOf, type Document, type InputQuantize } from '../model';
import { withRest, withStep, withTie } from '../input';
import { quantizedStart } from '../input/input-quantize';
import { notReady } from '../input/ready';
import type { PlayedTurn, TakenNote, TakeSetup } from '../input/take';
import { makeOwn, variantsOf, withVariant } from '.';
import {
  takesOf,
  withoutOtherTakes,
  withPlacementPlaying,
  withRaw,
  withRequantized,
  withStretchCleared,
  withStretchFrom,
  withTakeBegun,
  withTaken,
  withTurned,
} from './takes';

const BAR = 80_640;
const taken = (raw: number, pitch = 60, start = raw): TakenNote => ({ pass: 0, raw, start, length: 500, pitch, velocity: 77 });
const setup: TakeSetup = { lengthTicks: 2 * BAR, range: { start: 0, end: 2 * BAR }, quantize: null, earlyTicks: 0, hitTicks: null };

function begun(document: Document, quantize: InputQuantize | null = null, switches = true) {
  const newId = counter('n');
  const { placements } = document;
  const made = withTakeBegun(
    document,
    { placementId: placements[0]!.id, from: placements[0]!.patternId, at: 9, quantize, switches },
    newId,
  );
  return { ...made, newId };
}

describe('a take', () => {
  it('of a pattern that has no notes is that pattern; of another it is a version of it, which the placement plays', () => {
    expect(begun(songWith([])).patternId).toBe(PATTERN);
    const song = songWith([note()]);
    const { document, patternId, newId } = begun(song);
    expect(document.placements[0]!.patternId).toBe(patternId);
    expect(notesOf(document, PATTERN)).toEqual(notesOf(song, PATTERN));
    const withIt = withTaken(document, patternId, [taken(400, 64)], newId).document;
    expect(notesOf(withIt, patternId).map(({ start, pitch }) => [start, pitch])).toEqual([
      [0, 60],
      [400, 64],
    ]);
    expect(takesOf(withIt, PATTERN).map(({ name }) => name)).toEqual([`${song.patterns[0]!.name} take 1`]);
    expect(checkDocument(withIt)).toBeNull();
    const second = withTakeBegun(
      withIt,
      { placementId: song.placements[0]!.id, from: patternId, at: 9, quantize: null, switches: false },
      newId,
    );
    expect(takesOf(second.document, PATTERN).map(({ name }) => name.slice(-6))).toEqual(['take 1', 'take 2']);
    expect(second.document.placements[0]!.patternId).toBe(patternId);
  });

  it('puts no two notes on one place: the one just played stays', () => {
    const { document, patternId, newId } = begun(songWith([note({ velocity: 5 })]));
    const { document: after, raw } = withTaken(document, patternId, [taken(0), taken(3, 60, 0), taken(0, 61)], newId);
    expect(notesOf(after, patternId).map(({ pitch, velocity }) => [pitch, velocity])).toEqual([
      [60, 77],
      [61, 77],
    ]);
    expect(raw.map(({ start }) => start)).toEqual([3, 0]);
  });

  it('can be quantized in another way afterwards, and back, however it was; what was moved by hand stays', () => {
    const grids = fc.constantFrom<InputQuantize | null>(
      null,
      { steps: '5040 ticks', strength: 100 },
      { steps: '20160/3 ticks', strength: 60 },
    );
    fc.assert(
      fc.property(
        fc.uniqueArray(fc.integer({ min: 0, max: 2 * BAR - 1 }), { minLength: 2, maxLength: 12 }),
        grids,
        grids,
        (starts, first, other) => {
          const { document, patternId, newId } = begun(songWith([]), first);
          const put = withTaken(
            document,
            patternId,
            starts.map((raw, index) => taken(raw, 40 + index, quantizedStart(raw, first, 2 * BAR))),
            newId,
          );
          const take = withRaw(put.document, patternId, put.raw);
          const [moved, ...rest] = notesOf(take, patternId);
          const byHand = {
            ...take,
            notes: {
              ...take.notes,
              [patternId]: [{ ...moved!, start: moved!.start + 1 }, ...rest].sort((a, b) => a.start - b.start || a.pitch - b.pitch),
            },
          };
          const changed = withRequantized(byHand, patternId, other);
          expect(findById(notesOf(changed, patternId), moved!.id)!.start).toBe(moved!.start + 1);
          for (const each of notesOf(changed, patternId))
            if (each.id !== moved!.id) expect(each.start).toBe(quantizedStart(starts[each.pitch - 40]!, other, 2 * BAR));
          expect(withRequantized(changed, patternId, first)).toEqual(withRequantized(byHand, patternId, first));
          expect(checkDocument(changed)).toBeNull();
        },
      ),
    );
  });

  it('replaces what begins in the stretch, on a kit in the rows that were struck, and nothing of its own', () => {
    const song = songWith([
      note({ id: 'a', pitch: 36 }),
      note({ id: 'b', pitch: 38, start: 100 }),
      note({ id: 'c', pitch: 36, start: BAR }),
    ]);
    const ids = (document: Document) => notesOf(document, PATTERN).map(({ id }) => id);
    expect(ids(withStretchCleared(song, PATTERN, { start: 0, end: BAR }, new Set(), null))).toEqual(['c']);
    expect(ids(withStretchCleared(song, PATTERN, { start: 0, end: BAR }, new Set(), new Set([38])))).toEqual(['a', 'c']);
    expect(ids(withStretchCleared(song, PATTERN, { start: 0, end: 2 * BAR }, new Set(['a']), null))).toEqual(['a']);
  });

  it('keeps what was turned: held up to the end where it was not put back, else as it was before from there on', () => {
    const { document, patternId, newId } = begun(songWith([note()]));
    const turn = (tick: number, value: number): PlayedTurn => ({ tick, target: 'cc:1', value });
    const values = (turns: PlayedTurn[], from = document) => {
      const after = withTurned(from, patternId, turns, setup, BAR, newId);
      const lane = lanesOf(after, patternId)[0]!;
      return pointsOf(after, lane.id).map(({ tick, value }) => [tick, value]);
    };
    expect(values([turn(100, 5), turn(200, 9), turn(200, 10)])).toEqual([[100, 5], [200, 10], [BAR, 0]]); // prettier-ignore
    const full = withTurned(document, patternId, [turn(0, 50)], setup, 2 * BAR, newId);
    expect(values([turn(300, 7), turn(400, 0)], full)).toEqual([[0, 50], [300, 7], [400, 0], [401, 50], [2 * BAR, 0]]); // prettier-ignore
  });

  it('gives its best bar to another version, or to every bar, notes and lanes, with ids of their own', () => {
    const song = songWith([note({ id: 'one', pitch: 50 }), note({ id: 'two', start: BAR + 7, pitch: 51 })]);
    const { document, patternId, newId } = begun(song);
    const played = withTurned(
      withTaken(document, patternId, [taken(100, 70), taken(BAR + 9, 71)], newId).document,
      patternId,
      [{ tick: BAR + 5, target: 'cc:1', value: 99 }],
      setup,
      2 * BAR,
      newId,
    );
    const bars = [0, BAR].map((start) => ({ start, end: start + BAR }));
    const best = withStretchFrom(played, PATTERN, patternId, bars[1]!, [bars[1]!], newId);
    const of = (each: Document) => notesOf(each, PATTERN).map(({ start, pitch }) => [start, pitch]);
    expect(of(best)).toEqual([[0, 50], [BAR + 7, 51], [BAR + 9, 71]]); // prettier-ignore
    const filled = withStretchFrom(best, PATTERN, PATTERN, bars[1]!, bars, newId);
    expect(of(filled)).toEqual([[7, 51], [9, 71], [BAR + 7, 51], [BAR + 9, 71]]); // prettier-ignore
    const lane = lanesOf(filled, PATTERN)[0]!;
    expect(pointsOf(filled, lane.id).map(({ tick, value }) => [tick, value])).toEqual([[0, 0], [5, 99], [BAR, 0], [BAR + 5, 99], [2 * BAR, 0]]); // prettier-ignore
    expect(checkDocument(filled)).toBeNull();
  });

  it('all others can go once one is chosen, but for what is played elsewhere and the first version', () => {
    const first = begun(songWith([note()]));
    const { newId } = first;
    let { document, patternId: last } = first;
    const takes = [last];
    for (let count = 0; count < 3; count++) {
      ({ document, patternId: last } = withTakeBegun(
        document,
        { placementId: 'none', from: last, at: 1, quantize: null, switches: false },
        newId,
      ));
      document = withTaken(document, last, [taken(5, 80 + count)], newId).document;
      takes.push(last);
    }
    const playing = withPlacementPlaying(document, document.placements[0]!.id, takes[1]!);
    const left = withoutOtherTakes(playing, takes[3]!);
    expect(variantsOf(left, PATTERN).map(({ id }) => id)).toEqual([PATTERN, takes[1], takes[3]]);
    expect(checkDocument(left)).toBeNull();
  });

  it('is one no more in a copy', () => {
    const { document: once, newId } = begun(songWith([note()]));
    const { id, length } = once.placements[0]!;
    const document = { ...once, placements: [...once.placements, { ...once.placements[0]!, id: 'again', start: length }] };
    for (const copied of [withVariant(document, id, newId), makeOwn(document, [id], newId)]) {
      const pattern = findById(copied.patterns, copied.placements[0]!.patternId)!;
      expect([pattern.id === document.placements[0]!.patternId, pattern.take]).toEqual([false, undefined]);
    }
  });
});

describe('steps put in', () => {
  const there = [note({ id: 'a', pitch: 36 }), note({ id: 'b', pitch: 42, start: 100 }), note({ id: 'c', pitch: 36, start: 5040 })];
  const step = { tick: 0, ticks: 5040, landing: 'merge', isKit: true } as const;
  const put = [note({ id: 'new', pitch: 36, velocity: 9 })];
  const ids = (notes: readonly { id: string }[]) => notes.map(({ id }) => id).sort();

  it('stand beside what is there, or in its place: on a kit in their own row', () => {
    expect(ids(withStep(there, step, put))).toEqual(['b', 'c', 'new']);
    expect(ids(withStep(there, { ...step, ticks: 6000, landing: 'replace' }, put))).toEqual(['b', 'new']);
    expect(ids(withStep(there, { ...step, landing: 'replace', isKit: false }, put))).toEqual(['c', 'new']);
    expect(ids(withStep(there, step, [note({ id: 'new', pitch: 37 })]))).toEqual(['a', 'b', 'c', 'new']);
  });

  it('a rest clears only where it replaces; a tie makes the last longer', () => {
    expect(withRest(there, step, 42)).toBe(there);
    expect(ids(withRest(there, { ...step, landing: 'replace' }, 42))).toEqual(['a', 'c']);
    expect(ids(withRest(there, { ...step, landing: 'replace', isKit: false }, 42))).toEqual(['c']);
    expect(withTie(there, ['b'], 77).map(({ length }) => length - there[0]!.length)).toEqual([0, 77, 0]);
  });
});

it('ready? names all that may surprise, the most pressing first', () => {
  const song = songWith([note()]);
  const track = song.tracks[0]!;
  const setUp = {
    trackId: track.id,
    isSoundBlocked: false,
    hasClick: true,
    countInBars: 1,
    lacksDevice: false,
    replaces: false,
    isLoopOff: false,
  };
  const codes = (document: Document, changed: Partial<typeof setUp> = {}) =>
    notReady(document, { ...setUp, ...changed }).map(({ code }) => code);
  expect(codes(song)).toEqual([]);
  expect(codes(song, { hasClick: false, countInBars: 0 })).toEqual(['noClick']);
  expect(codes(song, { hasClick: false })).toEqual([]);
  const with2 = (other: object, own: object = {}): Document => ({
    ...song,
    tracks: [
      { ...track, ...own },
      { ...track, id: 'other', order: 1, ...other },
    ],
    placements: [...song.placements, { ...song.placements[0]!, id: 'q', trackId: 'other' }],
  });
  expect(codes(with2({}), { hasClick: false, countInBars: 0 })).toEqual([]);
  expect(codes(with2({ muted: true }), { hasClick: false, countInBars: 0 })).toEqual(['noClick']);
  expect(codes(with2({ soloed: true }))).toEqual(['otherSolo']);
  expect(
    codes(with2({}, { muted: true, levelDb: -60 }), { isSoundBlocked: true, replaces: true, lacksDevice: true, isLoopOff: true }),
  ).toEqual(['soundBlocked', 'trackMuted', 'levelDown', 'noDevice', 'loopOff', 'replaces']);
});
