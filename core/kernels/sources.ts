/** Sound sources: oscillators, the noise and the body of drums. Phases are in turns, 0..1, before the first sample; `turns` is what a
 *  sample adds, below 0.5. Each adds its samples to what lies from `at` to before `end`, four at a time, and so may run up to three
 *  over the end; the noise writes over what lies there, one at a time. */
import { clear, soften } from './shaping';
import {
  addTo,
  bytes,
  CHUNK,
  CHUNK_BYTES,
  cosineAt,
  falling,
  fallStep,
  halfTurns,
  opposite,
  phases,
  phaseStep,
  SAMPLE_RATE,
  signs,
  sineAt,
  sineOf,
  snapToZero,
  softened,
  splat,
  STEP_BYTES,
} from './vectors';

/** A sine whose level falls by `factor` a sample: points turned round the circle, set anew on it with each call so that none drifts. */
function sine(at: usize, end: usize, phase: f64, turns: f64, level: f64, factor: f64): void {
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
function movedSine(at: usize, end: usize, phase: f64, turns: f64, level: f64, offsets: usize): void {
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
  const near = f32x4.pmax(splat(0), f32x4.sub(splat(1), f32x4.mul(away, perStep)));
  return f32x4.mul(near, near);
}

/** Rises through the turn and jumps down at its end. */
function saw(at: usize, end: usize, phase: f64, turns: f64, level: f64): void {
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
function square(at: usize, end: usize, phase: f64, turns: f64, level: f64): void {
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
function sharpSquare(at: usize, end: usize, phase: f64, turns: f64, level: f64): void {
  const step = phaseStep(turns);
  const loud = splat(level);
  let now = phases(phase, turns);
  for (; at < end; at += STEP_BYTES) {
    addTo(at, v128.xor(loud, signs(now)));
    now = i32x4.add(now, step);
  }
}

/** Struck metal: `count` squares of `ratios` times a frequency in hertz, `bent` times all. Ratios and phases are numbers of 64 bits; the phases go on
 *  by what is left of the chunk. */
export function metal(at: usize, end: usize, phases: usize, ratios: usize, count: i32, hz: f64, bent: f64, level: f64): void {
  const samples = ((end - at) >> 2) as i32 as f64;
  for (let partial: i32 = 0; partial < count; partial++) {
    const place: usize = (partial as usize) << 3;
    const phase = load<f64>(phases + place);
    const step = (hz * load<f64>(ratios + place) * bent) / SAMPLE_RATE;
    sharpSquare(at, end, phase, step, level);
    const next = phase + step * samples;
    store<f64>(phases + place, next - floor(next));
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

/** A plucked string (K. Karplus and A. Strong, "Digital Synthesis of Plucked-String and Drum Timbres", 1983): what went round it one period ago
 *  comes back through a filter of six taps, which lie at `taps`, and is added at `level`. The string is a ring of `mask` + 1 samples, the first
 *  four of them once more behind its end; `index` is where it goes on, `back` how far back the latest tap reads (at least 10). Returns where
 *  it goes on after that. */
export function pluck(at: usize, end: usize, ring: usize, index: i32, mask: i32, back: i32, taps: usize, level: f64): i32 {
  const loud = splat(level);
  for (; at < end && (index & 3) > 0; at += 4) {
    store<f32>(at, load<f32>(at) + (level as f32) * f32x4.extract_lane(goRound(ring, index, mask, back, taps), 0));
    index = (index + 1) & mask;
  }
  for (; at < end; at += STEP_BYTES) {
    addTo(at, f32x4.mul(loud, goRound(ring, index, mask, back, taps)));
    index = (index + 4) & mask;
  }
  return index;
}

/** The next four samples of a string, put into it; where it does not stand at a whole step, the first of them is right and the rest are
 *  written anew. */
function goRound(ring: usize, index: i32, mask: i32, back: i32, taps: usize): v128 {
  let sum = splat(0);
  for (let tap: i32 = 0; tap < 6; tap++) {
    const from = (index - back - tap) & mask;
    sum = f32x4.add(sum, f32x4.mul(v128.load(ring + bytes(from)), v128.load32_splat(taps + bytes(tap))));
  }
  const next = snapToZero(sum);
  v128.store(ring + bytes(index), next);
  if (index < 4) v128.store(ring + bytes(mask + 1), v128.load(ring));
  return next;
}

/** A level below which the offsets of a modulator are too small to hear, in turns. */
const UNHEARD_OFFSET: f64 = 1e-5;
/** Where the numbers of a tone lie, each of 64 bits: how many oscillators and modulators it has; of each oscillator its shape, phase, turns a sample and
 *  level; of each modulator its phase, turns, level, and the factors the level falls by over a sample and over a chunk. */
const OSCILLATORS: usize = 2 << 3;
const OSCILLATOR: usize = 4 << 3;
const MODULATORS: usize = 34 << 3;
const MODULATOR: usize = 5 << 3;
const SAW: f64 = 1;
const SQUARE: f64 = 2;

/** What a tone's oscillators make of a chunk that is 0, from sample `first` on, the first of them with its phase moved by the modulators; then driven
 *  softly, unless `drive` is 0. Phases and levels go on in `tone`. `offsets` is room for a chunk. */
export function tone(at: usize, first: i32, tone: usize, offsets: usize, drive: f64): void {
  const begin = at + bytes(first);
  const end = at + CHUNK_BYTES;
  const count = CHUNK - first;
  const isMoved = load<f64>(tone, 8) > 0;
  if (isMoved) modulate(tone, offsets, first);
  let place = tone + OSCILLATORS;
  for (let index: i32 = 0; index < (load<f64>(tone) as i32); index++) {
    const shape = load<f64>(place);
    const phase = load<f64>(place, 8);
    const turns = load<f64>(place, 16);
    const level = load<f64>(place, 24);
    goOn(place + 8, phase, turns, count);
    place += OSCILLATOR;
    // At half a turn and above, which no sample rate can carry, it is silent.
    if (turns >= 0.5) continue;
    if (isMoved && index === 0) movedSine(begin, end, phase, turns, level, offsets + bytes(first));
    else if (shape === SAW) saw(begin, end, phase, turns, level);
    else if (shape === SQUARE) square(begin, end, phase, turns, level);
    else sine(begin, end, phase, turns, level, 1);
  }
  if (drive !== 0) soften(at, drive);
}

/** The phase offsets, in turns, that a tone's modulators give its first oscillator. */
function modulate(tone: usize, offsets: usize, first: i32): void {
  clear(offsets, offsets + CHUNK_BYTES + STEP_BYTES);
  const count = CHUNK - first;
  let place = tone + MODULATORS;
  for (let index: i32 = 0; index < (load<f64>(tone, 8) as i32); index++) {
    const phase = load<f64>(place);
    const turns = load<f64>(place, 8);
    const level = load<f64>(place, 16);
    const factor = load<f64>(place, 24);
    if (level >= UNHEARD_OFFSET) {
      goOn(place, phase, turns, count);
      if (turns < 0.5) sine(offsets + bytes(first), offsets + CHUNK_BYTES, phase, turns, level, factor);
      store<f64>(place, level * (first === 0 ? load<f64>(place, 32) : power(factor, count)), 16);
    }
    place += MODULATOR;
  }
}

/** Puts the phase after so many samples where it lies, within 0..1. */
function goOn(place: usize, phase: f64, turns: f64, count: i32): void {
  const next = phase + (count as f64) * turns;
  store<f64>(place, next - floor(next));
}

/** `factor` multiplied with itself, `count` times in all. */
function power(factor: f64, count: i32): f64 {
  let result: f64 = 1;
  let base = factor;
  for (let left = count; left > 0; left >>= 1) {
    if (left & 1) result *= base;
    base *= base;
  }
  return result;
}
