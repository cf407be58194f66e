import { dbToGain } from '../audio/math';
import { SAMPLE_RATE } from '../audio/rate';
import type { Document } from '../model/document';
import type { Id } from '../model/entities';
import { LoudnessMeter, TruePeakMeter } from './loudness';
import { rendered, type Block, type RenderedBlock } from './rendered';
import { Resampler } from './resample';
import { MAX_WAV_BYTES, wavBytesPerFrame, wavHeader, WavWriter, type WavBits } from './wav';

export const WAV_RATES = [44_100, 48_000] as const;
/** How loud a file leaves: as it is heard, its true peak at -1 dB, or its loudness at -14 LUFS as far as its peak lets it. */
export const WAV_LEVELS = ['heard', 'peak', 'loudness'] as const;

export interface WavOptions {
  readonly start: number;
  readonly end: number;
  /** The tracks that are heard; null for all that are not muted. */
  readonly trackIds: readonly Id[] | null;
  /** Whether what rings at the end rings out. */
  readonly hasTail: boolean;
  readonly sampleRate: (typeof WAV_RATES)[number];
  readonly bits: WavBits;
  readonly level: (typeof WAV_LEVELS)[number];
}

/** A piece of a file's samples, and how much of the work is done, 0 to 1. */
export interface WavPiece {
  readonly bytes: Uint8Array;
  readonly progress: number;
}

export interface WavEnd {
  /** The file's beginning, which can only be written once its length is known. */
  readonly header: Uint8Array;
  readonly frames: number;
  /** Decibels it was turned up or down. */
  readonly gainDb: number;
}

const PEAK_DB = -1;
const LOUDNESS_LUFS = -14;

/** Renders a stretch of the song into a WAV file, piece by piece, so that no length of it fills memory; returns the beginning of the file last.
 *  The same song gives the same bytes. Throws RangeError where it would be longer than a WAV file can be. */
export function* exportWav(document: Document, options: WavOptions): Generator<WavPiece, WavEnd> {
  const { hasTail, sampleRate, bits, level, start, end, trackIds } = options;
  const span = { start, end, trackIds: trackIds && new Set(trackIds) };
  const isMeasured = level !== 'heard';
  let gain = 1;
  if (isMeasured) {
    const measured = yield* measure(rendered(document, span, hasTail));
    gain = gainFor(measured, level);
  }
  const writer = new WavWriter(bits, document.song.seed);
  const resampler = sampleRate === SAMPLE_RATE ? null : new Resampler();
  let frames = 0;
  const written = (block: Block): Uint8Array => {
    const turned =
      gain === 1 ? block : { left: block.left.map((sample) => sample * gain), right: block.right.map((sample) => sample * gain) };
    frames += turned.left.length;
    if (frames * wavBytesPerFrame(bits) > MAX_WAV_BYTES)
      throw new RangeError('That is longer than a WAV file can be. Choose fewer bits, or a part of it.');
    return writer.write(turned);
  };
  for (const block of rendered(document, span, hasTail)) {
    const progress = isMeasured ? 0.5 + block.progress / 2 : block.progress;
    yield { bytes: written(resampler ? resampler.take(block) : block), progress };
  }
  if (resampler) yield { bytes: written(resampler.end()), progress: 1 };
  return { header: wavHeader(frames, sampleRate, bits), frames, gainDb: 20 * Math.log10(gain) };
}

interface Measured {
  readonly peak: number;
  readonly lufs: number;
}

/** The first of two rounds: how loud it is. Its pieces are empty. */
function* measure(blocks: Generator<RenderedBlock>): Generator<WavPiece, Measured> {
  const [loudness, peak] = [new LoudnessMeter(), new TruePeakMeter()];
  for (const block of blocks) {
    loudness.add(block);
    peak.add(block);
    yield { bytes: new Uint8Array(0), progress: block.progress / 2 };
  }
  return { peak: peak.value, lufs: loudness.integrated() };
}

function gainFor({ peak, lufs }: Measured, level: WavOptions['level']): number {
  if (peak === 0) return 1;
  const toPeak = dbToGain(PEAK_DB) / peak;
  return level === 'peak' || lufs === -Infinity ? toPeak : Math.min(toPeak, dbToGain(LOUDNESS_LUFS - lufs));
}
