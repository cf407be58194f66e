import type { Change } from '@yibbo/core';
import fc from 'fast-check';
import { songChanged } from '../document/song';
import {
  isSameStep,
  lettersPlaySet,
  nextStepTick,
  playingInReducer,
  stepsAfter,
  stepsSet,
  takesTakenSet,
  type EnteredStep,
  type StepEntry,
} from './playing-in';
import { placementOpened } from './session';

const TICKS = 5040;
/** Steps as they were put in: each with the Changes it stands in, a rest with none. */
const entered = (changes: readonly number[]): StepEntry => ({
  run: 'run',
  fromTick: 2 * TICKS,
  put: changes.map((count, index): EnteredStep => ({
    tick: (2 + index) * TICKS,
    ticks: TICKS,
    noteIds: [],
    doneIds: Array.from({ length: count }, (_, at) => `c${index}.${at}`),
    undoneIds: [],
  })),
  back: [],
  held: [],
});
const ticks = (steps: readonly EnteredStep[]) => steps.map(({ tick }) => tick / TICKS);
const undo = (steps: StepEntry, undoes: string) => stepsAfter(steps, { id: `u ${undoes}`, undoes });
const redo = (steps: StepEntry, undoes: string) => stepsAfter(steps, { id: undoes, undoes: `u ${undoes}` });

it('law: steps taken back one Change at a time go last first, rests with the step before them, and come again as they were', () => {
  fc.assert(
    fc.property(fc.array(fc.nat(3), { minLength: 1, maxLength: 6 }), (counts) => {
      const before = entered(counts);
      const changes = before.put.flatMap(({ doneIds }) => doneIds);
      let steps = before;
      const shapes: number[][] = [ticks(before.put)];
      for (const id of [...changes].reverse()) {
        steps = undo(steps, id);
        const index = Number(/c(\d+)/.exec(id)![1]);
        const isHalf = !id.endsWith('.0');
        // What stands: all before the step, and the step itself while some of it is there; no rest after it.
        expect(ticks(steps.put)).toEqual(ticks(before.put).slice(0, index + (isHalf ? 1 : 0)));
        expect(nextStepTick(steps)).toBe((2 + steps.put.length) * TICKS);
        // The rest of a step that is half taken back goes with it: no other Change is of the same step.
        const left = changes.slice(0, changes.indexOf(id));
        const next = left.at(-1);
        if (next !== undefined) expect(isSameStep(steps, next)).toBe(isHalf);
        shapes.push(ticks(steps.put));
      }
      expect(steps.put.length + steps.back.length).toBe(counts.length);
      for (const id of changes) {
        steps = redo(steps, id);
        shapes.pop();
        const after = changes[changes.indexOf(id) + 1];
        if (after !== undefined) expect(isSameStep(steps, `u ${after}`)).toBe(!after.endsWith('.0'));
      }
      // Rests at the very end stay where they are until another step is put in: nothing brings them again but themselves.
      const ends = counts.findLastIndex((count) => count > 0) + 1;
      expect(ticks(steps.put)).toEqual(changes.length ? ticks(before.put).slice(0, ends) : ticks(before.put));
      expect(steps.put.flatMap(({ doneIds }) => doneIds)).toEqual(changes);
    }),
  );
});

it('Changes of other things leave the steps as they are', () => {
  const steps = entered([1, 2]);
  expect(stepsAfter(steps, { id: 'other' })).toBe(steps);
  expect(stepsAfter(steps, { id: 'other', undoes: 'elsewhere' })).toBe(steps);
  expect(isSameStep(steps, 'c1.0')).toBe(false);
  expect(nextStepTick({ ...steps, put: [] })).toBe(2 * TICKS);
});

it('steps follow the song’s Changes while they are put in; another part that is opened ends them, and letters command again', () => {
  const change = { id: 'u', label: '', at: 0, device: 'd', entries: [], undoes: 'c0.0' } as unknown as Change;
  const begun = [stepsSet(entered([1])), lettersPlaySet(true), takesTakenSet({ from: 'p', takes: [] })].reduce(
    playingInReducer,
    playingInReducer(undefined, { type: 'begin' }),
  );
  expect([begun.lettersPlay, begun.steps?.put.length]).toEqual([true, 1]);
  expect(playingInReducer(begun, songChanged(change)).steps?.put).toEqual([]);
  expect(playingInReducer(begun, placementOpened('other'))).toMatchObject({ steps: null, taken: null, lettersPlay: false });
  const idle = playingInReducer(undefined, { type: 'begin' });
  expect(playingInReducer(idle, songChanged(change))).toBe(idle);
});
