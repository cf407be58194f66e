import { AMOUNT_UNITS, notesOf } from '@yibbo/core';
import fc from 'fast-check';
import { opened, PATTERN, STEP } from '../../../test/opened';
import { undo } from '../document/undo';
import { carriedDocument, nudgeAmount, nudgeBack, nudgedWords, letGo, nudgeStep, pitchStep } from './nudge';
import { preferencesSet, type Amount } from '../../state/preferences/preferences';
import { selectionSet } from '../../state/session/session';

const amounts: fc.Arbitrary<Amount> = fc.record({ count: fc.integer({ min: 1, max: 9 }), unit: fc.constantFrom(...AMOUNT_UNITS) });

describe('a nudge', () => {
  it('is carried while it is held and one Change when it is let go, whatever its length', () => {
    const { store, dispatch, steps } = opened();
    dispatch(selectionSet(['n1', 'n2']));
    for (let time = 0; time < 5; time++) dispatch(nudgeStep(1));
    expect(steps()).toEqual([0, 4, 8, 12]);
    expect(nudgedWords(store.getState())).toBe('+5 × 1/16');
    dispatch(letGo());
    expect(steps()).toEqual([0, 9, 12, 13]);
    expect(store.getState().song.history).toHaveLength(1);
    dispatch(letGo());
    expect(store.getState().song.history).toHaveLength(1);
  });

  it('adds up over presses of the same notes, says so, and goes back to where the run began', () => {
    const { store, dispatch, steps } = opened();
    const press = (direction: 1 | -1, amount?: Amount) => {
      dispatch(nudgeStep(direction, amount));
      dispatch(letGo());
    };
    press(1);
    press(1, { count: 1, unit: 'beat' });
    expect(steps()).toEqual([5, 9, 13, 17]);
    // A sixteenth and a beat, in beats.
    expect(nudgedWords(store.getState())).toBe('+1 1/4 beats');
    dispatch(nudgeBack());
    expect(steps()).toEqual([0, 4, 8, 12]);
    expect(nudgedWords(store.getState())).toBeNull();
    // Other notes are another run.
    press(1);
    dispatch(selectionSet(['n3']));
    expect(nudgedWords(store.getState())).toBeNull();
    press(-1);
    expect(nudgedWords(store.getState())).toBe('−1/16');
  });

  it('stops at the beginning with the group in its shape, and comes away from there at the first press', () => {
    const { dispatch, steps } = opened();
    for (let time = 0; time < 3; time++) dispatch(nudgeStep(-1));
    dispatch(letGo());
    expect(steps()).toEqual([0, 4, 8, 12]);
    dispatch(nudgeStep(1));
    dispatch(letGo());
    expect(steps()).toEqual([1, 5, 9, 13]);
  });

  it('goes by the grid, by a millisecond with snapping off, or as it was set', () => {
    const { store, dispatch, there } = opened();
    expect(nudgeAmount(store.getState())).toEqual({ count: 1, unit: 'grid' });
    dispatch(preferencesSet({ isSnapping: false }));
    expect(nudgeAmount(store.getState())).toEqual({ count: 1, unit: 'ms' });
    dispatch(selectionSet(['n1']));
    for (let time = 0; time < 25; time++) dispatch(nudgeStep(1));
    dispatch(letGo());
    // 25 ms at 120 bpm are a twentieth of a beat: 1008 ticks, rounded once and not 25 times.
    expect(there()[1]!.start).toBe(4 * STEP + 1008);
    dispatch(preferencesSet({ isSnapping: true, nudge: { count: 3, unit: 'tick' } }));
    dispatch(nudgeStep(-1));
    dispatch(letGo());
    expect(there()[1]!.start).toBe(4 * STEP + 1005);
    dispatch(preferencesSet({ nudge: null }));
  });

  it('comes back exactly after many steps there and the same back, in any units and any order', () => {
    fc.assert(
      fc.property(fc.array(amounts, { minLength: 1, maxLength: 12 }), fc.integer({ min: 1, max: 80 }), (units, times) => {
        const { dispatch, there } = opened();
        const begun = there();
        const run = Array.from({ length: times }, (_, time) => units[time % units.length]!);
        for (const amount of run) dispatch(nudgeStep(1, amount));
        dispatch(letGo());
        // Back in another order, a few at a time.
        for (const [time, amount] of [...run].sort((a, b) => a.count - b.count).entries()) {
          dispatch(nudgeStep(-1, amount));
          if (time % 3 === 2) dispatch(letGo());
        }
        dispatch(letGo());
        expect(there()).toEqual(begun);
      }),
      { numRuns: 60 },
    );
  });

  it('goes up and down too: one Change a hold, the group in its shape, at the end of the keyboard as in its middle', () => {
    const { store, dispatch, there } = opened();
    const pitches = () => there().map(({ pitch }) => pitch);
    dispatch(pitchStep(1));
    dispatch(letGo());
    expect(store.getState().song.history).toEqual([]);
    dispatch(selectionSet(['n1', 'n2']));
    for (let time = 0; time < 3; time++) dispatch(pitchStep(1));
    expect(notesOf(carriedDocument(store.getState())!, PATTERN).map(({ pitch }) => pitch)).toEqual([60, 63, 63, 60]);
    expect(pitches()).toEqual([60, 60, 60, 60]);
    dispatch(letGo());
    expect(pitches()).toEqual([60, 63, 63, 60]);
    dispatch(selectionSet(['n0', 'n1']));
    for (let time = 0; time < 9; time++) dispatch(pitchStep(-12));
    dispatch(letGo());
    // Four octaves in one go, and one more would be below the lowest key for 12.
    expect(pitches()).toEqual([12, 15, 63, 60]);
    dispatch(pitchStep(-12));
    dispatch(pitchStep(-12));
    dispatch(letGo());
    expect(pitches()).toEqual([0, 3, 63, 60]);
    expect(store.getState().song.history.map(({ label }) => label)).toEqual(Array(3).fill('Transpose, 2 notes'));
  });

  it('is taken back by undo, run by run', async () => {
    const { dispatch, steps, store } = opened();
    for (const _run of [1, 2]) {
      dispatch(nudgeStep(1));
      dispatch(nudgeStep(1));
      dispatch(letGo());
    }
    expect(steps()).toEqual([4, 8, 12, 16]);
    await (store.dispatch as (thunk: unknown) => Promise<void>)(undo());
    expect(steps()).toEqual([2, 6, 10, 14]);
  });
});
