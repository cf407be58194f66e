/** Helpers shared by the kernels: four samples at a time, in single precision. */

export const CHUNK: i32 = 64;
export const SAMPLE_RATE: f64 = 48000;
/** Bytes of a chunk, 64 samples, and of the four samples that one step takes. */
export const CHUNK_BYTES: usize = 256;
export const STEP_BYTES: usize = 16;

const TURN: f64 = 4294967296;
const HALF_TURN: i32 = i32.MIN_VALUE;
const QUARTER_TURN: i32 = 0x40000000;

/** How many bytes on a sample lies. */
export function bytes(samples: i32): usize {
  return (samples as usize) << 2;
}

export function splat(x: f64): v128 {
  return f32x4.splat(x as f32);
}

/** A phase in turns as a whole number of 2^-32 turns, which goes round by itself as numbers of 32 bits do. */
export function round(turns: f64): i32 {
  return (turns * TURN) as i64 as i32;
}

/** The four phases after `phase`, `turns` apart. */
export function phases(phase: f64, turns: f64): v128 {
  const first = round(phase);
  const step = round(turns);
  return i32x4(first + step, first + 2 * step, first + 3 * step, first + 4 * step);
}

/** The step from four phases to the next four. */
export function phaseStep(turns: f64): v128 {
  return i32x4.splat(4 * round(turns));
}

/** Phases half a turn on. */
export function opposite(phase: v128): v128 {
  return v128.xor(phase, i32x4.splat(HALF_TURN));
}

/** Phases as numbers from -1 for half a turn back to 1 for half a turn on. */
export function halfTurns(phase: v128): v128 {
  return f32x4.mul(f32x4.convert_i32x4_s(phase), splat(2 / TURN));
}

/** The sign bits of four numbers, for `v128.xor` to turn others round. */
export function signs(numbers: v128): v128 {
  return v128.and(numbers, i32x4.splat(i32.MIN_VALUE));
}

/** Sine of turns from -0.5 to 0.5: 0.25 gives 1. The polynomial of four odd powers that is never farther than 6e-7 from it. */
export function sineOf(turns: v128): v128 {
  const far = f32x4.abs(turns);
  const x = f32x4.pmin(far, f32x4.sub(splat(0.5), far));
  const square = f32x4.mul(x, x);
  let sum = f32x4.add(splat(81.34076893925783646), f32x4.mul(square, splat(-70.9934337584540118)));
  sum = f32x4.add(splat(-41.337142372565227), f32x4.mul(square, sum));
  sum = f32x4.add(splat(6.283164044312628863), f32x4.mul(square, sum));
  return v128.xor(f32x4.mul(x, sum), signs(turns));
}

/** Sine and cosine of phases. */
export function sineAt(phase: v128): v128 {
  return sineOf(f32x4.mul(f32x4.convert_i32x4_s(phase), splat(1 / TURN)));
}

export function cosineAt(phase: v128): v128 {
  return sineAt(i32x4.add(phase, i32x4.splat(QUARTER_TURN)));
}

/** `first` times 1, factor, factor squared and cubed: the first four of a level that falls by `factor` a sample. */
export function falling(first: f64, factor: f64): v128 {
  const square = factor * factor;
  return f32x4(first as f32, (first * factor) as f32, (first * square) as f32, (first * square * factor) as f32);
}

/** The factor from four falling levels to the next four. */
export function fallStep(factor: f64): v128 {
  const square = factor * factor;
  return splat(square * square);
}

/** A soft bend towards ±1 for any input. */
export function softened(input: v128): v128 {
  const x = f32x4.pmax(splat(-3), f32x4.pmin(splat(3), input));
  const square = f32x4.mul(x, x);
  return f32x4.div(f32x4.mul(x, f32x4.add(splat(27), square)), f32x4.add(splat(27), f32x4.mul(splat(9), square)));
}

/** Levels below this count as silence: -180 dBFS. */
export const QUIET: f32 = 1e-9;

/** Numbers too small to hear slow processors down; they become 0. */
export function snapToZero(x: v128): v128 {
  return v128.and(x, f32x4.gt(f32x4.abs(x), f32x4.splat(QUIET)));
}

/** Adds four samples to the four at `at`. */
export function addTo(at: usize, samples: v128): void {
  v128.store(at, f32x4.add(v128.load(at), samples));
}

/** Four vectors crossways: the first numbers of all, the second, the third, the fourth. The compiler shares what these have in common. */
export function firstOf(a: v128, b: v128, c: v128, d: v128): v128 {
  return v128.shuffle<f32>(v128.shuffle<f32>(a, b, 0, 4, 1, 5), v128.shuffle<f32>(c, d, 0, 4, 1, 5), 0, 1, 4, 5);
}

export function secondOf(a: v128, b: v128, c: v128, d: v128): v128 {
  return v128.shuffle<f32>(v128.shuffle<f32>(a, b, 0, 4, 1, 5), v128.shuffle<f32>(c, d, 0, 4, 1, 5), 2, 3, 6, 7);
}

export function thirdOf(a: v128, b: v128, c: v128, d: v128): v128 {
  return v128.shuffle<f32>(v128.shuffle<f32>(a, b, 2, 6, 3, 7), v128.shuffle<f32>(c, d, 2, 6, 3, 7), 0, 1, 4, 5);
}

export function fourthOf(a: v128, b: v128, c: v128, d: v128): v128 {
  return v128.shuffle<f32>(v128.shuffle<f32>(a, b, 2, 6, 3, 7), v128.shuffle<f32>(c, d, 2, 6, 3, 7), 2, 3, 6, 7);
}
