import { COMMON_TIME, division, gridOf } from '../time';
import { IDLE, noteAt, notesInRectangle, stepGesture, type Gesture, type GestureEvent, type GestureSetting, type Target } from '.';
import { note } from '../../test/make';

const STEP = 5040;
const setting: GestureSetting = {
  grid: gridOf(division('1/16'), COMMON_TIME),
  isSnapping: true,
  snapsBy: 'distance',
  selected: new Set(['b', 'c']),
  velocity: 100,
  lengthTicks: null,
  paint: { shape: 'hand', turns: 2, rows: Array.from({ length: 128 }, (_, row) => 127 - row), scale: null },
};
const empty: Target = { kind: 'empty' };
const press = (tick: number, target: Target = empty, more: Partial<GestureEvent & { type: 'press' }> = {}): GestureEvent => ({
  type: 'press',
  at: { tick, pitch: 60 },
  target,
  purpose: 'draw',
  extend: false,
  copy: false,
  ...more,
});
const drag = (tick: number, pitch = 60, more: Partial<GestureEvent & { type: 'drag' }> = {}): GestureEvent => ({
  type: 'drag',
  at: { tick, pitch },
  rise: 0,
  isSteep: false,
  free: false,
  over: null,
  ...more,
});
const after = (...events: GestureEvent[]) => events.reduce<Gesture>((gesture, event) => stepGesture(gesture, event, setting), IDLE);
const on = (noteId: string, part: 'body' | 'start' | 'end' | 'hit' = 'body', tick = 0): Target => ({ kind: 'note', noteId, part, tick });

it('a drag from empty ground draws length sideways and velocity upwards, step by step', () => {
  expect(after(press(STEP + 10), drag(3.4 * STEP, 64, { rise: 20 }))).toMatchObject({
    state: 'drawing',
    note: { start: STEP, length: 3 * STEP, pitch: 60, velocity: 120 },
  });
  expect(after(press(3.5 * STEP), drag(1.2 * STEP))).toMatchObject({ note: { start: STEP, length: 3 * STEP } });
  expect(after(press(STEP), drag(3.4 * STEP, 60, { free: true, rise: -300 }))).toMatchObject({
    note: { start: STEP, length: 2.4 * STEP, velocity: 1 },
  });
});

it('a selected note takes the whole selection along, another only itself; distance snaps, so off-grid notes keep their offset', () => {
  expect(after(press(100, on('b')), drag(100 + 1.6 * STEP, 63))).toMatchObject({
    state: 'moving',
    noteIds: ['b', 'c'],
    ticks: 2 * STEP,
    semitones: 3,
  });
  expect(after(press(100, on('a')), drag(100 - 0.7 * STEP))).toMatchObject({ noteIds: ['a'], ticks: -STEP, semitones: 0 });
  expect(after(press(100, on('a')), drag(107, 60, { free: true }))).toMatchObject({ ticks: 7 });
});

it('by choice, what was grabbed goes to the nearest line instead: its start, or its end where that is held', () => {
  const byLine = { ...setting, snapsBy: 'line' as const };
  const dragged = (...events: GestureEvent[]) => events.reduce<Gesture>((gesture, event) => stepGesture(gesture, event, byLine), IDLE);
  // Grabbed 200 ticks after its start, which is 300 after a line: a bit more than a step on, it stands on the next but one.
  expect(dragged(press(STEP + 500, on('a', 'body', STEP + 300)), drag(2.4 * STEP + 500))).toMatchObject({ ticks: STEP - 300 });
  expect(dragged(press(STEP + 500, on('a', 'end', STEP + 700)), drag(STEP + 500 + 2 * STEP))).toMatchObject({
    state: 'resizing',
    ticks: 2 * STEP - 700,
  });
});

it('ends resize; holding empty ground draws a rectangle; holding a note asks for its menu', () => {
  expect(after(press(0, on('b', 'end')), drag(STEP))).toMatchObject({ state: 'resizing', edge: 'end', ticks: STEP });
  expect(after(press(0), { type: 'hold' }, drag(STEP, 72))).toMatchObject({ state: 'selecting', to: { tick: STEP, pitch: 72 } });
  expect(after(press(0, on('a')), { type: 'hold' })).toEqual({ state: 'menu', noteId: 'a' });
});

it('a hit in a cell gets louder up and down and moves sideways, as the drag began', () => {
  const steep = drag(100, 60, { rise: 12, isSteep: true });
  expect(after(press(0, on('b', 'hit')), steep)).toEqual({ state: 'leveling', noteIds: ['b', 'c'], rise: 12 });
  expect(after(press(0, on('a', 'hit')), drag(STEP), steep)).toMatchObject({ state: 'moving', ticks: 0 });
});

