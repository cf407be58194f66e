/** What sounds: oscillators, the noise and the body of drums. Phases are in turns, 0..1, before the first sample; `turns` is what a
 *  sample adds, below 0.5. Each adds its samples to what lies from `at` to before `end`, four at a time, and so may run up to three
 *  over the end; the noise writes over what lies there, one at a time. */
import {
  addTo,
  cosineAt,
  falling,
  fallStep,
  halfTurns,
  opposite,
  phases,
  phaseStep,
  signs,
  sineAt,
  sineOf,
  softened,
  splat,
  STEP_BYTES,
} from './vectors';

/** A sine whose level falls by `factor` a sample: points turned round the circle, set anew on it with each call so that none drifts. */
export function sine(at: usize, end: usize, phase: f64, turns: f64, level: f64, factor: f64): void {
  const first = phases(phase, turns);
  const levels = falling(level, factor);
  const fall = fallStep(factor);
  const step = phaseStep(turns);
  const turnSine = f32x4.mul(sineAt(step), fall);
  const turnCosine = f32x4.mul(cosineAt(step), fall);
  let sines = f32x4.mul(sineAt(first), levels);
  let cosines = f32x4.mul(cosineAt(first), levels);
  for (; at < end; at += STEP_BYTES) {
    addTo(at, sines);
    const next = f32x4.add(f32x4.mul(sines, turnCosine), f32x4.mul(cosines, turnSine));
    cosines = f32x4.sub(f32x4.mul(cosines, turnCosine), f32x4.mul(sines, turnSine));
    sines = next;
  }
}

/** A sine whose phase is moved by the samples at `offsets`, in turns. */
export function movedSine(at: usize, end: usize, phase: f64, turns: f64, level: f64, offsets: usize): void {
  const step = phaseStep(turns);
  const loud = splat(level);
  let now = phases(phase, turns);
  for (; at < end; at += STEP_BYTES) {
    const moved = f32x4.add(f32x4.mul(halfTurns(now), splat(0.5)), v128.load(offsets));
    addTo(at, f32x4.mul(loud, sineOf(f32x4.sub(moved, f32x4.nearest(moved)))));
    now = i32x4.add(now, step);
    offsets += STEP_BYTES;
  }
}

/** How much of a jump of 2 is to be taken back a sample before or after it, so that it does not fold back as a whistle (polynomial
 *  band-limited step). `away` is how far off the jump is, in half turns; `perStep` is half of 1 / turns. */
function rounding(away: v128, perStep: v128): v128 {
  const near = f32x4.max(splat(0), f32x4.sub(splat(1), f32x4.mul(away, perStep)));
  return f32x4.mul(near, near);
}

/** Rises through the turn and jumps down at its end. */
export function saw(at: usize, end: usize, phase: f64, turns: f64, level: f64): void {
  const step = phaseStep(turns);
  const perStep = splat(0.5 / turns);
  const loud = splat(level);
  let now = opposite(phases(phase, turns));
  for (; at < end; at += STEP_BYTES) {
    const ramp = halfTurns(now);
    const taken = rounding(f32x4.sub(splat(1), f32x4.abs(ramp)), perStep);
    addTo(at, f32x4.mul(loud, f32x4.sub(ramp, v128.xor(taken, signs(ramp)))));
    now = i32x4.add(now, step);
  }
}

/** 1 in the first half of the turn, -1 in the second. */
export function square(at: usize, end: usize, phase: f64, turns: f64, level: f64): void {
  const step = phaseStep(turns);
  const perStep = splat(0.5 / turns);
  const loud = splat(level);
  let now = phases(phase, turns);
  for (; at < end; at += STEP_BYTES) {
    const away = f32x4.abs(halfTurns(now));
    const taken = f32x4.add(rounding(away, perStep), rounding(f32x4.sub(splat(1), away), perStep));
    addTo(at, v128.xor(f32x4.mul(loud, f32x4.sub(splat(1), taken)), signs(now)));
    now = i32x4.add(now, step);
  }
}

/** A square with its edges left sharp: struck metal is made of them. */
export function sharpSquare(at: usize, end: usize, phase: f64, turns: f64, level: f64): void {
  const step = phaseStep(turns);
  const loud = splat(level);
  let now = phases(phase, turns);
  for (; at < end; at += STEP_BYTES) {
    addTo(at, v128.xor(loud, signs(now)));
    now = i32x4.add(now, step);
  }
}

/** White noise, -1..1 (xorshift32), from a state other than 0; returns the state after them. */
export function noise(at: usize, end: usize, state: u32): u32 {
  for (; at < end; at += 4) {
    state ^= state << 13;
    state ^= state >>> 17;
    state ^= state << 5;
    store<f32>(at, (state as i32 as f32) / 2147483648);
  }
  return state;
}

/** A phase brought to -0.5..0.5. */
function aboutZero(phase: f64): f32 {
  return (phase - nearest(phase)) as f32;
}

/** A drum's body: a sine that falls from `turns + sweep` to `turns` a sample, as `sweep` falls by `sweepFactor`, driven softly at a
 *  level that falls by `factor`. */
export function sweptSine(
  at: usize,
  end: usize,
  phase: f64,
  turns: f64,
  sweep: f64,
  sweepFactor: f64,
  driven: f64,
  factor: f64,
  level: f64,
): void {
  const fall = fallStep(factor);
  const gain = splat(level);
  let loud = falling(driven, factor);
  for (; at < end; at += STEP_BYTES) {
    const first = phase + turns + sweep;
    sweep *= sweepFactor;
    const second = first + turns + sweep;
    sweep *= sweepFactor;
    const third = second + turns + sweep;
    sweep *= sweepFactor;
    phase = third + turns + sweep;
    sweep *= sweepFactor;
    const now = f32x4(aboutZero(first), aboutZero(second), aboutZero(third), aboutZero(phase));
    addTo(at, f32x4.mul(gain, softened(f32x4.mul(loud, sineOf(now)))));
    loud = f32x4.mul(loud, fall);
  }
}
