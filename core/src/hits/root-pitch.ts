const RATE = 48_000;
const LOWEST_HZ = 40;
const HIGHEST_HZ = 1500;
const WINDOW = 4096;
/** Threshold of YIN's normalised difference: a lag below it counts as one period. */
const SAME = 0.15;

/** The key, and how many cents it is off, at which some samples seem to sound, from where they are loudest on; null where no pitch can be heard. After A. de
 *  Cheveigné and H. Kawahara (2002), "YIN, a fundamental frequency estimator". */
export function rootOf(samples: Float32Array): { readonly key: number; readonly cents: number } | null {
  const most = Math.floor(RATE / LOWEST_HZ);
  const begin = loudest(samples);
  if (begin + WINDOW + most > samples.length) return null;
  let sum = 0;
  let before = 1;
  let found: number | null = null;
  const means: number[] = [1];
  for (let lag = 1; lag < most; lag++) {
    let difference = 0;
    for (let at = 0; at < WINDOW; at += 2) difference += (samples[begin + at]! - samples[begin + at + lag]!) ** 2;
    sum += difference;
    const mean = sum === 0 ? 1 : (difference * lag) / sum;
    means.push(mean);
    if (lag > RATE / HIGHEST_HZ && before < SAME && mean > before) {
      found = lag - 1;
      break;
    }
    before = mean;
  }
  if (found === null) return null;
  const [a, b, c] = [means[found - 1]!, means[found]!, means[found + 1]!];
  const exact = found + (a - c) / (2 * (a - 2 * b + c) || 1);
  const exactKey = 69 + 12 * Math.log2(RATE / exact / 440);
  const key = Math.round(exactKey);
  return key < 0 || key > 127 ? null : { key, cents: Math.round((exactKey - key) * 100) };
}

/** Where the loudest moment is over: a stroke's own noise has gone by then. */
function loudest(samples: Float32Array): number {
  let [best, most] = [0, 0];
  for (let at = 0; at + 512 <= samples.length; at += 512) {
    let sum = 0;
    for (let index = at; index < at + 512; index += 4) sum += Math.abs(samples[index]!);
    if (sum > most) [best, most] = [at, sum];
  }
  return best;
}

/** The audible part of a file, from its first sound to where it has died away. In frames. */
export function trimmed(samples: Float32Array): { readonly start: number; readonly frames: number } {
  const peak = samples.reduce((most, sample) => Math.max(most, Math.abs(sample)), 0);
  const isHeard = (sample: number) => Math.abs(sample) > 0.003 * peak;
  const first = Math.max(0, samples.findIndex(isHeard) - 48);
  const last = samples.findLastIndex(isHeard);
  return { start: first, frames: Math.max(1, last + 1 - first) };
}
