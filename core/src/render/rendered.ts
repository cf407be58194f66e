import { SoundEngine } from '../audio/engine';
import { SAMPLE_RATE } from '../audio/rate';
import type { Block } from '../audio/resample';
import { CHUNK } from '../audio/workbench';
import type { Document } from '../model/document';
import { echoAt } from '../playback/echo';
import { EngineFeed, type RenderSpan } from './feed';

/** A block of samples, and how much of the stretch has been rendered, 0 to 1. */
export interface RenderedBlock extends Block {
  readonly progress: number;
}

/** How a file ends: what rings rings out, is cut off with the stretch, or wraps into its beginning, so that it repeats without a seam. */
export const ENDINGS = ['rings', 'cut', 'wraps'] as const;
export type Ending = (typeof ENDINGS)[number];

const BLOCK = 4096;
/** Silence threshold: -96 dBFS. */
const SILENCE = 1.585e-5;
/** It has to be silent for so long, and longer than an echo takes, and rings on for so long at most, in seconds. */
const SILENT_SECONDS = 0.4;
const ECHO_MORE_SECONDS = 0.06;
const LONGEST_TAIL_SECONDS = 12;
const FADE_SECONDS = 0.02;
/** Passes of a loop before the one that is kept, at the most. */
const MOST_PASSES = 100;

export interface Rendering {
  readonly span: RenderSpan;
  readonly ending: Ending;
  /** Whether the limiter holds the peaks of the whole; stems are left without. */
  readonly isLimited: boolean;
}

/** A stretch of the song as samples at 48 kHz, block by block, the same for the same song. Where it rings out it goes on until nothing sounds and it has
 *  been silent for 0.4 s and one echo, 12 s at most, and fades over the last 20 ms. Where it wraps, the passes before the one to be kept come first (see
 *  `leadOf`). */
export function* rendered(document: Document, { span, ending, isLimited }: Rendering): Generator<RenderedBlock> {
  const isLooped = ending === 'wraps';
  const feed = new EngineFeed(document, { ...span, isLooped });
  // With its limiter it has begun its first chunk before it can be told anything: that one is let go.
  const engine = new SoundEngine(isLimited ? -CHUNK : 0, isLimited);
  for (const message of [...feed.begin(), ...feed.until(2 * BLOCK)]) engine.post(message);
  if (isLimited) blockOf(engine, CHUNK);
  const frames = isLooped ? feed.frames + leadOf(feed.frames) : feed.frames;
  for (let frame = 0; frame < frames;) {
    const size = Math.min(BLOCK, frames - frame);
    // The engine works a chunk ahead.
    for (const message of feed.until(frame + 2 * BLOCK)) engine.post(message);
    const block = blockOf(engine, size);
    frame += size;
    yield { ...block, progress: frame / frames };
  }
  const echo = echoAt(document, span.end, { view: { kind: 'song' } }).seconds;
  if (ending === 'rings') yield* tail(engine, Math.max(SILENT_SECONDS, echo + ECHO_MORE_SECONDS));
}

/** How many frames come before the pass of a loop that is kept: at least one pass, and as many as the longest tail needs to be heard in all of them
 *  alike, but for loops that are too short for that many. */
export function leadOf(passFrames: number): number {
  return passFrames * Math.max(1, Math.min(MOST_PASSES, Math.ceil((LONGEST_TAIL_SECONDS * SAMPLE_RATE) / passFrames)));
}

function* tail(engine: SoundEngine, silentSeconds: number): Generator<RenderedBlock> {
  const most = LONGEST_TAIL_SECONDS * SAMPLE_RATE;
  let silent = 0;
  for (let frame = 0; frame < most; frame += BLOCK) {
    const block = blockOf(engine, BLOCK);
    silent = engine.isQuiet && peakOf(block) < SILENCE ? silent + BLOCK : 0;
    const isLast = silent >= silentSeconds * SAMPLE_RATE || frame + BLOCK >= most;
    if (isLast) fadeOut(block);
    yield { ...block, progress: 1 };
    if (isLast) return;
  }
}

function blockOf(engine: SoundEngine, size: number): Block {
  const [left, right] = [new Float32Array(size), new Float32Array(size)];
  engine.render(left, right);
  return { left, right };
}

function peakOf({ left, right }: Block): number {
  let peak = 0;
  for (let index = 0; index < left.length; index++) peak = Math.max(peak, Math.abs(left[index]!), Math.abs(right[index]!));
  return peak;
}

function fadeOut({ left, right }: Block): void {
  const frames = Math.min(left.length, Math.round(FADE_SECONDS * SAMPLE_RATE));
  for (let back = 0; back < frames; back++) {
    left[left.length - 1 - back]! *= back / frames;
    right[right.length - 1 - back]! *= back / frames;
  }
}
