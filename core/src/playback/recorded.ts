import type { RecordedPiece } from '../audio/recorded';
import { dbToGain } from '../audio/math';
import { SAMPLE_RATE } from '../audio/rate';
import type { Document } from '../model/document';
import type { Recording } from '../model/entities';
import { secondsAt } from '../time';
import type { FrameOf } from './engine-notes';
import type { LoopClock } from './loop-clock';

/** The samples of a file at 48 kHz: as floating-point, or as whole numbers of 16 bits where it is long. */
export interface FileSamples {
  readonly left: Float32Array | Int16Array;
  readonly right: Float32Array | Int16Array;
}

/** Looks up the file of a recording by its hash; null where it has not arrived (yet). */
export type SamplesOf = (hash: string) => FileSamples | null;

interface Window {
  readonly fromTick: number;
  readonly toTick: number;
  readonly frameOf: FrameOf;
  readonly samplesOf: SamplesOf;
}

/** The pieces of recordings that are heard in a stretch of play ticks. A recording begins, in every pass, as many frames after the pass as it lies in
 *  seconds after where the pass begins in the song: so stretches that touch give pieces that touch, to the sample. While a track is solo, recordings
 *  rest. */
export function recordedPieces(document: Document, clock: LoopClock, { fromTick, toTick, frameOf, samplesOf }: Window): RecordedPiece[] {
  const heard = document.tracks.some(({ soloed }) => soloed) ? [] : document.recordings.filter(({ muted }) => !muted);
  if (heard.length === 0) return [];
  const origin = clock.originTick ?? 0;
  const found: RecordedPiece[] = [];
  for (let at = fromTick; at < toTick;) {
    const pass = Math.max(0, Math.floor((at - origin) / clock.lengthTicks));
    const passTick = origin + pass * clock.lengthTicks;
    const end = Math.min(toTick, passTick + clock.lengthTicks);
    for (const recording of heard) {
      const begins = frameOf(passTick) + framesBetween(document, clock.fromTick, recording.tick);
      const piece = pieceOf(recording, { begins, first: frameOf(at), last: frameOf(end), samples: samplesOf(recording.file.hash) });
      if (piece) found.push(piece);
    }
    at = end;
  }
  return found;
}

/** How many frames lie between two ticks of the song. */
export function framesBetween({ song: { tempos } }: Document, fromTick: number, toTick: number): number {
  return Math.round((secondsAt(tempos, toTick) - secondsAt(tempos, fromTick)) * SAMPLE_RATE);
}

interface Placed {
  readonly begins: number;
  readonly first: number;
  readonly last: number;
  readonly samples: FileSamples | null;
}

function pieceOf({ id, offset, frames, levelDb }: Recording, { begins, first, last, samples }: Placed): RecordedPiece | null {
  const from = Math.max(first, begins);
  const to = Math.min(last, begins + frames);
  if (!samples || from >= to) return null;
  const [start, end] = [offset + from - begins, offset + to - begins];
  const left = part(samples.left, start, end);
  // The file may be over before the recording is.
  if (left.length === 0) return null;
  return { at: from, left, right: part(samples.right, start, end), gain: dbToGain(levelDb), key: id };
}

/** Those of a side's samples that are there. */
function part(side: Float32Array | Int16Array, start: number, end: number): Float32Array {
  if (side instanceof Float32Array) return side.slice(start, end);
  return Float32Array.from(side.subarray(start, end), (sample) => sample / 32_768);
}

/** The hashes of the files that tracks of a song play. */
export function oneShotHashes({ tracks }: Pick<Document, 'tracks'>): readonly string[] {
  return [...new Set(tracks.flatMap(({ oneShots }) => oneShots?.map(({ file }) => file.hash) ?? []))];
}

/** A file's samples on one channel, for a one-shot. */
export function onOneChannel({ left, right }: FileSamples): Float32Array {
  const [one, other] = [part(left, 0, left.length), part(right, 0, right.length)];
  return left === right ? one : one.map((sample, at) => (sample + other[at]!) / 2);
}
