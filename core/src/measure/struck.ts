import { SoundEngine } from '../audio/engine';
import { SAMPLE_RATE } from '../audio/rate';
import type { Sound } from '../audio/sounds';
import type { Block } from '../audio/resample';

/** Where the first stroke falls in what is rendered, in frames: before it, all is silent. */
export const STRUCK_AT = 480;

export interface Struck {
  readonly pitch: number;
  readonly velocity?: number;
  /** How long the note is held, and how long all of it is, in seconds. */
  readonly held?: number;
  readonly seconds?: number;
  readonly seed?: number;
}

/** One note of a sound as it is heard on a track at 0 dB in the middle. */
export function struck(sound: Sound, { pitch, velocity = 100, held = 1, seconds = 2, seed = 1 }: Struck): Block {
  const engine = new SoundEngine();
  engine.post({ type: 'tracks', tracks: [{ id: 't', sound, levelDb: 0, pan: 0, isAudible: true }] });
  const note = { at: STRUCK_AT, frames: Math.round(held * SAMPLE_RATE), trackId: 't', pitch, velocity, seed };
  engine.post({ type: 'notes', notes: [note], generation: 0 });
  const frames = Math.round(seconds * SAMPLE_RATE);
  const block = { left: new Float32Array(frames), right: new Float32Array(frames) };
  engine.render(block.left, block.right);
  return block;
}

/** Both sides together, at half. */
export function together({ left, right }: Block): Float32Array {
  const both = new Float32Array(left.length);
  for (let index = 0; index < both.length; index++) both[index] = (left[index]! + right[index]!) / 2;
  return both;
}
