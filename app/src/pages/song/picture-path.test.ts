import type { Note } from '@yibbo/core';
import { picturePath } from './picture-path';

const STEP = 5040;
const pattern = { id: 'p', songId: 's', name: 'p', length: 4 * STEP };
const note = (start: number, pitch: number, more: Partial<Note> = {}): Note => ({
  id: `${start} ${pitch}`,
  patternId: 'p',
  start: start * STEP,
  length: STEP,
  pitch,
  velocity: 100,
  ...more,
});
/** Where notes are drawn: their left ends in steps of 10 pixels, and how high up they stand. */
const places = (path: string) => [...path.matchAll(/M([\d.]+) ([\d.]+)h/g)].map(([, x, y]) => [Number(x) / 10, Number(y)]);
const draw = (notes: readonly Note[], fromStep: number, steps: number, given = pattern) =>
  places(picturePath(notes, given, { fromTick: fromStep * STEP, lengthTicks: steps * STEP, width: steps * 10, height: 23 }));

it('draws what begins in the stretch, round after round, the higher the pitch the higher up', () => {
  const notes = [note(0, 60), note(2, 64), note(3, 62, { muted: true })];
  expect(draw(notes, 0, 4)).toEqual([
    [0, 20],
    [2, 0],
  ]);
  expect(draw(notes, 2, 7)).toEqual([
    [0, 0],
    [2, 20],
    [4, 0],
    [6, 20],
  ]);
});

it('rows with lengths of their own go round by themselves', () => {
  const own = { ...pattern, rowLengths: [{ pitch: 60, length: 3 * STEP }] };
  expect(draw([note(0, 60), note(1, 64)], 0, 8, own).sort(([a], [b]) => a! - b!)).toEqual([
    [0, 20],
    [1, 0],
    [3, 20],
    [5, 0],
    [6, 20],
  ]);
});

it('a pattern of one tick under a long placement is drawn as often as it can be seen', () => {
  const path = picturePath([note(0, 60)], { ...pattern, length: 1 }, { fromTick: 0, lengthTicks: 1e8, width: 300, height: 23 });
  expect(places(path).length).toBeLessThan(301);
});
