import fc from 'fast-check';
import {
  COMMON_TIME,
  division,
  gridAt,
  gridOf,
  isOnGrid,
  lineAfter,
  lineBefore,
  lineFrom,
  linesBetween,
  nearestLine,
  TICKS_PER_QUARTER,
  type Grid,
} from '.';

const BEAT = TICKS_PER_QUARTER;
const grid = (unit: Parameters<typeof division>[0], form?: Parameters<typeof division>[1]) => gridOf(division(unit, form), COMMON_TIME);

/** Sixteenths, but for the second bar in eighth triplets. */
const mixed: Grid = { ...grid('1/16'), spans: [{ start: 4 * BEAT, end: 8 * BEAT, grid: grid('1/8', 'triplet') }] };

it('a stretch with its own division has its own lines, and the rest keeps its own', () => {
  expect(linesBetween(mixed, 3 * BEAT, 5 * BEAT).map((tick) => tick / BEAT)).toEqual([3, 3.25, 3.5, 3.75, 4, 4 + 1 / 3, 4 + 2 / 3]);
  expect(linesBetween(mixed, 7.5 * BEAT, 8.5 * BEAT).map((tick) => tick / BEAT)).toEqual([7 + 1 / 3, 7 + 2 / 3, 8, 8.25]);
  expect([lineFrom(mixed, 3.75 * BEAT, 2) / BEAT, lineFrom(mixed, 8 * BEAT, -1) / BEAT]).toEqual([4 + 1 / 3, 7 + 2 / 3]);
  expect(gridAt(mixed, 5 * BEAT)).toMatchObject({ ...grid('1/8', 'triplet'), from: 4 * BEAT });
});

it('lines count from where a stretch begins, and its edges are lines even where its steps do not fill it', () => {
  const odd: Grid = { ...grid('1/4'), spans: [{ start: 1.5 * BEAT, end: 2.75 * BEAT, grid: grid('1/8') }] };
  expect(linesBetween(odd, 0, 5 * BEAT).map((tick) => tick / BEAT)).toEqual([0, 1, 1.5, 2, 2.5, 2.75, 3, 4]);
});

it('any n in the space of m fills exactly what it says, line by line under half a tick off', () => {
  const counts = fc.integer({ min: 2, max: 15 });
  fc.assert(
    fc.property(counts, counts, fc.nat(500), (count, inSpaceOf, group) => {
      const tuplet = gridOf({ unit: '1/16', count, inSpaceOf }, COMMON_TIME);
      const size = (inSpaceOf * BEAT) / 4;
      const lines = linesBetween(tuplet, group * size, (group + 1) * size);
      expect(lines).toHaveLength(count);
      lines.forEach((tick, k) => expect(Math.abs(tick - (group * size + (k * size) / count))).toBeLessThanOrEqual(0.5));
    }),
  );
});

it('before, after and nearest agree, with stretches or without', () => {
  fc.assert(
    fc.property(
      fc.constantFrom(mixed, grid('1/32'), gridOf({ unit: '1/8', count: 7, inSpaceOf: 5 }, COMMON_TIME)),
      fc.nat(400_000),
      (each, tick) => {
        const [before, after, nearest] = [lineBefore(each, tick), lineAfter(each, tick), nearestLine(each, tick)];
        expect(before <= tick && tick < after).toBe(true);
        expect([isOnGrid(each, before), isOnGrid(each, after)]).toEqual([true, true]);
        expect(lineAfter(each, before)).toBe(after);
        expect(Math.abs(nearest - tick)).toBe(Math.min(tick - before, after - tick));
      },
    ),
  );
});
