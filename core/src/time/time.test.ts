import fc from 'fast-check';
import {
  barBeatAt,
  barBeatWords,
  COMMON_TIME,
  division,
  divisionWords,
  DIVISION_UNITS,
  gridOf,
  lengthWords,
  lineAfter,
  lineAt,
  lineBefore,
  nearestLine,
  secondsAt,
  stepDivision,
  tickAtSeconds,
  tickOfBar,
  TICKS_PER_QUARTER,
} from '.';

const anyGrid = fc
  .tuple(fc.constantFrom(...DIVISION_UNITS), fc.integer({ min: 1, max: 15 }), fc.integer({ min: 1, max: 15 }))
  .map(([unit, count, inSpaceOf]) => gridOf({ unit, count, inSpaceOf }, COMMON_TIME));

describe('divisions', () => {
  it.each(DIVISION_UNITS)('%s is whole ticks straight, dotted, and as 3:2, 5:4 and 7:4', (unit) => {
    for (const [count, inSpaceOf] of [
      [1, 1],
      [2, 3],
      [3, 2],
      [5, 4],
      [7, 4],
    ] as const) {
      const { numerator, denominator } = gridOf({ unit, count, inSpaceOf }, COMMON_TIME);
      expect(numerator % denominator).toBe(0);
    }
  });

  it('lays eleven in the space of eight back on the beat every time, however often it goes round', () => {
    const grid = gridOf({ unit: '1/16', count: 11, inSpaceOf: 8 }, COMMON_TIME);
    for (const round of [1, 10, 12345]) expect(lineAt(grid, 11 * round)).toBe(2 * TICKS_PER_QUARTER * round);
  });

  it('finds the lines round any tick', () => {
    fc.assert(
      fc.property(anyGrid, fc.nat(3_000_000), (grid, tick) => {
        const before = lineBefore(grid, tick);
        const after = lineAfter(grid, tick);
        expect(before <= tick && tick < after).toBe(true);
        expect(lineBefore(grid, before)).toBe(before);
        expect([before, after]).toContain(nearestLine(grid, tick));
      }),
    );
  });

  it('says itself in words', () => {
    expect(divisionWords(division('1/16'), COMMON_TIME)).toBe('1/16: 4 steps a beat, 16 a bar');
    expect(divisionWords(division('1/8', 'triplet'), COMMON_TIME)).toBe('1/8 triplet: 3 steps a beat, 12 a bar');
    expect(divisionWords(division('1/4', 'dotted'), COMMON_TIME)).toBe('1/4 dotted: one step is 1 1/2 beats, 2 2/3 a bar');
    expect(divisionWords(division('2 bars'), COMMON_TIME)).toBe('2 bars: one step is 2 bars');
    expect(lengthWords(TICKS_PER_QUARTER / 2, COMMON_TIME)).toBe('1/2 beat');
  });

  it('stops at the ends of the list', () => {
    expect(stepDivision(division('1/64'), 1)).toEqual(division('1/64'));
    expect(stepDivision(division('1/8', 'triplet'), 1)).toEqual(division('1/16', 'triplet'));
  });
});

describe('meter and tempo', () => {
  const meters = [
    { tick: 0, numerator: 7, denominator: 8 },
    { tick: 7 * 10080 * 2, ...COMMON_TIME },
  ];

  it('counts bars and beats across a change of meter', () => {
    expect(barBeatAt(meters, 7 * 10080 + 10080)).toEqual({ bar: 2, beat: 2, ticks: 0 });
    expect(barBeatWords(meters, 7 * 10080 * 2 + 4 * TICKS_PER_QUARTER)).toBe('4.1');
    expect(tickOfBar(meters, 4)).toBe(7 * 10080 * 2 + 4 * TICKS_PER_QUARTER);
  });

  it('lasts as long as a clock says: 90 beats at 60, then 30 at 120', () => {
    const tempos = [
      { tick: 0, bpm: 60 },
      { tick: 90 * TICKS_PER_QUARTER, bpm: 120 },
    ];
    expect(secondsAt(tempos, 120 * TICKS_PER_QUARTER)).toBeCloseTo(105, 9);
    // Before the beginning the first tempo rules.
    expect(secondsAt([{ tick: 0, bpm: 30 }], -TICKS_PER_QUARTER)).toBe(-2);
    expect(tickAtSeconds([{ tick: 0, bpm: 30 }], -2)).toBe(-TICKS_PER_QUARTER);
  });

  it('goes from ticks to seconds and back', () => {
    const tempos = fc.array(fc.record({ tick: fc.nat(1_000_000), bpm: fc.double({ min: 20, max: 300, noNaN: true }) }), {
      minLength: 1,
      maxLength: 5,
    });
    fc.assert(
      fc.property(tempos, fc.nat(2_000_000), (marks, tick) => {
        const sorted = [...marks].sort((a, b) => a.tick - b.tick);
        expect(tickAtSeconds(sorted, secondsAt(sorted, tick))).toBeCloseTo(tick, 4);
      }),
    );
  });
});
