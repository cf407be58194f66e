import { SAMPLE_RATE } from '../audio/rate';
import type { Sound } from '../audio/sounds';
import { most } from '../time/extremes';
import { powerBetween, powerCentroid, spectrumOf } from './spectrum';
import { struck, STRUCK_AT, together } from './struck';

const HOP = 96;
/** Each is divided by this, so that one step is about as far to the ear in all of them. */
const SCALES = { centroid: 1, width: 0.7, band: 14, fall: 0.9, flatness: 8, drop: 0.8, onsets: 1, rise: 1.2 };
const BANDS = [20, 150, 800, 4000, 24_000];

/** Perceptual features of a sound: where its frequencies lie and how they spread, how it rises, falls and drops, how often it begins.
 *  The closer two lists, the more alike two sounds. */
export function featuresOf(sound: Sound, pitch?: number): number[] {
  const bare: Sound = { ...sound, room: 0, echo: 0, width: 0 };
  const played =
    sound.kind === 'drums'
      ? { pitch: pitch!, held: 0.1, seconds: 1.4 }
      : { pitch: sound.family === 'bass' ? 45 : 57, held: 1, seconds: 2.7 };
  const samples = together(struck(bare, played)).subarray(STRUCK_AT);
  const spectrum = spectrumOf(samples);
  const { hz, octaves } = powerCentroid(spectrum);
  const all = powerBetween(spectrum, BANDS[0]!, BANDS.at(-1)!);
  const bands = BANDS.slice(1).map((high, index) => decibels(powerBetween(spectrum, BANDS[index]!, high) / all));
  const envelope = envelopeOf(samples);
  const loudest = envelope.indexOf(most(envelope));
  const middle = (part: Float32Array) => powerCentroid(spectrumOf(part)).hz || 1;
  const late = samples.subarray(0.08 * SAMPLE_RATE, 0.16 * SAMPLE_RATE);
  return [
    Math.log2(hz) / SCALES.centroid,
    octaves / SCALES.width,
    ...bands.map((band) => band / SCALES.band),
    ...[10, 30].map((down) => Math.log2(0.004 + fallTime(envelope, loudest, down)) / SCALES.fall),
    flatness(spectrum.power) / SCALES.flatness,
    Math.log2(middle(samples.subarray(0, 0.04 * SAMPLE_RATE)) / middle(late)) / SCALES.drop,
    onsets(envelope) / SCALES.onsets,
    Math.log2(0.01 + (loudest * HOP) / SAMPLE_RATE) / SCALES.rise,
  ];
}

export function distance(a: readonly number[], b: readonly number[]): number {
  return Math.sqrt(a.reduce((sum, value, index) => sum + (value - b[index]!) ** 2, 0));
}

function decibels(power: number): number {
  return Math.max(-60, 10 * Math.log10(power + 1e-12));
}

function envelopeOf(samples: Float32Array): number[] {
  const envelope: number[] = [];
  for (let first = 0; first + HOP <= samples.length; first += HOP) {
    let sum = 0;
    for (let index = first; index < first + HOP; index++) sum += samples[index]! ** 2;
    envelope.push(Math.sqrt(sum / HOP));
  }
  return envelope;
}

/** Seconds from the peak until the level stays a number of decibels below it. */
function fallTime(envelope: readonly number[], loudest: number, down: number): number {
  const floor = envelope[loudest]! * 10 ** (-down / 20);
  const last = envelope.findLastIndex((value) => value > floor);
  return ((last - loudest) * HOP) / SAMPLE_RATE;
}

/** How even the spectrum is: 0 dB for noise, far below for a tone. */
function flatness(power: Float64Array): number {
  let [logs, sum] = [0, 0];
  for (const value of power) {
    logs += Math.log(value + 1e-18);
    sum += value;
  }
  return Math.max(-60, 10 * Math.log10(Math.exp(logs / power.length) / (sum / power.length)));
}

/** How often it begins within its first tenth of a second. */
function onsets(envelope: readonly number[]): number {
  const peak = most(envelope);
  const first = envelope.slice(0, Math.round((0.1 * SAMPLE_RATE) / HOP));
  return first.filter((value, index) => index > 1 && value > 0.2 * peak && value > 1.8 * first[index - 2]! && value > first[index - 1]!)
    .length;
}
