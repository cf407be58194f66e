import { dbToGain } from '../audio/math';
import { SAMPLE_RATE } from '../audio/rate';
import type { Document } from '../model/document';
import type { Id } from '../model/entities';
import { LoudnessMeter, TruePeakMeter } from '../audio/loudness';
import type { ClickSettings } from '../playback/click';
import type { RenderSpan } from './feed';
import type { Block } from '../audio/resample';
import { rendered, type RenderedBlock } from './rendered';
import { Resampler } from '../audio/resample';
import { MAX_WAV_BYTES, wavBytesPerFrame, wavHeader, WavWriter, type WavBits } from './wav';

export const WAV_RATES = [44_100, 48_000] as const;
/** How loud a file leaves: as it is heard, its true peak at -1 dB, or its loudness at -14 LUFS, peaks held by the limiter. */
export const WAV_LEVELS = ['heard', 'peak', 'loudness'] as const;

export interface WavOptions {
  readonly start: number;
  readonly end: number;
  /** The tracks that are heard; null for all that are not muted. */
  readonly trackIds: readonly Id[] | null;
  /** The click that goes with them; absent where none does. */
  readonly click?: ClickSettings | null;
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
/** The most that is made up for what the limiter took, in dB. */
const MOST_MADE_UP_DB = 3;

/** Renders a stretch of the song into a WAV file, piece by piece, so that no length of it fills memory; returns the beginning of the file last.
 *  The same song gives the same bytes. Throws RangeError where it would be longer than a WAV file can be. */
export function* exportWav(document: Document, options: WavOptions): Generator<WavPiece, WavEnd> {
  const { hasTail, sampleRate, bits, level, start, end, trackIds, click = null } = options;
  const span = { start, end, trackIds: trackIds && new Set(trackIds), click };
  const { gain, intoLimiter } = yield* levelled(document, span, options);
  const writer = new WavWriter(bits, document.song.seed);
  const resampler = sampleRate === SAMPLE_RATE ? null : new Resampler(sampleRate);
  let frames = 0;
  const written = (block: Block): Uint8Array => {
    const turned =
      gain === 1 ? block : { left: block.left.map((sample) => sample * gain), right: block.right.map((sample) => sample * gain) };
    frames += turned.left.length;
    if (frames * wavBytesPerFrame(bits) > MAX_WAV_BYTES)
      throw new RangeError('That is longer than a WAV file can be. Choose fewer bits, or a part of it.');
    return writer.write(turned);
  };
  const before = ROUNDS[level] / (ROUNDS[level] + 1);
  for (const block of rendered(document, span, hasTail, intoLimiter)) {
    yield { bytes: written(resampler ? resampler.take(block) : block), progress: before + block.progress * (1 - before) };
  }
  if (resampler) yield { bytes: written(resampler.end()), progress: 1 };
  return { header: wavHeader(frames, sampleRate, bits), frames, gainDb: 20 * Math.log10(gain * intoLimiter) };
}

interface Measured {
  readonly peak: number;
  readonly lufs: number;
}

/** Measuring passes before writing, by level choice. */
const ROUNDS: Readonly<Record<WavOptions['level'], number>> = { heard: 0, peak: 1, loudness: 2 };

interface Levelled {
  /** Gain, and the loudness of the whole before the limiter. */
  readonly gain: number;
  readonly intoLimiter: number;
}

/** Finds out how far a stretch is turned up or down. To a loudness it is turned before the limiter, which then holds its peaks: since that takes
 *  some of the loudness away, what comes of it is measured once more and made up for. Its pieces are empty. */
function* levelled(document: Document, span: RenderSpan, { hasTail, level }: WavOptions): Generator<WavPiece, Levelled> {
  if (level === 'heard') return { gain: 1, intoLimiter: 1 };
  const rounds = ROUNDS[level] + 1;
  const first = yield* measure(rendered(document, span, hasTail), (progress) => progress / rounds);
  if (first.peak === 0 || first.lufs === -Infinity || level === 'peak')
    return { gain: first.peak === 0 ? 1 : dbToGain(PEAK_DB) / first.peak, intoLimiter: 1 };
  const wanted = dbToGain(LOUDNESS_LUFS - first.lufs);
  const second = yield* measure(rendered(document, span, hasTail, wanted), (progress) => (1 + progress) / rounds);
  const more = Math.min(MOST_MADE_UP_DB, LOUDNESS_LUFS - second.lufs);
  return { gain: 1, intoLimiter: wanted * dbToGain(more) };
}

function* measure(blocks: Generator<RenderedBlock>, progressOf: (progress: number) => number): Generator<WavPiece, Measured> {
  const [loudness, peak] = [new LoudnessMeter(), new TruePeakMeter()];
  for (const block of blocks) {
    loudness.add(block);
    peak.add(block);
    yield { bytes: new Uint8Array(0), progress: progressOf(block.progress) };
  }
  return { peak: peak.value, lufs: loudness.integrated() };
}
