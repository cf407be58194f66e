import type { Document } from '../model/document';
import type { Levelled } from './levels';
import type { WavEnd, WavOptions, WavPiece } from './options';
import { MAX_WAV_BYTES, wavBytesPerFrame, wavHeader, WavWriter } from './wav';

/** Blocks as a WAV file's bytes. Throws RangeError where they are more than it can hold. */
export function* written(
  document: Document,
  { sampleRate, bits }: WavOptions,
  { blocks, gain, done }: Pick<Levelled, 'blocks' | 'gain' | 'done'>,
): Generator<WavPiece, Pick<WavEnd, 'header' | 'frames'>> {
  const writer = new WavWriter(bits, document.song.seed);
  let frames = 0;
  for (const block of blocks) {
    const turned =
      gain === 1 ? block : { left: block.left.map((sample) => sample * gain), right: block.right.map((sample) => sample * gain) };
    frames += turned.left.length;
    if (frames * wavBytesPerFrame(bits) > MAX_WAV_BYTES)
      throw new RangeError('That is longer than a WAV file can be. Choose fewer bits, or a part of it.');
    yield { bytes: writer.write(turned), progress: done + block.progress * (1 - done) };
  }
  return { header: wavHeader(frames, sampleRate, bits), frames };
}
