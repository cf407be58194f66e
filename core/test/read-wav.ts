/** Seconds of a beat of the songs that `songWith` makes. */
export const QUARTER_BEAT_SECONDS = 0.5;

/** Reads a WAV file chunk by chunk, as the format's description says, without any of Yibbo's own code. */
export function readWav(bytes: Uint8Array) {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  const tag = (at: number) => String.fromCharCode(...bytes.subarray(at, at + 4));
  if (tag(0) !== 'RIFF' || tag(8) !== 'WAVE' || view.getUint32(4, true) !== bytes.length - 8)
    throw new Error('This is no RIFF file of its length.');
  const chunks = new Map<string, number>();
  for (let at = 12; at < bytes.length; at += 8 + view.getUint32(at + 4, true)) chunks.set(tag(at), at + 8);
  const format = chunks.get('fmt ')!;
  const [kind, channels, bits] = [view.getUint16(format, true), view.getUint16(format + 2, true), view.getUint16(format + 14, true)];
  const data = chunks.get('data')!;
  const frames = view.getUint32(data - 4, true) / (channels * (bits / 8));
  const sample = (at: number): number => {
    if (kind === 3) return view.getFloat32(at, true);
    if (bits === 16) return view.getInt16(at, true) / 2 ** 15;
    return (view.getUint16(at, true) + view.getInt8(at + 2) * 2 ** 16) / 2 ** 23;
  };
  const channel = (index: number) =>
    Float64Array.from({ length: frames }, (_, frame) => sample(data + (frame * channels + index) * (bits / 8)));
  return { sampleRate: view.getUint32(format + 4, true), channels, bits, left: channel(0), right: channel(1) };
}
