import { dbToGain } from '../audio/math';
import type { Document } from '../model/document';
import { blocksOf, decibels, levelled, PEAK_DB, peakOf } from './levels';
import type { WavEnd, WavOptions, WavPiece } from './options';
import { written } from './written';

/** Renders one track of several that leave apart, at a gain that all of them share (see `stemGain`): without the limiter, so that together they are the mix
 *  before it. */
export function* exportStem(document: Document, options: WavOptions, gain: number): Generator<WavPiece, WavEnd> {
  const end = yield* written(document, options, { blocks: blocksOf(document, options, false), gain, done: 0 });
  return { ...end, gainDb: decibels(gain) };
}

/** The gain that all tracks leave with where each leaves on its own: that of the mix at the level that is asked for, but none of them louder than -1 dBTP
 *  where it would go over full scale. Its pieces are empty. */
export function* stemGain(document: Document, options: WavOptions): Generator<WavPiece, number> {
  const ids = options.trackIds ?? [];
  const shares = ids.length + (options.level === 'heard' ? 0 : 1);
  let done = 0;
  const inShare = function* (work: Generator<WavPiece, number>): Generator<WavPiece, number> {
    for (let step = work.next(); ; step = work.next()) {
      if (step.done) {
        done++;
        return step.value;
      }
      yield { bytes: step.value.bytes, progress: (done + step.value.progress) / shares };
    }
  };
  const wanted = options.level === 'heard' ? 1 : yield* inShare(mixGain(document, options));
  let most = 0;
  for (const id of ids) {
    const stem = { ...options, trackIds: [id] };
    most = Math.max(most, yield* inShare(peakOf(blocksOf(document, stem, false), 0, 1)));
  }
  return most * wanted > 1 ? dbToGain(PEAK_DB) / most : wanted;
}

function* mixGain(document: Document, options: WavOptions): Generator<WavPiece, number> {
  const { turnedDb } = yield* levelled(document, options);
  return dbToGain(turnedDb);
}