it('erasing gathers what it sweeps over once; cancel leaves everything as it was', () => {
  expect(after(press(0, on('a'), { purpose: 'erase' }), drag(1, 60, { over: 'b' }), drag(2, 60, { over: 'a' }))).toEqual({
    state: 'erasing',
    noteIds: ['a', 'b'],
  });
  expect(after(press(0), drag(STEP), { type: 'cancel' })).toBe(IDLE);
});

it('an empty step wins over a note beside it; a finger reaches half a step within the step it is on', () => {
  const notes = [
    note({ id: 'short', start: 0, length: STEP / 8, pitch: 60 }),
    note({ id: 'late', start: 4.75 * STEP, length: STEP / 4, pitch: 60 }),
    note({ id: 'long', start: 8 * STEP, length: 4 * STEP, pitch: 60 }),
    note({ id: 'over', start: 9 * STEP, length: STEP, pitch: 60 }),
  ];
  const under = (tick: number, pitch = 60, isTouch = true) =>
    noteAt(notes, { tick, pitch }, { ...setting, drawnTicks: ({ length }) => length, isTouch })?.id ?? null;
  expect(under(0.9 * STEP)).toBe('short');
  expect(under(0.9 * STEP, 60, false)).toBe('short');
  expect(under(1.05 * STEP)).toBeNull();
  expect(under(0.05 * STEP, 61)).toBeNull();
  expect(under(4.3 * STEP)).toBe('late');
  expect(under(4.1 * STEP)).toBeNull();
  expect(under(4.3 * STEP, 60, false)).toBeNull();
  expect(under(5.01 * STEP)).toBeNull();
  expect([8.5, 9.5, 10.5].map((steps) => under(steps * STEP))).toEqual(['long', 'over', 'long']);
  expect(notesInRectangle(notes, { tick: STEP * 2, pitch: 70 }, { tick: STEP / 16, pitch: 60 })).toEqual(['short']);
});

describe('a run painted in one drag', () => {
  const painted = (gesture: Gesture) => (gesture.state === 'painting' ? [...gesture.path].sort(([a], [b]) => a - b) : null);
  const paint = (more: Partial<GestureSetting['paint']>, ...events: GestureEvent[]) => {
    const with_ = { ...setting, paint: { ...setting.paint, ...more } };
    const end = events.reduce<Gesture>((gesture, event) => stepGesture(gesture, event, with_), IDLE);
    return painted(end)!.map(([tick, pitch]) => [tick / STEP, pitch]);
  };
  const begin = press(0.5 * STEP, empty, { purpose: 'paint' });

  it('writes a note at every line it crosses, on the row under the hand; going back over them changes them', () => {
    expect(paint({}, begin, drag(2.5 * STEP, 60), drag(4.2 * STEP, 62))).toEqual([
      [0, 60],
      [1, 60],
      [2, 60],
      [3, 61],
      [4, 62],
    ]);
    expect(paint({}, begin, drag(2.5 * STEP, 60), drag(1.5 * STEP, 64))).toEqual([
      [0, 60],
      [1, 64],
      [2, 62],
    ]);
  });

  it('keeps to the scale where that is wished, and follows a shape from first to last', () => {
    const major = new Set([0, 2, 4, 5, 7, 9, 11]);
    expect(paint({ shape: 'straight', scale: major }, begin, drag(4.5 * STEP, 64)).map(([, pitch]) => pitch)).toEqual([60, 60, 62, 62, 64]);
    expect(paint({ shape: 'bow' }, begin, drag(4.5 * STEP, 66)).map(([, pitch]) => pitch)).toEqual([60, 64, 66, 64, 60]);
    expect(paint({ shape: 'zigzag', turns: 2 }, begin, drag(8.5 * STEP, 64)).map(([, pitch]) => pitch)).toEqual([
      60, 62, 64, 62, 60, 62, 64, 62, 60,
    ]);
    expect(paint({ shape: 'blocks', turns: 1 }, begin, drag(3.5 * STEP, 67)).map(([, pitch]) => pitch)).toEqual([60, 60, 67, 60]);
  });
});

it('a row with a division of its own draws and moves by it; with snapping off, to the tick; new notes as long as is set', () => {
  const triplets: GestureSetting = { ...setting, rowGrids: new Map([[60, gridOf(division('1/8', 'triplet'), COMMON_TIME)]]) };
  expect(stepGesture(stepGesture(IDLE, press(7000), triplets), drag(7300), triplets)).toMatchObject({
    note: { start: 6720, length: 6720 },
  });
  const free = { ...setting, isSnapping: false, lengthTicks: 777 };
  expect(stepGesture(stepGesture(IDLE, press(100, on('b')), free), drag(1203), free)).toMatchObject({ ticks: 1103 });
  expect(stepGesture(stepGesture(IDLE, press(7001), free), drag(7001), free)).toMatchObject({ note: { start: 7001 } });
});
