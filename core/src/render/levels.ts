import { LoudnessMeter, TruePeakMeter } from '../audio/loudness';
import { dbToGain } from '../audio/math';
import type { Document } from '../model/document';
import { EngineFeed, type RenderSpan } from './feed';
import { finished } from './finished';
import { limited } from './limited';
import type { WavOptions, WavPiece } from './options';
import { rendered, type RenderedBlock } from './rendered';
import { Replay } from './replay';

export const PEAK_DB = -1;
const LOUDNESS_LUFS = -14;
/** A loudness within so many dB counts as reached. */
const NEAR_DB = 0.15;
/** How often what the limiter took is made up for, and by how much at the most, in dB. */
const ROUNDS = 4;
const MOST_MADE_UP_DB = 4;
/** Shares of the work: rendering, where it is rendered before it is written, and each round of measuring. */
const RENDERING = 0.7;
const MEASURING = 0.05;
const DONE = RENDERING + (ROUNDS + 0.5) * MEASURING;

/** The blocks to write at a gain, and how far all of them were turned up or down. */
export interface Levelled {
  readonly blocks: Iterable<RenderedBlock>;
  readonly gain: number;
  readonly turnedDb: number;
  /** How much of the work was done to find out, 0..1. */
  readonly done: number;
  readonly fellShortAt?: number;
}

/** Finds out how far a stretch is turned up or down for the level that is asked for. Its pieces are empty. */
export function* levelled(document: Document, options: WavOptions): Generator<WavPiece, Levelled> {
  const { level } = options;
  if (level === 'heard') return { blocks: blocksOf(document, options, true), gain: 1, turnedDb: 0, done: 0 };
  if (level === 'loudness') return yield* atLoudness(document, options);
  const replay = new Replay(() => blocksOf(document, options, true));
  const peak = yield* peakOf(replay.play(), 0, RENDERING);
  const gain = peak === 0 ? 1 : dbToGain(PEAK_DB) / peak;
  return { blocks: replay.play(), gain, turnedDb: decibels(gain), done: RENDERING };
}

/** Turns a stretch before the limiter, which then holds its peaks: since that takes some of the loudness away, what comes of it is measured and made up for.
 *  The mix before the limiter is rendered once. The file's own rate may make peaks that the limiter did not see: it is turned down by those. */
function* atLoudness(document: Document, options: WavOptions): Generator<WavPiece, Levelled> {
  const mix = new Replay(() => rendered(document, renderingOf(options, false)));
  const finish = finishOf(document, options);
  // Loudness is measured before the file's rate, which takes none of it away.
  const heard = (gain: number) => finished(limited(mix.play(), gain), { ...finish, sampleRate: 48_000 });
  const first = yield* lufsOf(finished(mix.play(), { ...finish, sampleRate: 48_000 }), 0, RENDERING);
  if (first === -Infinity) return { blocks: blocksOf(document, options, true), gain: 1, turnedDb: 0, done: DONE };
  const wanted = LOUDNESS_LUFS - first;
  let turned = wanted;
  let reached = -Infinity;
  for (let round = 0; round < ROUNDS; round++) {
    reached = yield* lufsOf(heard(dbToGain(turned)), RENDERING + round * MEASURING, MEASURING);
    const missing = LOUDNESS_LUFS - reached;
    const next = Math.min(wanted + MOST_MADE_UP_DB, turned + missing);
    if (Math.abs(missing) < NEAR_DB / 3 || next === turned) break;
    turned = next;
  }
  // Made twice rather than kept: two songs' worth of samples are more than a phone has room for.
  const inFile = () => finished(limited(mix.play(), dbToGain(turned)), finish);
  const peak = yield* peakOf(inFile(), DONE - MEASURING / 2, MEASURING / 2);
  const gain = Math.min(1, dbToGain(PEAK_DB) / peak);
  const loudness = reached + decibels(gain);
  const fellShort = loudness < LOUDNESS_LUFS - NEAR_DB;
  return { blocks: inFile(), gain, turnedDb: turned + decibels(gain), done: DONE, ...(fellShort ? { fellShortAt: loudness } : {}) };
}

function renderingOf({ start, end, trackIds, click = null, ending, samplesOf, oneShotsOf }: WavOptions, isLimited: boolean) {
  const recordings = { ...(samplesOf ? { samplesOf } : {}), ...(oneShotsOf ? { oneShotsOf } : {}) };
  const span: RenderSpan = { start, end, trackIds: trackIds && new Set(trackIds), click, ...recordings };
  return { span, ending, isLimited };
}

function finishOf(document: Document, options: WavOptions) {
  const { sampleRate, ending } = options;
  const { span } = renderingOf(options, true);
  return { sampleRate, passFrames: ending === 'wraps' ? new EngineFeed(document, span).frames : null };
}

/** A stretch as it stands in its file, before it is turned up or down. */
export function blocksOf(document: Document, options: WavOptions, isLimited: boolean): Generator<RenderedBlock> {
  return finished(rendered(document, renderingOf(options, isLimited)), finishOf(document, options));
}

function* lufsOf(blocks: Iterable<RenderedBlock>, before: number, share: number): Generator<WavPiece, number> {
  const meter = new LoudnessMeter();
  for (const block of blocks) {
    meter.add(block);
    yield { bytes: new Uint8Array(0), progress: before + block.progress * share };
  }
  return meter.integrated();
}

/** The true peak of blocks, as a gain. Its pieces are empty. */
export function* peakOf(blocks: Iterable<RenderedBlock>, before: number, share: number): Generator<WavPiece, number> {
  const meter = new TruePeakMeter();
  for (const block of blocks) {
    meter.add(block);
    yield { bytes: new Uint8Array(0), progress: before + block.progress * share };
  }
  return meter.value;
}

export function decibels(gain: number): number {
  return 20 * Math.log10(gain);
}
