/** What is done to all voices together: places into the mix, the room, the limiter. */
import { addTo, CHUNK_BYTES, firstOf, fourthOf, secondOf, snapToZero, splat, STEP_BYTES, thirdOf } from './vectors';

/** Adds the chunk at `from` to both sides, at gains that rise by a step a sample, and what both have of it to the room and the echo. */
export function mix(
  from: usize,
  left: usize,
  right: usize,
  toRoom: usize,
  toEcho: usize,
  gainLeft: f64,
  stepLeft: f64,
  gainRight: f64,
  stepRight: f64,
  room: f64,
  echo: f64,
): void {
  const ramp = f32x4(1, 2, 3, 4);
  let loudLeft = f32x4.add(splat(gainLeft), f32x4.mul(splat(stepLeft), ramp));
  let loudRight = f32x4.add(splat(gainRight), f32x4.mul(splat(stepRight), ramp));
  const riseLeft = splat(4 * stepLeft);
  const riseRight = splat(4 * stepRight);
  const ofRoom = splat(room);
  const ofEcho = splat(echo);
  for (let offset: usize = 0; offset < CHUNK_BYTES; offset += STEP_BYTES) {
    const sample = v128.load(from + offset);
    const onLeft = f32x4.mul(sample, loudLeft);
    const onRight = f32x4.mul(sample, loudRight);
    const both = f32x4.add(onLeft, onRight);
    addTo(left + offset, onLeft);
    addTo(right + offset, onRight);
    addTo(toRoom + offset, f32x4.mul(both, ofRoom));
    addTo(toEcho + offset, f32x4.mul(both, ofEcho));
    loudLeft = f32x4.add(loudLeft, riseLeft);
    loudRight = f32x4.add(loudRight, riseRight);
  }
}

/** One chunk of the room: four delay lines, read and written at `a` to `d`, that feed each other, each damped by a one-pole filter
 *  that keeps `kept` of what is new (its states are the four numbers at `damped`), and an echo at `echo`. */
export function room(
  toRoom: usize,
  toEcho: usize,
  left: usize,
  right: usize,
  a: usize,
  b: usize,
  c: usize,
  d: usize,
  echo: usize,
  damped: usize,
  kept: f64,
  feedback: f64,
  echoFeedback: f64,
): void {
  const share = splat(kept);
  const back = splat(feedback);
  const half = splat(feedback / 2);
  const echoBack = splat(echoFeedback);
  let state = v128.load(damped);
  for (let offset: usize = 0; offset < CHUNK_BYTES; offset += STEP_BYTES) {
    const echoed = v128.load(echo + offset);
    v128.store(echo + offset, snapToZero(f32x4.add(v128.load(toEcho + offset), f32x4.mul(echoed, echoBack))));
    // Each line's four samples become four samples of all lines, go through the damping one after another, and are lines again.
    const lineA = v128.load(a + offset);
    const lineB = v128.load(b + offset);
    const lineC = v128.load(c + offset);
    const lineD = v128.load(d + offset);
    const s0 = damp(state, firstOf(lineA, lineB, lineC, lineD), share);
    const s1 = damp(s0, secondOf(lineA, lineB, lineC, lineD), share);
    const s2 = damp(s1, thirdOf(lineA, lineB, lineC, lineD), share);
    const s3 = damp(s2, fourthOf(lineA, lineB, lineC, lineD), share);
    state = s3;
    const stateA = firstOf(s0, s1, s2, s3);
    const stateB = secondOf(s0, s1, s2, s3);
    const stateC = thirdOf(s0, s1, s2, s3);
    const stateD = fourthOf(s0, s1, s2, s3);
    const all = f32x4.add(f32x4.add(stateA, stateB), f32x4.add(stateC, stateD));
    const fed = f32x4.add(v128.load(toRoom + offset), f32x4.mul(echoed, splat(0.4)));
    const input = f32x4.sub(fed, f32x4.mul(all, half));
    v128.store(a + offset, snapToZero(f32x4.add(input, f32x4.mul(stateA, back))));
    v128.store(b + offset, snapToZero(f32x4.add(input, f32x4.mul(stateB, back))));
    v128.store(c + offset, snapToZero(f32x4.add(input, f32x4.mul(stateC, back))));
    v128.store(d + offset, snapToZero(f32x4.add(input, f32x4.mul(stateD, back))));
    const onLeft = f32x4.add(stateA, f32x4.mul(stateC, splat(0.7)));
    const onRight = f32x4.add(stateB, f32x4.mul(stateD, splat(0.7)));
    addTo(left + offset, f32x4.add(onLeft, f32x4.mul(echoed, splat(0.7))));
    addTo(right + offset, f32x4.add(onRight, f32x4.mul(echoed, splat(0.55))));
  }
  v128.store(damped, snapToZero(state));
}

function damp(state: v128, input: v128, share: v128): v128 {
  return f32x4.add(state, f32x4.mul(f32x4.sub(input, state), share));
}

/** The loudest of the samples of both sides, whichever way they point. */
export function peak(left: usize, right: usize): f64 {
  let most = splat(0);
  for (let offset: usize = 0; offset < CHUNK_BYTES; offset += STEP_BYTES) {
    most = f32x4.max(most, f32x4.max(f32x4.abs(v128.load(left + offset)), f32x4.abs(v128.load(right + offset))));
  }
  const upper = max(f32x4.extract_lane(most, 0), f32x4.extract_lane(most, 1));
  return max(upper, max(f32x4.extract_lane(most, 2), f32x4.extract_lane(most, 3)));
}

/** Puts the chunk at `next` where the one at `waiting` was and gives that one out at `next`, at a gain that begins after `gain` and
 *  rises by `step` a sample. */
export function exchange(next: usize, waiting: usize, gain: f64, step: f64): void {
  let loud = f32x4.add(splat(gain), f32x4.mul(splat(step), f32x4(1, 2, 3, 4)));
  const rise = splat(4 * step);
  for (let offset: usize = 0; offset < CHUNK_BYTES; offset += STEP_BYTES) {
    const coming = v128.load(next + offset);
    v128.store(next + offset, f32x4.mul(v128.load(waiting + offset), loud));
    v128.store(waiting + offset, coming);
    loud = f32x4.add(loud, rise);
  }
}
