import { note, PATTERN, songWith } from '../../test/make';
import { QUARTER_BEAT_SECONDS, readWav } from '../../test/read-wav';
import { soundById } from '../sounds';
import type { Document } from '../model';
import { newTrack, withTrack } from '../song';
import { exportWav, LoudnessMeter, TruePeakMeter, type WavOptions } from '.';
import { Resampler } from '../audio/resample';

const BAR = 4 * 20160;
/** A second and a half at 120 bpm. */
const SPAN = 3 * 20160;

function wavOf(document: Document, options: Partial<WavOptions> = {}) {
  const work = exportWav(document, {
    start: 0,
    end: SPAN,
    trackIds: null,
    ending: 'cut',
    sampleRate: 48_000,
    bits: 16,
    level: 'heard',
    ...options,
  });
  const pieces: Uint8Array[] = [];
  for (let step = work.next(); ; step = work.next()) {
    if (step.done) return new Uint8Array(Buffer.concat([step.value.header, ...pieces]));
    pieces.push(step.value.bytes);
  }
}

/** A note on the second beat of two bars at 120 bpm. */
const document = songWith([note({ start: 20160, length: 20160, velocity: 100 })]);
const largest = (samples: Float64Array) => samples.reduce((most, value) => Math.max(most, Math.abs(value)), 0);
const sine = (hz: number, seconds: number, level: number, turn = 0) =>
  Float32Array.from({ length: seconds * 48_000 }, (_, index) => level * Math.sin(2 * Math.PI * (turn + (hz * index) / 48_000)));

describe('a WAV file', () => {
  it.each([
    [48_000, 16],
    [48_000, 24],
    [44_100, 32],
    [44_100, 16],
  ] as const)('at %i Hz and %i bits is as long as the stretch, silent until the note, and sounds then', (sampleRate, bits) => {
    const wav = readWav(wavOf(document, { sampleRate, bits }));
    expect([wav.sampleRate, wav.bits, wav.channels]).toEqual([sampleRate, bits, 2]);
    expect(Math.abs(wav.left.length - 1.5 * sampleRate)).toBeLessThanOrEqual(1);
    const beat = QUARTER_BEAT_SECONDS * sampleRate;
    // Dither of one step; and before a sharp beginning a filter rings by a few samples.
    expect(largest(wav.left.slice(0, beat - 40))).toBeLessThanOrEqual(bits === 16 ? 1 / 32_768 : 1e-6);
    expect(largest(wav.left.slice(beat, beat + 2000))).toBeGreaterThan(0.02);
  });

  it('begins a note on its very sample', () => {
    const { left } = readWav(wavOf(document, { bits: 32 }));
    const first = left.findIndex((sample) => Math.abs(sample) > 1e-7);
    expect(first).toBeGreaterThanOrEqual(24_000);
    expect(first).toBeLessThan(24_004);
  });

  it('gives the same bytes for the same song, and a longer file where its end rings out', () => {
    const once = wavOf(document, { end: 2 * 20160 });
    expect(wavOf(document, { end: 2 * 20160 })).toEqual(once);
    const rung = readWav(wavOf(document, { end: 2 * 20160, ending: 'rings' }));
    expect(rung.left.length).toBeGreaterThan(readWav(once).left.length + 0.4 * 48_000);
    expect(largest(rung.left.slice(-400))).toBeLessThanOrEqual(1 / 32_768);
  });

  it('a stretch that begins inside a note sounds the rest of it; what is muted, or was not chosen, is not in it', () => {
    const inside = readWav(wavOf(document, { start: 30_000 }));
    expect(largest(inside.left.slice(0, 4000))).toBeGreaterThan(0.01);
    const ids = ['t2', 'p2', 'pl2'];
    const two = withTrack(
      document,
      newTrack(document, soundById('fog-pad'), () => ids.shift()!, 2),
    );
    const own = { ...two, notes: { [PATTERN]: document.notes[PATTERN]!, p2: [note({ id: 'x', patternId: 'p2', length: BAR })] } };
    const peakOf = (options: Partial<WavOptions>, song = own) =>
      largest(readWav(wavOf(song, { bits: 32, ...options })).left.slice(0, 20_000));
    expect(peakOf({})).toBeGreaterThan(0.01);
    expect(peakOf({ trackIds: ['track'] })).toBe(0);
    expect(peakOf({}, { ...own, tracks: own.tracks.map((each) => ({ ...each, muted: each.id === 't2' })) })).toBe(0);
    // A solo is for listening.
    expect(peakOf({}, { ...own, tracks: own.tracks.map((each) => ({ ...each, soloed: each.id === 'track' })) })).toBeGreaterThan(0.01);
  });

  it('is in the room that the song has, and slides where a bass has one voice', () => {
    const of = (change: (song: Document) => Document, notes = [note({ start: 0, length: 20160, velocity: 100 })]) =>
      readWav(wavOf(change(songWith(notes)), { bits: 32, end: BAR })).left;
    const late = (samples: Float64Array) => largest(samples.slice(72_000, 90_000));
    const ringing = (seconds: number) => late(of((song) => ({ ...song, song: { ...song.song, room: { size: 1, seconds } } })));
    expect(ringing(5)).toBeGreaterThan(3 * ringing(0.3));

    const bass = (soundId: string, voiceMode?: 'latest') => (song: Document) => ({
      ...song,
      tracks: song.tracks.map((track) => ({ ...track, soundId, ...(voiceMode ? { voiceMode } : {}) })),
    });
    const two = [note({ id: 'a', length: 20160, pitch: 40 }), note({ id: 'b', start: 20160, length: 20160, pitch: 40 })];
    const one = [note({ id: 'a', length: 40320, pitch: 40 })];
    const apart = (soundId: string, voiceMode?: 'latest') => {
      const [touching, whole] = [of(bass(soundId, voiceMode), two), of(bass(soundId, voiceMode), one)];
      return largest(touching.map((value, index) => value - whole[index]!));
    };
    expect(apart('round-bass', 'latest')).toBe(0);
    expect(apart('round-bass')).toBeGreaterThan(0.01);
    // A plucked note is plucked again.
    expect(apart('rope-pluck', 'latest')).toBeGreaterThan(0.01);
  });

  it('has the click where it is asked for, on every beat, and not else', () => {
    const document = songWith([], 1);
    const { left } = readWav(wavOf(document, { click: { sound: 'wood', levelDb: 0, accents: true } }));
    const beat = 24_000;
    const loud = [0, 1, 2].map((at) => Math.max(...left.subarray(at * beat, at * beat + 2400).map(Math.abs)));
    expect(Math.min(...loud)).toBeGreaterThan(0.02);
    expect(loud[0]!).toBeGreaterThan(1.1 * loud[1]!);
    expect([0, 1, 2].map((at) => left.subarray(at * beat, at * beat + 300).findIndex((sample) => Math.abs(sample) > 1e-4) < 60)).toEqual([
      true,
      true,
      true,
    ]);
    expect(Math.max(...readWav(wavOf(document, {})).left.map(Math.abs))).toBeLessThan(1e-3);
  });

  it('leaves with its true peak at -1 dB, or at -14 LUFS with its peaks held', () => {
    const peakDb = (wav: ReturnType<typeof readWav>) => {
      const meter = new TruePeakMeter();
      meter.add({ left: Float32Array.from(wav.left), right: Float32Array.from(wav.right) });
      return 20 * Math.log10(meter.value);
    };
    expect(peakDb(readWav(wavOf(document, { level: 'peak', bits: 24 })))).toBeCloseTo(-1, 1);
    const loud = readWav(wavOf(document, { level: 'loudness', bits: 24 }));
    const meter = new LoudnessMeter();
    meter.add({ left: Float32Array.from(loud.left), right: Float32Array.from(loud.right) });
    expect(meter.integrated()).toBeCloseTo(-14, 0);
    expect(peakDb(loud)).toBeLessThan(-0.9);
  });
});

