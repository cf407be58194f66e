import type { Document } from '../model/document';
import type { TickSpan } from '../notes/span';
import { LoudnessMeter, TruePeakMeter } from '../audio/loudness';
import { rendered } from '../render/rendered';
import { powerBetween, spectrumOf } from './spectrum';

export interface SongFigures {
  /** Integrated loudness in LUFS, and the true peak in dBFS. */
  readonly lufs: number;
  readonly truePeak: number;
  /** Side over mid level, in dB. */
  readonly width: number;
  /** 2 to 12 kHz over the whole, in dB. */
  readonly highs: number;
}

/** Blocks of which one is looked at for its frequencies. */
const LOOKED_AT = 4;

/** Measurements of a range of a song. */
export function songFigures(document: Document, span: TickSpan): SongFigures {
  const [loudness, peak] = [new LoudnessMeter(), new TruePeakMeter()];
  let [middle, side, high, all, block] = [0, 0, 0, 0, 0];
  for (const { left, right } of rendered(document, { span: { ...span, trackIds: null }, ending: 'cut', isLimited: true })) {
    loudness.add({ left, right });
    peak.add({ left, right });
    for (let index = 0; index < left.length; index++) {
      middle += (left[index]! + right[index]!) ** 2;
      side += (left[index]! - right[index]!) ** 2;
    }
    if (block++ % LOOKED_AT) continue;
    const spectrum = spectrumOf(left);
    high += powerBetween(spectrum, 2000, 12_000);
    all += powerBetween(spectrum, 20, 20_000);
  }
  const decibels = (ratio: number) => 10 * Math.log10(ratio);
  return {
    lufs: loudness.integrated(),
    truePeak: 20 * Math.log10(peak.value),
    width: decibels(side / middle),
    highs: decibels(high / all),
  };
}
