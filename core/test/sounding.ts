import { SAMPLE_RATE, SoundEngine, type EngineNote, type EngineTrack } from '../src/audio';
import { soundById, SOUNDS } from '../src/sounds';

export const track = (id: string): EngineTrack => ({ id, sound: soundById(id), levelDb: 0, pan: 0, isAudible: true });

/** A track whose sound has no room, echo or width about it. */
export function dry(id: string): EngineTrack {
  const made = track(id);
  return { ...made, sound: { ...made.sound, room: 0, echo: 0, width: 0 } };
}

export const hit = (trackId: string, fields: Partial<EngineNote> = {}): EngineNote => ({
  at: 4800,
  frames: 12_000,
  trackId,
  pitch: 57,
  velocity: 100,
  seed: 1,
  ...fields,
});

/** Plays notes in a fresh engine and gives both channels, rendered in blocks of `block` samples. */
export function play(notes: EngineNote[], frames: number, block = 128, tracks = SOUNDS.map(({ id }) => track(id))) {
  const engine = new SoundEngine();
  engine.post({ type: 'tracks', tracks });
  engine.post({ type: 'notes', notes, generation: 0 });
  return render(engine, frames, block);
}

export function render(engine: SoundEngine, frames: number, block = 128) {
  const left = new Float32Array(frames);
  const right = new Float32Array(frames);
  for (let at = 0; at < frames; at += block) engine.render(left.subarray(at, at + block), right.subarray(at, at + block));
  return { left, right };
}

function largest(samples: Float32Array, measure: (index: number) => number): number {
  let most = 0;
  for (let index = 0; index < samples.length; index++) {
    const value = measure(index);
    if (value > most || -value > most) most = value < 0 ? -value : value;
  }
  return most;
}

export const peak = (samples: Float32Array) => largest(samples, (index) => samples[index]!);
export const largestStep = (samples: Float32Array) => largest(samples, (index) => samples[index]! - (samples[index - 1] ?? 0));

/** How strong a frequency is in samples (G. Goertzel, 1958), which fade in and out. */
export function strengthOf(hz: number, samples: Float32Array): number {
  const twice = 2 * Math.cos((2 * Math.PI * hz) / SAMPLE_RATE);
  const { length } = samples;
  let [last, before] = [0, 0];
  for (let index = 0; index < length; index++) {
    const place = (2 * index) / length - 1;
    const next = samples[index]! * (1 - place * place) ** 2 + twice * last - before;
    before = last;
    last = next;
  }
  return Math.sqrt(last * last + before * before - twice * last * before);
}
