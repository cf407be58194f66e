import { COMMON_TIME, division, gridOf } from '../time';
import {
  NO_FINGERS,
  stepHand,
  type DragEvent,
  type Gesture,
  type Hand,
  type HandEvent,
  type HandOutcome,
  type HandSetting,
  type Target,
} from '.';

const STEP = 5040;
/** 21 pixels a step, as on a phone. */
const PIXELS = 21;
const one: HandSetting = {
  grid: gridOf(division('1/16'), COMMON_TIME),
  isSnapping: true,
  snapsBy: 'distance',
  selected: new Set(),
  velocity: 100,
  lengthTicks: null,
  paint: { shape: 'hand', turns: 2, rows: [60], scale: null },
  isManyHanded: false,
};
const place = (x: number) => ({ tick: (x / PIXELS) * STEP, pitch: 60 });
const down = (id: number, x: number, at: number, target: Target = { kind: 'empty' }): HandEvent => ({
  type: 'down',
  id,
  isTouch: true,
  at,
  point: { x, y: 0 },
  press: { type: 'press', at: place(x), target, purpose: 'draw', extend: false, copy: false },
});
const dragTo = (x: number): DragEvent => ({ type: 'drag', at: place(x), rise: 0, isSteep: false, free: false, over: null });
const move = (id: number, x: number, at: number): HandEvent => ({ type: 'move', id, at, point: { x, y: 0 }, drag: dragTo(x) });
const up = (id: number, x: number, at: number): HandEvent => ({ type: 'up', id, at, point: { x, y: 0 }, isDropped: false });

/** The results of events, and the hand's state after them. */
function play(events: readonly HandEvent[], setting = one): { outcomes: HandOutcome[]; hand: Hand } {
  const outcomes: HandOutcome[] = [];
  let hand = NO_FINGERS;
  for (const event of events) {
    const stepped = stepHand(hand, event, setting);
    hand = stepped.hand;
    if (stepped.outcome) outcomes.push(stepped.outcome);
  }
  return { outcomes, hand };
}
const finished = (events: readonly HandEvent[], setting = one) =>
  play(events, setting).outcomes.flatMap((outcome) => (outcome.type === 'finish' ? [outcome] : []));
const stepsDrawn = (gestures: readonly { gesture: Gesture }[]) =>
  gestures.map(({ gesture }) => (gesture.state === 'pressing' ? Math.floor(gesture.from.tick / STEP) : gesture.state));
const on = (noteId: string): Target => ({ kind: 'note', noteId, part: 'body', tick: 0 });

it('eight taps at ten a second on neighbouring steps are eight taps, none of them a second one', () => {
  const taps = Array.from({ length: 8 }, (_, index) => [
    down(1, 10 + index * PIXELS, index * 100),
    up(1, 10 + index * PIXELS, index * 100 + 40),
  ]);
  const done = finished(taps.flat());
  expect(stepsDrawn(done)).toEqual([0, 1, 2, 3, 4, 5, 6, 7]);
  expect(done.some(({ isDouble }) => isDouble)).toBe(false);
});

it('a double tap is two on a note that was there before the first, soon and close; a third is none', () => {
  const tap = (at: number, x = 10, target: Target = on('a')) => [down(1, x, at, target), up(1, x, at + 40)];
  const doubles = (...taps: HandEvent[][]) => finished(taps.flat()).map(({ isDouble }) => isDouble);
  expect(doubles(tap(0), tap(200), tap(350))).toEqual([false, true, false]);
  expect(doubles(tap(0), tap(301))).toEqual([false, false]);
  expect(doubles(tap(0), tap(200, 30))).toEqual([false, false]);
  expect(doubles(tap(0), tap(200, 10, on('b')))).toEqual([false, false]);
  expect(doubles(tap(0, 10, { kind: 'empty' }), tap(200))).toEqual([false, false]);
});

it('a second finger soon after the first makes it scroll and leaves no note, though the first has slid', () => {
  const pinch = [down(1, 10, 0), move(1, 40, 80), down(2, 200, 140), move(1, 30, 200), move(2, 220, 210), up(2, 220, 300), up(1, 30, 320)];
  const { outcomes, hand } = play(pinch);
  expect(outcomes.map(({ type }) => type)).toEqual(['scroll', 'scroll', 'coast']);
  expect(outcomes[1]).toMatchObject({ from: { x: 200 }, to: { x: 220 }, other: { x: 30 } });
  expect(hand.fingers).toEqual([]);
  // Held still, the first scrolls with a second whenever it comes.
  expect(play([down(1, 10, 0), down(2, 200, 400), up(1, 10, 500), up(2, 200, 510)]).outcomes).toEqual([{ type: 'coast', at: 510 }]);
});

it('a late second finger lifts the grid while the first draws; the first one’s lift ends it, whatever the second does after', () => {
  const drawing = [down(1, 10, 0), move(1, 45, 100), down(2, 300, 300), move(1, 47, 320)];
  const { outcomes, hand } = play([...drawing, up(1, 47, 400), move(2, 100, 450), move(2, 10, 480), up(2, 10, 600)]);
  expect(outcomes).toHaveLength(1);
  // 47 pixels are 2.24 steps: to the tick, for the grid is lifted.
  expect(outcomes[0]).toMatchObject({
    type: 'finish',
    gesture: { state: 'drawing', note: { start: 0, length: Math.round((47 / 21) * STEP) } },
  });
  expect(hand.fingers).toEqual([]);
});

it('with many hands every finger is a press of its own: sixteen overlapping presses of two thumbs are sixteen', () => {
  const presses = Array.from({ length: 16 }, (_, index) => ({ id: index % 2, x: 10 + index * PIXELS, at: index * 60 }));
  // Each thumb lifts after the other is down.
  const events = presses.flatMap(({ id, x, at }, index) => {
    const before = presses[index - 1];
    return [down(id, x, at), ...(before ? [up(before.id, before.x, at + 10)] : [])];
  });
  const last = presses.at(-1)!;
  const done = finished([...events, up(last.id, last.x, last.at + 10)], { ...one, isManyHanded: true });
  expect(stepsDrawn(done)).toEqual(presses.map((_, index) => index));
});

it('what is called off leaves nothing: Escape, the browser, the target to drop on', () => {
  const drawing = [down(1, 10, 0), move(1, 45, 100)];
  expect(finished([...drawing, { type: 'cancel' }, move(1, 60, 120), up(1, 60, 200)])).toEqual([]);
  expect(finished([...drawing, { type: 'lost', id: 1 }, up(1, 60, 200)])).toEqual([]);
  expect(finished([...drawing, { type: 'up', id: 1, at: 200, point: { x: 60, y: 0 }, isDropped: true }])).toEqual([]);
});
