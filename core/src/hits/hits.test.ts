import { bringPhrase } from '../song/bring-phrase';
import { newSong } from '../song';
import { exportWav, type WavPiece } from '../render';
import { READY_PHRASES } from '../shelf';
import { readWav } from '../../test/read-wav';
import { seededRandom } from '../chance/random';
import { HitFinder } from './find';
import { hitsAt, type FoundHit } from './strength';

const RATE = 48_000;

function found(samples: Float32Array, piece = 20_000): FoundHit[] {
  const finder = new HitFinder();
  for (let at = 0; at < samples.length; at += piece) finder.add(samples.subarray(at, at + piece));
  return finder.found();
}

/** How the found and the known fit: F1 within 25 ms, and the middle distance in ms. */
function judged(hits: readonly FoundHit[], known: readonly number[]) {
  const left = [...hits.map(({ frame }) => frame)];
  const distances: number[] = [];
  for (const onset of known) {
    const near = left.reduce((best, frame) => (Math.abs(frame - onset) < Math.abs(best - onset) ? frame : best), Infinity);
    if (Math.abs(near - onset) > 0.025 * RATE) continue;
    left.splice(left.indexOf(near), 1);
    distances.push((Math.abs(near - onset) / RATE) * 1000);
  }
  const hit = distances.length;
  const median = distances.sort((a, b) => a - b)[hit >> 1] ?? Infinity;
  return { f1: (2 * hit) / (hits.length + known.length), median, missed: known.length - hit, extra: left.length };
}

/** Drums of our own rendered to samples, and when each stroke or group of strokes begins. */
function drums(name: string, more: { room?: number } = {}) {
  const { phrase } = READY_PHRASES.find((each) => each.phrase.name === name)!;
  let ids = 0;
  const base = newSong('s', 'Song', 1, phrase.bpm);
  const { document } = bringPhrase(base, phrase, { start: 0, trackId: null, fit: 'none' }, 'merge', () => `i${ids++}`);
  const dry = { ...document, tracks: document.tracks.map((track) => ({ ...track, setting: { room: more.room ?? -1 } })) };
  const work = exportWav(dry, {
    start: 0,
    end: phrase.length,
    trackIds: null,
    ending: 'cut',
    sampleRate: 48_000,
    bits: 32,
    level: 'heard',
  });
  const pieces: Uint8Array[] = [];
  let step: IteratorResult<WavPiece, { header: Uint8Array }> = work.next();
  for (; !step.done; step = work.next()) pieces.push(step.value.bytes);
  const { left, right } = readWav(new Uint8Array(Buffer.concat([step.value.header, ...pieces])));
  const samples = Float32Array.from(left, (value, at) => (value + right[at]!) / 2);
  const frames = phrase.parts[0]!.notes.map(({ start }) => Math.round((start / 20_160) * (60 / phrase.bpm) * RATE));
  const onsets = [...new Set(frames)].filter((frame, index, all) => index === 0 || frame - all[index - 1]! > 0.02 * RATE);
  return { samples, onsets };
}

/** Strokes of falling noise and of falling sines at known places. */
function made(onsets: readonly number[], { noise = 0, seed = 1 } = {}) {
  const random = seededRandom(seed);
  const white = () => 2 * random() - 1;
  const samples = Float32Array.from({ length: 10 * RATE }, () => noise * white());
  onsets.forEach((onset, index) => {
    const level = [0.8, 0.3, 0.5][index % 3]!;
    const hz = [60, 200, 0][index % 3]!;
    for (let at = 0; at < 0.4 * RATE && onset + at < samples.length; at++) {
      const fall = level * Math.exp(-at / (0.04 * RATE));
      samples[onset + at]! += fall * (hz ? Math.sin((2 * Math.PI * hz * at) / RATE + 0.6) : white());
    }
  });
  return samples;
}

describe('hits in a recording', () => {
  const places = Array.from({ length: 48 }, (_, index) => Math.round((0.2 + index * 0.2 + (index % 5) * 0.007) * RATE));

  it.each([0, 0.003, 0.01])('are found where strokes were put, under noise of %s, to a millisecond', (noise) => {
    const { f1, median } = judged(hitsAt(found(made(places, { noise })), 0.5), places);
    expect(f1).toBeGreaterThanOrEqual(0.97);
    expect(median).toBeLessThanOrEqual(1);
  });

  it.each(['Plain sailing', 'Four ropes', 'Broken crates', 'Rolling deck', 'Harbour dance', 'Round the toms'])(
    'are found in a drum part of our own: %s',
    (name) => {
      const { samples, onsets } = drums(name);
      const { f1, median } = judged(hitsAt(found(samples), 0.5), onsets);
      expect(f1).toBeGreaterThanOrEqual(0.97);
      expect(median).toBeLessThanOrEqual(1);
    },
  );

  it('are none in silence, in a held note and in noise', () => {
    expect(hitsAt(found(new Float32Array(3 * RATE)), 0.5)).toEqual([]);
    const held = Float32Array.from(
      { length: 3 * RATE },
      (_, at) => 0.3 * Math.min(1, at / RATE) * Math.sin((2 * Math.PI * 220 * at) / RATE),
    );
    expect(hitsAt(found(held), 0.5).filter(({ frame }) => frame > 0.1 * RATE)).toEqual([]);
  });

  it('are the same whatever pieces the samples come in, and more the more sensitive they are asked for', () => {
    const { samples } = drums('Ghosts first');
    const one = found(samples, samples.length);
    expect(found(samples, 777)).toEqual(one);
    const counts = [0, 0.25, 0.5, 0.75, 1].map((sensitivity) => hitsAt(one, sensitivity).length);
    expect([...counts].sort((a, b) => a - b)).toEqual(counts);
    expect(counts[0]).toBeLessThan(counts[2]!);
  });
});
