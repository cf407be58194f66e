/** Kernels for one voice's samples: the filter, and the gains on their way into the mix. */
import { addTo, CHUNK_BYTES, falling, fallStep, firstOf, fourthOf, secondOf, softened, splat, STEP_BYTES, thirdOf } from './vectors';

/** Sets samples to 0, from `at` to before `end`, four at a time. */
export function clear(at: usize, end: usize): void {
  for (; at < end; at += STEP_BYTES) v128.store(at, splat(0));
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
    const u0 = firstOf(inA, inB, inC, inD);
    const f1 = nextFirst(first, second, u0, stay, cross);
    const s1 = nextSecond(first, second, u0, cross, rise);
    const u1 = secondOf(inA, inB, inC, inD);
    const f2 = nextFirst(f1, s1, u1, stay, cross);
    const s2 = nextSecond(f1, s1, u1, cross, rise);
    const u2 = thirdOf(inA, inB, inC, inD);
    const f3 = nextFirst(f2, s2, u2, stay, cross);
    const s3 = nextSecond(f2, s2, u2, cross, rise);
    const u3 = fourthOf(inA, inB, inC, inD);
    const f4 = nextFirst(f3, s3, u3, stay, cross);
    const s4 = nextSecond(f3, s3, u3, cross, rise);
    const out0 = f32x4.add(
      f32x4.mul(ofInput, u0),
      f32x4.add(f32x4.mul(ofBand, f32x4.add(first, f1)), f32x4.mul(ofLow, f32x4.add(second, s1))),
    );
    const out1 = f32x4.add(f32x4.mul(ofInput, u1), f32x4.add(f32x4.mul(ofBand, f32x4.add(f1, f2)), f32x4.mul(ofLow, f32x4.add(s1, s2))));
    const out2 = f32x4.add(f32x4.mul(ofInput, u2), f32x4.add(f32x4.mul(ofBand, f32x4.add(f2, f3)), f32x4.mul(ofLow, f32x4.add(s2, s3))));
    const out3 = f32x4.add(f32x4.mul(ofInput, u3), f32x4.add(f32x4.mul(ofBand, f32x4.add(f3, f4)), f32x4.mul(ofLow, f32x4.add(s3, s4))));
    first = f4;
    second = s4;
    v128.store(a + offset, firstOf(out0, out1, out2, out3));
    v128.store(b + offset, secondOf(out0, out1, out2, out3));
    v128.store(c + offset, thirdOf(out0, out1, out2, out3));
    v128.store(d + offset, fourthOf(out0, out1, out2, out3));
  }
  v128.store(bank, first, 96);
  v128.store(bank, second, 112);
}

/** The states after an input, as `filters` says. */
function nextFirst(first: v128, second: v128, input: v128, stay: v128, cross: v128): v128 {
  return f32x4.add(f32x4.mul(stay, first), f32x4.mul(cross, f32x4.sub(input, second)));
}

function nextSecond(first: v128, second: v128, input: v128, cross: v128, rise: v128): v128 {
  return f32x4.add(f32x4.add(second, f32x4.mul(cross, first)), f32x4.mul(rise, f32x4.sub(input, second)));
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
