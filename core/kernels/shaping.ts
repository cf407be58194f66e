/** What is done to a voice's samples: filter, and the gains on their way into the mix. */
import { addTo, CHUNK_BYTES, falling, fallStep, softened, splat, STEP_BYTES } from './vectors';

/** Sets a chunk to 0, and the four samples after it, into which a source may have run over. */
export function clear(at: usize): void {
  for (let end = at + CHUNK_BYTES; at <= end; at += STEP_BYTES) v128.store(at, splat(0));
}

/** Bends each sample of a chunk softly, after `drive` times it. */
export function soften(at: usize, drive: f64): void {
  const loud = splat(drive);
  for (let end = at + CHUNK_BYTES; at < end; at += STEP_BYTES) v128.store(at, softened(f32x4.mul(v128.load(at), loud)));
}

/** Four two-pole state-variable filters side by side, in the trapezoidal form (A. Simper, "Linear Trapezoidal Integrated SVF", 2013),
 *  over the chunks at `a` to `d`, in place. At `bank` lie vectors of four numbers, one of each filter: stay, cross and rise, which make of
 *  the states and the input the next states; how much of input, band and low comes out; and the two states, which are moved on. */
export function filters(a: usize, b: usize, c: usize, d: usize, bank: usize): void {
  const stay = v128.load(bank);
  const cross = v128.load(bank, 16);
  const rise = v128.load(bank, 32);
  const ofInput = v128.load(bank, 48);
  const ofBand = v128.load(bank, 64);
  const ofLow = v128.load(bank, 80);
  let first = v128.load(bank, 96);
  let second = v128.load(bank, 112);
  for (let offset: usize = 0; offset < CHUNK_BYTES; offset += STEP_BYTES) {
    const inA = v128.load(a + offset);
    const inB = v128.load(b + offset);
    const inC = v128.load(c + offset);
    const inD = v128.load(d + offset);
    // Four samples of each filter become four filters' samples of one time, four times, and go back the same way.
    const lowAB = v128.shuffle<f32>(inA, inB, 0, 4, 1, 5);
    const highAB = v128.shuffle<f32>(inA, inB, 2, 6, 3, 7);
    const lowCD = v128.shuffle<f32>(inC, inD, 0, 4, 1, 5);
    const highCD = v128.shuffle<f32>(inC, inD, 2, 6, 3, 7);
    let input = v128.shuffle<f32>(lowAB, lowCD, 0, 1, 4, 5);
    let fresh = f32x4.sub(input, second);
    let nextFirst = f32x4.add(f32x4.mul(stay, first), f32x4.mul(cross, fresh));
    let nextSecond = f32x4.add(f32x4.add(second, f32x4.mul(cross, first)), f32x4.mul(rise, fresh));
    const out0 = outOf(ofInput, ofBand, ofLow, input, f32x4.add(first, nextFirst), f32x4.add(second, nextSecond));
    input = v128.shuffle<f32>(lowAB, lowCD, 2, 3, 6, 7);
    fresh = f32x4.sub(input, nextSecond);
    first = f32x4.add(f32x4.mul(stay, nextFirst), f32x4.mul(cross, fresh));
    second = f32x4.add(f32x4.add(nextSecond, f32x4.mul(cross, nextFirst)), f32x4.mul(rise, fresh));
    const out1 = outOf(ofInput, ofBand, ofLow, input, f32x4.add(first, nextFirst), f32x4.add(second, nextSecond));
    input = v128.shuffle<f32>(highAB, highCD, 0, 1, 4, 5);
    fresh = f32x4.sub(input, second);
    nextFirst = f32x4.add(f32x4.mul(stay, first), f32x4.mul(cross, fresh));
    nextSecond = f32x4.add(f32x4.add(second, f32x4.mul(cross, first)), f32x4.mul(rise, fresh));
    const out2 = outOf(ofInput, ofBand, ofLow, input, f32x4.add(first, nextFirst), f32x4.add(second, nextSecond));
    input = v128.shuffle<f32>(highAB, highCD, 2, 3, 6, 7);
    fresh = f32x4.sub(input, nextSecond);
    first = f32x4.add(f32x4.mul(stay, nextFirst), f32x4.mul(cross, fresh));
    second = f32x4.add(f32x4.add(nextSecond, f32x4.mul(cross, nextFirst)), f32x4.mul(rise, fresh));
    const out3 = outOf(ofInput, ofBand, ofLow, input, f32x4.add(first, nextFirst), f32x4.add(second, nextSecond));
    const low01 = v128.shuffle<f32>(out0, out1, 0, 4, 1, 5);
    const high01 = v128.shuffle<f32>(out0, out1, 2, 6, 3, 7);
    const low23 = v128.shuffle<f32>(out2, out3, 0, 4, 1, 5);
    const high23 = v128.shuffle<f32>(out2, out3, 2, 6, 3, 7);
    v128.store(a + offset, v128.shuffle<f32>(low01, low23, 0, 1, 4, 5));
    v128.store(b + offset, v128.shuffle<f32>(low01, low23, 2, 3, 6, 7));
    v128.store(c + offset, v128.shuffle<f32>(high01, high23, 0, 1, 4, 5));
    v128.store(d + offset, v128.shuffle<f32>(high01, high23, 2, 3, 6, 7));
  }
  v128.store(bank, first, 96);
  v128.store(bank, second, 112);
}

function outOf(ofInput: v128, ofBand: v128, ofLow: v128, input: v128, band: v128, low: v128): v128 {
  return f32x4.add(f32x4.mul(ofInput, input), f32x4.add(f32x4.mul(ofBand, band), f32x4.mul(ofLow, low)));
}

/** Adds the samples at `from` to those at `to`, up to before `end`, at a gain that begins with `gain` and rises by `step` a sample. */
export function addRising(to: usize, from: usize, end: usize, gain: f64, step: f64): void {
  let gains = f32x4.add(splat(gain), f32x4.mul(splat(step), f32x4(0, 1, 2, 3)));
  const rise = splat(4 * step);
  for (; from + STEP_BYTES <= end; from += STEP_BYTES) {
    addTo(to, f32x4.mul(v128.load(from), gains));
    gains = f32x4.add(gains, rise);
    to += STEP_BYTES;
  }
  addRest(to, from, end, gains);
}

/** The same at the gain `rest` + `fading`, where before each sample `rest` falls by `release` and `fading` by `factor`. */
export function addFading(to: usize, from: usize, end: usize, rest: f64, release: f64, fading: f64, factor: f64): void {
  let rests = falling(rest * release, release);
  let fadings = falling(fading * factor, factor);
  const restStep = fallStep(release);
  const fadingStep = fallStep(factor);
  for (; from + STEP_BYTES <= end; from += STEP_BYTES) {
    addTo(to, f32x4.mul(v128.load(from), f32x4.add(rests, fadings)));
    rests = f32x4.mul(rests, restStep);
    fadings = f32x4.mul(fadings, fadingStep);
    to += STEP_BYTES;
  }
  addRest(to, from, end, f32x4.add(rests, fadings));
}

/** Adds the last samples, fewer than four. */
function addRest(to: usize, from: usize, end: usize, gains: v128): void {
  for (; from < end; from += 4) {
    store<f32>(to, load<f32>(to) + load<f32>(from) * f32x4.extract_lane(gains, 0));
    gains = v128.shuffle<f32>(gains, gains, 1, 2, 3, 3);
    to += 4;
  }
}
