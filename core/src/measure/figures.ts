import { SAMPLE_RATE } from '../audio/rate';
import type { Sound, ToneSound } from '../audio/sounds';
import { kWeighting } from '../audio/loudness';
import type { Block } from '../audio/resample';
import { centroid, powerBetween, powerCentroid, spectrumOf } from './spectrum';
import { struck, STRUCK_AT, together } from './struck';

const WINDOW = 0.1 * SAMPLE_RATE;
const HOP = 0.01 * SAMPLE_RATE;

/** The highest loudness over 100 ms, in LUFS (ITU-R BS.1770 weighting, no gates). */
export function loudest({ left, right }: Block): number {
  const hops: number[] = [];
  const weigh = [kWeighting(), kWeighting()] as const;
  for (let first = 0; first + HOP <= left.length; first += HOP) {
    let sum = 0;
    for (let index = first; index < first + HOP; index++) sum += weigh[0](left[index]!) ** 2 + weigh[1](right[index]!) ** 2;
    hops.push(sum);
  }
  let most = 0;
  for (let first = 0; first + WINDOW / HOP <= hops.length; first++) {
    const power = hops.slice(first, first + WINDOW / HOP).reduce((sum, each) => sum + each, 0) / WINDOW;
    most = Math.max(most, power);
  }
  return -0.691 + 10 * Math.log10(most);
}

/** Decibels that a sound loses in a small speaker, which a high-pass of four poles at 450 Hz stands for. */
export function lostOnPhone(block: Block): number {
  return loudest(block) - loudest({ left: throughPhone(block.left), right: throughPhone(block.right) });
}

function throughPhone(samples: Float32Array): Float32Array {
  // Butterworth: two filters of two poles with these qualities (bilinear transform).
  return [0.5412, 1.3066].reduce((through, quality) => {
    const turn = (2 * Math.PI * 450) / SAMPLE_RATE;
    const [cosine, alpha] = [Math.cos(turn), Math.sin(turn) / (2 * quality)];
    const a0 = 1 + alpha;
    const [b0, b1] = [(1 + cosine) / 2 / a0, -(1 + cosine) / a0];
    const [a1, a2] = [(-2 * cosine) / a0, (1 - alpha) / a0];
    let [x1, x2, y1, y2] = [0, 0, 0, 0];
    return through.map((x) => {
      const y = b0 * x + b1 * x1 + b0 * x2 - a1 * y1 - a2 * y2;
      [x2, x1, y2, y1] = [x1, x, y1, y];
      return y;
    });
  }, samples);
}

/** Where a family is heard when it is measured: its key, and how long it is held and listened to, in seconds. */
export const PLAYED: Readonly<Record<ToneSound['family'], { readonly pitch: number; readonly held: number; readonly seconds: number }>> = {
  bass: { pitch: 36, held: 0.5, seconds: 0.68 },
  keys: { pitch: 60, held: 0.5, seconds: 0.68 },
  pluck: { pitch: 60, held: 0.5, seconds: 0.68 },
  lead: { pitch: 69, held: 0.6, seconds: 0.68 },
  pad: { pitch: 60, held: 1.3, seconds: 1.36 },
  bell: { pitch: 76, held: 0.5, seconds: 0.68 },
  effect: { pitch: 60, held: 2.2, seconds: 2.7 },
};

/** Target loudness of each family, in LUFS over the loudest 100 ms at velocity 100. */
export const TARGETS: Readonly<Record<ToneSound['family'], number>> = {
  bass: -20,
  keys: -22,
  pluck: -22,
  lead: -23,
  pad: -27,
  bell: -25,
  effect: -25,
};

/** The same for drums, by General MIDI percussion key. */
export const DRUM_TARGETS: Readonly<Record<number, number>> = {
  22: -27,
  23: -16,
  25: -21,
  36: -16,
  37: -23,
  38: -20,
  39: -21,
  42: -28,
  43: -20,
  44: -30,
  45: -20,
  46: -27,
  49: -23,
  50: -20,
  51: -28,
  54: -28,
  56: -25,
  70: -29,
  76: -24,
};

export interface SoundFigures {
  readonly name: string;
  readonly loudness: number;
  readonly target: number;
  /** Of kicks and basses: for others it is 0. */
  readonly lostOnPhone: number;
  readonly centroid: number;
  /** Share of its power above 15 kHz, 0..1. */
  readonly above15k: number;
  /** How much the middle of its frequencies rises from velocity 30 to 127: 0.15 is 15 %. */
  readonly brighter: number;
  readonly peak: number;
}

/** Only what is low can be lost in a small speaker. */
function isLow(sound: Sound, pitch?: number): boolean {
  return sound.kind === 'drums' ? pitch === 36 : sound.family === 'bass';
}

function highest(samples: Float32Array): number {
  let most = 0;
  for (const sample of samples) if (sample > most || -sample > most) most = sample < 0 ? -sample : sample;
  return most;
}

/** Measurements of a pitched sound, or of one drum of a kit. */
export function figuresOf(sound: Sound, pitch?: number): SoundFigures {
  const isDrum = sound.kind === 'drums';
  const played = isDrum ? { pitch: pitch!, held: 0.1, seconds: 0.68 } : PLAYED[sound.family];
  const block = struck(sound, played);
  const spectrum = spectrumOf(together(block).subarray(STRUCK_AT));
  const brightness = (velocity: number) => centroid(spectrumOf(together(struck(sound, { ...played, velocity })).subarray(STRUCK_AT)));
  return {
    name: isDrum ? `${sound.id} ${sound.drums[pitch!]!.name}` : sound.id,
    loudness: loudest(block),
    target: isDrum ? DRUM_TARGETS[pitch!]! : TARGETS[sound.family],
    lostOnPhone: isLow(sound, pitch) ? lostOnPhone(block) : 0,
    centroid: powerCentroid(spectrum).hz,
    above15k: powerBetween(spectrum, 15_000, 24_000) / powerBetween(spectrum, 20, 24_000),
    brighter: brightness(127) / brightness(30) - 1,
    peak: Math.max(highest(block.left), highest(block.right)),
  };
}
