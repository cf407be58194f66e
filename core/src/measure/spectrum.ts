import { SAMPLE_RATE } from '../audio/rate';

// Read once: asking for them in a loop costs more than what they do.
const { cos, log2, sqrt } = Math;

/** Power of samples by frequency: as many bins as half the samples (rounded up to a power of two), each `hzPerBin` wide. They fade out
 *  through half a Hann window, so that how a sound begins counts in full. */
export interface Spectrum {
  readonly power: Float64Array;
  readonly hzPerBin: number;
}

export function spectrumOf(samples: Float32Array): Spectrum {
  let size = 1;
  while (size < samples.length) size *= 2;
  const real = new Float64Array(size);
  const imaginary = new Float64Array(size);
  const turn = Math.PI / samples.length;
  for (let index = 0; index < samples.length; index++) real[index] = samples[index]! * (0.5 + 0.5 * cos(turn * index));
  transform(real, imaginary);
  const power = new Float64Array(size / 2);
  for (let bin = 0; bin < power.length; bin++) power[bin] = real[bin]! ** 2 + imaginary[bin]! ** 2;
  return { power, hzPerBin: SAMPLE_RATE / size };
}

/** The discrete Fourier transform, in place (radix 2; J. Cooley and J. Tukey, 1965). Both arrays have a power of two of numbers. */
function transform(real: Float64Array, imaginary: Float64Array): void {
  const size = real.length;
  for (let index = 1, mirror = 0; index < size; index++) {
    let bit = size >> 1;
    for (; mirror & bit; bit >>= 1) mirror ^= bit;
    mirror ^= bit;
    if (index >= mirror) continue;
    [real[index], real[mirror]] = [real[mirror]!, real[index]!];
    [imaginary[index], imaginary[mirror]] = [imaginary[mirror]!, imaginary[index]!];
  }
  const { cosines, sines } = circleOf(size);
  for (let span = 2; span <= size; span *= 2) {
    const half = span / 2;
    const apart = size / span;
    for (let block = 0; block < size; block += span) {
      for (let step = 0; step < half; step++) {
        const at = block + step;
        const [cosine, sine] = [cosines[step * apart]!, sines[step * apart]!];
        const a = real[at + half]! * cosine - imaginary[at + half]! * sine;
        const b = real[at + half]! * sine + imaginary[at + half]! * cosine;
        real[at + half] = real[at]! - a;
        imaginary[at + half] = imaginary[at]! - b;
        real[at]! += a;
        imaginary[at]! += b;
      }
    }
  }
}

interface Circle {
  readonly cosines: Float64Array;
  readonly sines: Float64Array;
}

const circles = new Map<number, Circle>();

/** Twiddle factors of a transform of `size` points: half a circle, clockwise. */
function circleOf(size: number): Circle {
  const known = circles.get(size);
  if (known) return known;
  const points = (of: (angle: number) => number) =>
    Float64Array.from({ length: size / 2 }, (_, index) => of((-2 * Math.PI * index) / size));
  const made = { cosines: points(Math.cos), sines: points(Math.sin) };
  circles.set(size, made);
  return made;
}

/** Power between two frequencies. */
export function powerBetween({ power, hzPerBin }: Spectrum, low: number, high: number): number {
  let sum = 0;
  const last = Math.min(power.length - 1, Math.ceil(high / hzPerBin) - 1);
  for (let bin = Math.max(1, Math.ceil(low / hzPerBin)); bin <= last; bin++) sum += power[bin]!;
  return sum;
}

/** The middle of its frequencies, each weighed by its amplitude, in hertz. */
export function centroid({ power, hzPerBin }: Spectrum): number {
  let [sum, weight] = [0, 0];
  for (let bin = 1; bin < power.length; bin++) {
    const amplitude = sqrt(power[bin]!);
    sum += amplitude * bin * hzPerBin;
    weight += amplitude;
  }
  return weight ? sum / weight : 0;
}

/** The middle of its frequencies weighed by power, and how far they spread about it on an octave scale. */
export function powerCentroid({ power, hzPerBin }: Spectrum): { readonly hz: number; readonly octaves: number } {
  let [sum, weight] = [0, 0];
  for (let bin = 1; bin < power.length; bin++) {
    sum += power[bin]! * bin * hzPerBin;
    weight += power[bin]!;
  }
  if (!weight) return { hz: 0, octaves: 0 };
  const hz = sum / weight;
  let spread = 0;
  for (let bin = 1; bin < power.length; bin++) spread += power[bin]! * log2((bin * hzPerBin) / hz) ** 2;
  return { hz, octaves: Math.sqrt(spread / weight) };
}
