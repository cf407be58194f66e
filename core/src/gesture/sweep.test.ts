import { note } from '../../test/make';
import { lineBetween, shapeBetween, stemPlaces, sweptBy } from '.';

const chord = [
  note({ id: 'low', pitch: 60, velocity: 100 }),
  note({ id: 'mid', pitch: 64, velocity: 50 }),
  note({ id: 'high', pitch: 67, velocity: 25 }),
  note({ id: 'later', start: 1000, velocity: 80 }),
];
const line = lineBetween({ tick: 0, value: 60 }, { tick: 1000, value: 120 });

it('a sweep keeps the proportions of a chord, or sets each note by choice', () => {
  expect([...sweptBy(chord, line, 'scale')]).toEqual([
    ['low', 60],
    ['mid', 30],
    ['high', 15],
    ['later', 120],
  ]);
  expect([...sweptBy(chord, line, 'set').values()]).toEqual([60, 60, 60, 120]);
});

it('reaches no note outside of it, whichever way it goes, and no velocity below 1 or above 127', () => {
  const back = lineBetween({ tick: 900, value: 120 }, { tick: -100, value: 20 });
  expect([back(-101), back(-100), back(400), back(900), back(901)]).toEqual([null, 20, 70, 120, null]);
  const far = lineBetween({ tick: 0, value: 1 }, { tick: 0, value: 1 });
  expect(sweptBy(chord, far, 'scale').get('high')).toBe(1);
  const straight = shapeBetween({ tick: 0, value: 20 }, { tick: 1000, value: 100 }, 'straight', 1);
  expect([straight(0), straight(500), straight(1000), straight(1001)]).toEqual([20, 60, 100, null]);
});

it('notes of a chord stand side by side, lowest first', () => {
  expect([...stemPlaces([...chord].reverse())]).toEqual([
    ['low', 0],
    ['mid', 1],
    ['high', 2],
    ['later', 0],
  ]);
});
