import { SAMPLE_RATE, type FileSamples } from '@yibbo/core';

/** The longest recording, in seconds; and from where on its samples are kept as whole numbers, which take half the room. */
const MOST_SECONDS = 20 * 60;
const WHOLE_FROM_SECONDS = 4 * 60;
/** The largest file, in bytes. */
const MOST_BYTES = 350 * 1024 * 1024;

const TOO_LONG = 'That is longer than 20 minutes. Cut it shorter in the program it comes from, then bring it in again.';
const NO_SOUND = 'This browser cannot read that as sound. WAV, FLAC, OGG and MP3 files can be brought in.';

/** Samples of a sound file at 48 kHz, on one or two channels. Rejects with an Error in words. */
export async function decodeSound(bytes: ArrayBuffer): Promise<FileSamples & { readonly channels: 1 | 2 }> {
  if (bytes.byteLength > MOST_BYTES) throw new Error(TOO_LONG);
  if (bytes.byteLength === 0) throw new Error('The file is empty. Choose another.');
  const context = new OfflineAudioContext(2, 1, SAMPLE_RATE);
  const buffer = await context.decodeAudioData(bytes).catch(() => {
    throw new Error(NO_SOUND);
  });
  if (buffer.length === 0) throw new Error(NO_SOUND);
  if (buffer.duration > MOST_SECONDS) throw new Error(TOO_LONG);
  const isWhole = buffer.duration > WHOLE_FROM_SECONDS;
  const side = (channel: number) => (isWhole ? inWholeNumbers(buffer.getChannelData(channel)) : buffer.getChannelData(channel));
  const left = side(0);
  return { left, right: buffer.numberOfChannels > 1 ? side(1) : left, channels: buffer.numberOfChannels > 1 ? 2 : 1 };
}

function inWholeNumbers(samples: Float32Array): Int16Array {
  const whole = new Int16Array(samples.length);
  for (let at = 0; at < samples.length; at++) whole[at] = Math.max(-32_768, Math.min(32_767, Math.round(samples[at]! * 32_768)));
  return whole;
}
