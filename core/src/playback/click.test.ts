import fc from 'fast-check';
import { clickBeats, clicksRound } from './click';

const BEAT = 20_160;
const meters = [
  { tick: 0, numerator: 4, denominator: 4 },
  { tick: 8 * BEAT, numerator: 7, denominator: 8 },
];

describe('the click', () => {
  it('goes by the beats of the meter, the first of each bar marked; before the beginning the first meter counts in', () => {
    const beats = clickBeats(meters, -4 * BEAT, 8 * BEAT + 7 * (BEAT / 2));
    expect(beats.map(({ tick }) => tick / BEAT)).toEqual([-4, -3, -2, -1, 0, 1, 2, 3, 4, 5, 6, 7, 8, 8.5, 9, 9.5, 10, 10.5, 11]);
    expect(beats.filter(({ isFirst }) => isFirst).map(({ tick }) => tick / BEAT)).toEqual([-4, 0, 4, 8]);
  });

  it('windows that touch give what their union gives, round a loop of any length too', () => {
    const loops = fc.option(fc.record({ start: fc.constantFrom(0, 4 * BEAT, 3333), length: fc.integer({ min: 500, max: 9 * BEAT }) }), {
      nil: null,
    });
    fc.assert(
      fc.property(loops, fc.integer({ min: -9 * BEAT, max: 30 * BEAT }), fc.nat(9 * BEAT), fc.nat(9 * BEAT), (at, from, first, second) => {
        const loop = at && { start: at.start, end: at.start + at.length };
        const whole = clicksRound(meters, loop, from, from + first + second);
        const parts = [...clicksRound(meters, loop, from, from + first), ...clicksRound(meters, loop, from + first, from + first + second)];
        expect(parts).toEqual(whole);
        expect(
          whole.every(({ tick }, index) => tick >= from && tick < from + first + second && (index === 0 || tick > whole[index - 1]!.tick)),
        ).toBe(true);
      }),
    );
  });

  it('round a loop that is no whole bar it begins anew with each pass', () => {
    const beats = clicksRound(meters, { start: 0, end: 3 * BEAT }, 0, 6 * BEAT);
    expect(beats.map(({ tick, isFirst }) => [tick / BEAT, isFirst])).toEqual([[0, true], [1, false], [2, false], [3, true], [4, false], [5, false]]); // prettier-ignore
  });
});