describe('what measures and converts', () => {
  it('a 997 Hz sine at -23 dBFS on both sides is -23 LUFS, and silence is none', () => {
    const meter = new LoudnessMeter();
    const tone = sine(997, 2, 10 ** (-23 / 20));
    meter.add({ left: tone, right: tone });
    expect(meter.integrated()).toBeCloseTo(-23, 1);
    expect(new LoudnessMeter().integrated()).toBe(-Infinity);
  });

  it('finds the peak between samples: a quarter of the rate, an eighth of a turn off', () => {
    const tone = sine(12_000, 0.2, 1, 1 / 8);
    expect(tone.reduce((most, value) => Math.max(most, Math.abs(value)), 0)).toBeCloseTo(0.707, 2);
    const meter = new TruePeakMeter();
    meter.add({ left: tone, right: tone });
    expect(20 * Math.log10(meter.value)).toBeGreaterThan(-0.2);
  });

  it('44.1 kHz keeps what both rates can say and lets nothing fold back', () => {
    const through = (hz: number) => {
      const resampler = new Resampler(44_100);
      const tone = sine(hz, 1, 0.5);
      const out: number[] = [];
      for (let at = 0; at < tone.length; at += 1000)
        out.push(...resampler.take({ left: tone.subarray(at, at + 1000), right: tone.subarray(at, at + 1000) }).left);
      out.push(...resampler.end().left);
      return out;
    };
    const kept = through(1000);
    expect(Math.abs(kept.length - 44_100)).toBeLessThanOrEqual(1);
    const middle = kept.slice(1000, -1000);
    const off = middle.map((value, index) => value - 0.5 * Math.sin((2 * Math.PI * 1000 * (index + 1000)) / 44_100));
    expect(off.reduce((most, value) => Math.max(most, Math.abs(value)), 0)).toBeLessThan(1e-4);
    expect(
      through(23_500)
        .slice(1000, -1000)
        .reduce((most, value) => Math.max(most, Math.abs(value)), 0),
    ).toBeLessThan(5e-4);
  });
});
