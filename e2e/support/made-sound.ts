/** Seconds at which the strokes of `drumsFile` begin: eighths at 100 bpm, from 0.35 s on. */
export const STROKES = Array.from({ length: 28 }, (_, at) => 0.35 + at * 0.3);

const RATE = 48_000;
const SECONDS = 10;

/** A WAV file of ten seconds with kick, hat, snare, hat at known places: stereo, 16 bits, 48 kHz. */
export function drumsFile(): Buffer {
  const samples = new Float64Array(SECONDS * RATE);
  let state = 1;
  const noise = () => (state = (state * 1_103_515_245 + 12_345) % 2_147_483_648) / 1_073_741_824 - 1;
  STROKES.forEach((seconds, index) => {
    const [isKick, isSnare] = [index % 4 === 0, index % 4 === 2];
    for (let at = 0; at < 0.2 * RATE; at++) {
      const fall = Math.exp(-at / ((isKick ? 0.06 : 0.03) * RATE));
      const sound = isKick ? 0.8 * Math.sin((2 * Math.PI * 60 * at) / RATE + 0.3) : (isSnare ? 0.5 : 0.2) * noise();
      const place = Math.round(seconds * RATE) + at;
      if (place < samples.length) samples[place]! += fall * sound;
    }
  });
  return wavOf(samples);
}

/** One channel of samples on both sides of a WAV file. */
export function wavOf(samples: Float64Array): Buffer {
  const bytes = Buffer.alloc(44 + samples.length * 4);
  bytes.write('RIFF', 0);
  bytes.writeUInt32LE(36 + samples.length * 4, 4);
  bytes.write('WAVEfmt ', 8);
  bytes.writeUInt32LE(16, 16);
  bytes.writeUInt16LE(1, 20);
  bytes.writeUInt16LE(2, 22);
  bytes.writeUInt32LE(RATE, 24);
  bytes.writeUInt32LE(RATE * 4, 28);
  bytes.writeUInt16LE(4, 32);
  bytes.writeUInt16LE(16, 34);
  bytes.write('data', 36);
  bytes.writeUInt32LE(samples.length * 4, 40);
  samples.forEach((sample, at) => {
    const value = Math.max(-32_768, Math.min(32_767, Math.round(sample * 32_767)));
    bytes.writeInt16LE(value, 44 + 4 * at);
    bytes.writeInt16LE(value, 46 + 4 * at);
  });
  return bytes;
}
