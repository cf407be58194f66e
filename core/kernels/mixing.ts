/** Kernels for the whole mix: panned sums, the room, the limiter. */
import { addTo, bytes, CHUNK, CHUNK_BYTES, firstOf, fourthOf, QUIET, secondOf, snapToZero, splat, STEP_BYTES, thirdOf } from './vectors';

/** Adds the chunk at `from` to both sides, at gains that rise by a step a sample, and what both have of it to the room and the echo. Returns
 *  its loudest sample. */
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
): f64 {
  const ramp = f32x4(1, 2, 3, 4);
  let loudLeft = f32x4.add(splat(gainLeft), f32x4.mul(splat(stepLeft), ramp));
  let loudRight = f32x4.add(splat(gainRight), f32x4.mul(splat(stepRight), ramp));
  const riseLeft = splat(4 * stepLeft);
  const riseRight = splat(4 * stepRight);
  const ofRoom = splat(room);
  const ofEcho = splat(echo);
  let most = splat(0);
  for (let offset: usize = 0; offset < CHUNK_BYTES; offset += STEP_BYTES) {
    const sample = v128.load(from + offset);
    most = f32x4.pmax(most, f32x4.abs(sample));
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
  return greatest(most);
}

/** Copies a chunk. */
export function copy(from: usize, to: usize): void {
  for (let offset: usize = 0; offset < CHUNK_BYTES; offset += STEP_BYTES) v128.store(to + offset, v128.load(from + offset));
}

/** One chunk of the echo: what a line gave at `old` and gives at `now`, crossed over at a share of the new that rises by `step` a sample, is
 *  heard on both sides, fed back into the line at `write`, and goes on into the room. */
export function echo(
  toEcho: usize,
  toRoom: usize,
  left: usize,
  right: usize,
  old: usize,
  now: usize,
  write: usize,
  share: f64,
  step: f64,
  feedback: f64,
): void {
  let ofNow = f32x4.add(splat(share), f32x4.mul(splat(step), f32x4(1, 2, 3, 4)));
  const rise = splat(4 * step);
  const back = splat(feedback);
  for (let offset: usize = 0; offset < CHUNK_BYTES; offset += STEP_BYTES) {
    const before = v128.load(old + offset);
    const echoed = f32x4.add(before, f32x4.mul(f32x4.sub(v128.load(now + offset), before), ofNow));
    v128.store(write + offset, snapToZero(f32x4.add(v128.load(toEcho + offset), f32x4.mul(echoed, back))));
    addTo(toRoom + offset, f32x4.mul(echoed, splat(0.4)));
    addTo(left + offset, f32x4.mul(echoed, splat(0.7)));
    addTo(right + offset, f32x4.mul(echoed, splat(0.55)));
    ofNow = f32x4.add(ofNow, rise);
  }
}

/** Makes one echo many, all frequencies alike, in place (M. R. Schroeder, "Natural Sounding Artificial Reverberation", 1962): what a line
 *  took in a while ago is read at `read`, what it takes in now is written at `write`. */
export function spread(at: usize, read: usize, write: usize, gain: f64): void {
  const share = splat(gain);
  for (let offset: usize = 0; offset < CHUNK_BYTES; offset += STEP_BYTES) {
    const input = v128.load(at + offset);
    const output = f32x4.sub(v128.load(read + offset), f32x4.mul(input, share));
    v128.store(write + offset, snapToZero(f32x4.add(input, f32x4.mul(output, share))));
    v128.store(at + offset, output);
  }
}

/** One chunk of the room: four delay lines, read at `a` to `d` and written at `toA` to `toD`, that feed each other, each damped by a one-pole
 *  filter that keeps `kept` of what is new (its states are the four numbers at `damped`). */
export function room(
  toRoom: usize,
  left: usize,
  right: usize,
  a: usize,
  b: usize,
  c: usize,
  d: usize,
  toA: usize,
  toB: usize,
  toC: usize,
  toD: usize,
  damped: usize,
  kept: f64,
  feedback: f64,
): void {
  const share = splat(kept);
  const back = splat(feedback);
  const half = splat(feedback / 2);
  let state = v128.load(damped);
  for (let offset: usize = 0; offset < CHUNK_BYTES; offset += STEP_BYTES) {
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
    const input = f32x4.sub(v128.load(toRoom + offset), f32x4.mul(all, half));
    v128.store(toA + offset, snapToZero(f32x4.add(input, f32x4.mul(stateA, back))));
    v128.store(toB + offset, snapToZero(f32x4.add(input, f32x4.mul(stateB, back))));
    v128.store(toC + offset, snapToZero(f32x4.add(input, f32x4.mul(stateC, back))));
    v128.store(toD + offset, snapToZero(f32x4.add(input, f32x4.mul(stateD, back))));
    addTo(left + offset, f32x4.add(stateA, f32x4.mul(stateC, splat(0.7))));
    addTo(right + offset, f32x4.add(stateB, f32x4.mul(stateD, splat(0.7))));
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
    most = f32x4.pmax(most, f32x4.pmax(f32x4.abs(v128.load(left + offset)), f32x4.abs(v128.load(right + offset))));
  }
  return greatest(most);
}

/** Samples that the filter for true peaks takes in, half of them on either side of a place. */
const PEAK_TAPS: i32 = 32;
const PEAK_BYTES: usize = 128;

/** Puts a chunk behind the 32 samples before it, at `seen`. */
export function see(from: usize, seen: usize): void {
  for (let offset: usize = 0; offset < PEAK_BYTES; offset += STEP_BYTES) v128.store(seen + offset, v128.load(seen + CHUNK_BYTES + offset));
  for (let offset: usize = 0; offset < CHUNK_BYTES; offset += STEP_BYTES) v128.store(seen + PEAK_BYTES + offset, v128.load(from + offset));
}

/** The highest level between samples of what was seen, from 16 samples before a chunk to 16 before its end, at the quarters between two samples (after Rec.
 *  ITU-R BS.1770-5, annex 2). At `taps` lie those of the first quarter and of the middle; the third quarter has those of the first backwards. */
export function truePeak(seen: usize, taps: usize): f64 {
  let most = splat(0);
  const half = taps + bytes(PEAK_TAPS);
  const back = taps + bytes(PEAK_TAPS - 1);
  for (let at = seen; at < seen + CHUNK_BYTES; at += STEP_BYTES) {
    let a = splat(0);
    let b = splat(0);
    let c = splat(0);
    for (let tap: usize = 0; tap < PEAK_BYTES; tap += 4) {
      const samples = v128.load(at + tap);
      a = f32x4.add(a, f32x4.mul(samples, v128.load32_splat(taps + tap)));
      b = f32x4.add(b, f32x4.mul(samples, v128.load32_splat(half + tap)));
      c = f32x4.add(c, f32x4.mul(samples, v128.load32_splat(back - tap)));
    }
    most = f32x4.pmax(most, f32x4.pmax(f32x4.abs(a), f32x4.pmax(f32x4.abs(b), f32x4.abs(c))));
  }
  return greatest(most);
}

function greatest(most: v128): f64 {
  const upper = max(f32x4.extract_lane(most, 0), f32x4.extract_lane(most, 1));
  return max(upper, max(f32x4.extract_lane(most, 2), f32x4.extract_lane(most, 3)));
}

/** Puts the chunk at `next` where the one at `waiting` was and gives that one out at `next`, at a gain that begins after `gain`, rises by `step` a
 *  sample, and stays at `to` for the last sixteen. */
export function exchange(next: usize, waiting: usize, gain: f64, step: f64, to: f64): void {
  let loud = f32x4.add(splat(gain), f32x4.mul(splat(step), f32x4(1, 2, 3, 4)));
  const rise = splat(4 * step);
  for (let offset: usize = 0; offset < CHUNK_BYTES; offset += STEP_BYTES) {
    if (offset === CHUNK_BYTES - 4 * STEP_BYTES) loud = splat(to);
    const coming = v128.load(next + offset);
    v128.store(next + offset, f32x4.mul(v128.load(waiting + offset), loud));
    v128.store(waiting + offset, coming);
    if (offset < CHUNK_BYTES - 4 * STEP_BYTES) loud = f32x4.add(loud, rise);
  }
}

/** Takes away what does not swing, on both sides, in place: a high-pass of one pole on either, whose four states lie at `states`. */
export function level(left: usize, right: usize, states: usize, kept: f64): void {
  const share = kept as f32;
  let inLeft = load<f32>(states);
  let outLeft = load<f32>(states, 4);
  let inRight = load<f32>(states, 8);
  let outRight = load<f32>(states, 12);
  for (let offset: usize = 0; offset < CHUNK_BYTES; offset += 4) {
    const nextLeft = load<f32>(left + offset);
    const nextRight = load<f32>(right + offset);
    outLeft = nextLeft - inLeft + share * outLeft;
    outRight = nextRight - inRight + share * outRight;
    if (abs(outLeft) < QUIET) outLeft = 0;
    if (abs(outRight) < QUIET) outRight = 0;
    inLeft = nextLeft;
    inRight = nextRight;
    store<f32>(left + offset, outLeft);
    store<f32>(right + offset, outRight);
  }
  store<f32>(states, inLeft);
  store<f32>(states, outLeft, 4);
  store<f32>(states, inRight, 8);
  store<f32>(states, outRight, 12);
}

/** Gives a chunk width: writes it into a ring of `mask` + 1 samples at `ring`, from index `index` on (a multiple of 4), and what the ring took in `delay`
 *  samples ago (more than a chunk), `step` more with each, at `level`, to `side`, which one ear is to have added and the other taken off. */
export function widen(from: usize, side: usize, ring: usize, index: i32, mask: i32, delay: f64, step: f64, level: f64): void {
  for (let at: i32 = 0; at < CHUNK; at += 4) v128.store(ring + bytes((index + at) & mask), v128.load(from + bytes(at)));
  const loud = splat(level);
  for (let at: i32 = 0; at < CHUNK; at += 4) {
    const first = delay + step * (at as f64);
    const second = delay + step * ((at + 1) as f64);
    const third = delay + step * ((at + 2) as f64);
    const fourth = delay + step * ((at + 3) as f64);
    const whole = floor(first);
    const near = (index + at - (whole as i32)) & mask;
    // Four neighbours are read at once, but where the ring ends or the delay comes to another whole number between them.
    if (floor(fourth) === whole && near > 0 && near + 3 <= mask) {
      const part = f32x4((first - whole) as f32, (second - whole) as f32, (third - whole) as f32, (fourth - whole) as f32);
      const sooner = v128.load(ring + bytes(near));
      const later = v128.load(ring + bytes(near - 1));
      v128.store(side + bytes(at), f32x4.mul(loud, f32x4.add(sooner, f32x4.mul(f32x4.sub(later, sooner), part))));
    } else {
      for (let one: i32 = at; one < at + 4; one++)
        store<f32>(side + bytes(one), (level as f32) * between(ring, index + one, mask, delay + step * (one as f64)));
    }
  }
}

/** Reads a delay line `back` samples before `index`, interpolated between two samples. */
function between(ring: usize, index: i32, mask: i32, back: f64): f32 {
  const whole = floor(back);
  const near = index - (whole as i32);
  const sooner = load<f32>(ring + bytes(near & mask));
  const later = load<f32>(ring + bytes((near - 1) & mask));
  return sooner + (later - sooner) * ((back - whole) as f32);
}

/** As `mix`, for a chunk that has a side: one ear has it added, the other taken off. */
export function mixSide(from: usize, left: usize, right: usize, gainLeft: f64, stepLeft: f64, gainRight: f64, stepRight: f64): void {
  const ramp = f32x4(1, 2, 3, 4);
  let loudLeft = f32x4.add(splat(gainLeft), f32x4.mul(splat(stepLeft), ramp));
  let loudRight = f32x4.add(splat(gainRight), f32x4.mul(splat(stepRight), ramp));
  const riseLeft = splat(4 * stepLeft);
  const riseRight = splat(4 * stepRight);
  for (let offset: usize = 0; offset < CHUNK_BYTES; offset += STEP_BYTES) {
    const sample = v128.load(from + offset);
    addTo(left + offset, f32x4.mul(sample, loudLeft));
    v128.store(right + offset, f32x4.sub(v128.load(right + offset), f32x4.mul(sample, loudRight)));
    loudLeft = f32x4.add(loudLeft, riseLeft);
    loudRight = f32x4.add(loudRight, riseRight);
  }
}

/** Turns samples into as many at another rate as are asked for, `up` for each `down`: each is the sum of `taps` samples (a multiple of 4) from `from` on by
 *  the weights of its phase, which lie one after the other at `weights`. */
export function resample(from: usize, to: usize, count: i32, phase: i32, up: i32, down: i32, weights: usize, taps: i32): void {
  for (let index: i32 = 0; index < count; index++) {
    const first = weights + bytes(phase * taps);
    let sum = splat(0);
    for (let tap: usize = 0; tap < bytes(taps); tap += STEP_BYTES)
      sum = f32x4.add(sum, f32x4.mul(v128.load(from + tap), v128.load(first + tap)));
    const upper = f32x4.extract_lane(sum, 0) + f32x4.extract_lane(sum, 1);
    store<f32>(to + bytes(index), upper + (f32x4.extract_lane(sum, 2) + f32x4.extract_lane(sum, 3)));
    phase += down;
    from += bytes(phase / up);
    phase %= up;
  }
}
