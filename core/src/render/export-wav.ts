import type { Document } from '../model/document';
import { levelled } from './levels';
import type { WavEnd, WavOptions, WavPiece } from './options';
import { written } from './written';

/** Renders a stretch of the song into a WAV file, piece by piece; returns the beginning of the file last. The same song gives the same bytes. Throws
 *  RangeError where it would be longer than a WAV file can be. */
export function* exportWav(document: Document, options: WavOptions): Generator<WavPiece, WavEnd> {
  const found = yield* levelled(document, options);
  const { turnedDb, fellShortAt } = found;
  const end = yield* written(document, options, found);
  return { ...end, gainDb: turnedDb, ...(fellShortAt === undefined ? {} : { fellShortAt }) };
}
