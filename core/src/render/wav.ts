import { seededRandom } from '../chance/random';
import type { Block } from '../audio/resample';

/** Bits of a sample: whole numbers of 16 or 24, or floating-point of 32. */
export const WAV_BITS = [16, 24, 32] as const;
export type WavBits = (typeof WAV_BITS)[number];

/** The most bytes of samples that a WAV file can say it has. */
export const MAX_WAV_BYTES = 0xffffffff - 64;

const CHANNELS = 2;
const PCM = 1;
const FLOAT = 3;

export function wavBytesPerFrame(bits: WavBits): number {
  return (CHANNELS * bits) / 8;
}

/** The header of a WAV file (RIFF, Multimedia Programming Interface 1.0) for a number of stereo frames. */
export function wavHeader(frames: number, sampleRate: number, bits: WavBits): Uint8Array {
  const isFloat = bits === 32;
  const dataBytes = frames * wavBytesPerFrame(bits);
  // A format other than integer PCM must state its number of frames in a `fact` chunk.
  const head = new DataView(new ArrayBuffer(isFloat ? 58 : 44));
  let at = 0;
  const tag = (text: string) => [...text].forEach((letter) => head.setUint8(at++, letter.charCodeAt(0)));
  const long = (value: number) => (head.setUint32(at, value, true), (at += 4));
  const short = (value: number) => (head.setUint16(at, value, true), (at += 2));
  tag('RIFF');
  long(head.byteLength - 8 + dataBytes);
  tag('WAVEfmt ');
  long(isFloat ? 18 : 16);
  short(isFloat ? FLOAT : PCM);
  short(CHANNELS);
  long(sampleRate);
  long(sampleRate * wavBytesPerFrame(bits));
  short(wavBytesPerFrame(bits));
  short(bits);
  if (isFloat) {
    short(0);
    tag('fact');
    long(4);
    long(frames);
  }
  tag('data');
  long(dataBytes);
  return new Uint8Array(head.buffer);
}

/** Writes samples as bytes. At 16 bits they are dithered with triangular noise of one step, from a seed, so that the same song gives the same
 *  bytes; what is beyond full scale is held there, but for floating-point, which keeps it. */
export class WavWriter {
  private readonly random: () => number;

  constructor(
    private readonly bits: WavBits,
    seed: number,
  ) {
    this.random = seededRandom(seed);
  }

  write({ left, right }: Block): Uint8Array {
    const bytes = new Uint8Array(left.length * wavBytesPerFrame(this.bits));
    const view = new DataView(bytes.buffer);
    let at = 0;
    for (let index = 0; index < left.length; index++) {
      at = this.put(view, at, left[index]!);
      at = this.put(view, at, right[index]!);
    }
    return bytes;
  }

  private put(view: DataView, at: number, sample: number): number {
    if (this.bits === 32) {
      view.setFloat32(at, sample, true);
      return at + 4;
    }
    const most = 2 ** (this.bits - 1);
    const dither = this.bits === 16 ? this.random() - this.random() : 0;
    const value = Math.max(-most, Math.min(most - 1, Math.round(sample * most + dither)));
    if (this.bits === 16) {
      view.setInt16(at, value, true);
      return at + 2;
    }
    view.setUint16(at, value & 0xffff, true);
    view.setInt8(at + 2, value >> 16);
    return at + 3;
  }
}
