import { note, PATTERN, songWith } from '../../test/make';
import { readWav } from '../../test/read-wav';
import type { Document } from '../model';
import { newTrack, withTrack } from '../song';
import { soundById } from '../sounds';
import { limited } from './limited';
import { exportStem, exportWav, stemGain, type WavEnd, type WavOptions, type WavPiece } from '.';

const BAR = 4 * 20160;
/** A beat at this tempo lasts 28,125 frames: no whole number of the engine's chunks, nor a bar of samples at 44.1 kHz. */
const BPM = 102.4;

function run<End>(work: Generator<WavPiece, End>): { readonly end: End; readonly bytes: Uint8Array } {
  const pieces: Uint8Array[] = [];
  let step = work.next();
  for (; !step.done; step = work.next()) pieces.push(step.value.bytes);
  return { end: step.value, bytes: new Uint8Array(Buffer.concat(pieces)) };
}

const OPTIONS: WavOptions = { start: 0, end: BAR, trackIds: null, ending: 'cut', sampleRate: 48_000, bits: 32, level: 'heard' };

function samplesOf({ end, bytes }: { end: WavEnd; bytes: Uint8Array }) {
  return readWav(new Uint8Array(Buffer.concat([end.header, bytes])));
}

const wavOf = (document: Document, options: Partial<WavOptions> = {}) => samplesOf(run(exportWav(document, { ...OPTIONS, ...options })));

const largest = (samples: Float64Array) => samples.reduce((most, value) => Math.max(most, Math.abs(value)), 0);
const apart = (some: Float64Array, others: Float64Array) => largest(some.map((value, index) => value - (others[index] ?? 0)));
/** Both sides together: what is wide, and sways on from pass to pass, is the same on both but for its sign. */
const middle = ({ left, right }: ReturnType<typeof samplesOf>) => left.map((value, index) => (value + right[index]!) / 2);

/** A bar of wide pads and bells with echo that ring over its end, over and over. */
function ringing(bars: number): Document {
  const song = songWith(
    [
      note({ id: 'low', pitch: 45, length: 20160 }),
      note({ id: 'late', start: 3 * 20160, pitch: 64, length: 18_000, velocity: 110 }),
      note({ id: 'last', start: 3 * 20160, pitch: 76, length: 20_160 }),
    ],
    1,
  );
  return {
    ...song,
    song: { ...song.song, tempos: [{ tick: 0, bpm: BPM }] },
    tracks: song.tracks.map((track) => ({ ...track, soundId: 'glass-pad', setting: { echo: 1, room: 1 } })),
    placements: song.placements.map((placement) => ({ ...placement, length: bars * BAR })),
  };
}

/** The bars of a song that plays one over and over, rendered from end to end. */
const BARS = 14;

describe('a loop that wraps', () => {
  const long = wavOf(ringing(BARS), { end: BARS * BAR });
  const barFrames = (60 / BPM) * 4 * 48_000;

  it('lasts as long as the loop, and is what a late pass is of a song that plays it over and over', () => {
    const file = wavOf(ringing(1), { ending: 'wraps' });
    expect(file.left.length).toBe(Math.round(barFrames));
    const heard = middle(file);
    expect(largest(heard)).toBeGreaterThan(0.05);
    const late = Math.round(12 * barFrames);
    expect(apart(heard, middle(long).slice(late, late + heard.length))).toBeLessThan(0.01 * largest(heard));
    // Cut, it begins in silence; wrapped, with what rings at its end.
    expect(largest(file.left.slice(0, 20))).toBeGreaterThan(100 * largest(wavOf(ringing(1)).left.slice(0, 20)));
  });

  it.each([48_000, 44_100] as const)('at %i Hz its last sample meets its first as in a song that goes on', (sampleRate) => {
    for (const side of ['left', 'right'] as const) {
      const samples = wavOf(ringing(1), { ending: 'wraps', sampleRate })[side];
      const around = Float64Array.of(...samples.slice(-40), ...samples.slice(0, 40));
      // The second difference of a smooth swing is small everywhere; a seam stands out of it.
      const bends = around.slice(1, -1).map((value, index) => around[index]! - 2 * value + around[index + 2]!);
      const elsewhere = largest(bends.filter((_, index) => Math.abs(index + 1 - 39.5) > 4));
      expect(largest(bends)).toBeLessThan(1.2 * elsewhere + 1e-6);
    }
  });

  it('repeats within 80 dB: what a pass more would begin with is what the file begins with', () => {
    const once = middle(wavOf(ringing(1), { ending: 'wraps' }));
    const two = middle(wavOf(ringing(2), { end: 2 * BAR, ending: 'wraps' }));
    for (const from of [0, Math.round(barFrames)]) {
      const begun = two.slice(from, from + 4800);
      expect(apart(begun, once)).toBeLessThan(10 ** (-80 / 20) * largest(once));
    }
  });
});

/** Two tracks with room and echo, well below what the limiter holds. */
function twoTracks(): Document {
  const song = songWith([note({ start: 0, length: 20160, velocity: 90 }), note({ id: 'b', start: 20160, pitch: 67, velocity: 70 })], 1);
  const ids = ['t2', 'p2', 'pl2'];
  const two = withTrack(
    song,
    newTrack(song, soundById('wide-lead'), () => ids.shift()!, 2),
  );
  return {
    ...two,
    tracks: two.tracks.map((track, index) => ({
      ...track,
      levelDb: index ? -9 : -3,
      pan: index ? 0.4 : -0.2,
      setting: { echo: 0.6, room: 0.4 },
    })),
    notes: { [PATTERN]: song.notes[PATTERN]!, p2: [note({ id: 'x', patternId: 'p2', start: 10_080, length: BAR / 2, pitch: 62 })] },
  };
}

describe('tracks that leave on their own', () => {
  const ids = ['track', 't2'];
  const stems = (document: Document, options: Partial<WavOptions> = {}) => {
    const all = { ...OPTIONS, trackIds: ids, ...options };
    const gain = run(stemGain(document, all)).end;
    return { gain, files: ids.map((id) => samplesOf(run(exportStem(document, { ...all, trackIds: [id] }, gain)))) };
  };
  const sum = (files: readonly { left: Float64Array }[]) => {
    const longest = Math.max(...files.map(({ left }) => left.length));
    return Float64Array.from({ length: longest }, (_, index) => files.reduce((total, { left }) => total + (left[index] ?? 0), 0));
  };

  it.each([
    ['heard', 'rings'],
    ['peak', 'wraps'],
  ] as const)('add up to the mix within 60 dB at the level "%s", in a file that %s', (level, ending) => {
    const document = twoTracks();
    const mix = wavOf(document, { level, ending }).left;
    const { files } = stems(document, { level, ending });
    expect(Math.min(...files.map(({ left }) => largest(left)))).toBeGreaterThan(0.01);
    expect(apart(mix, sum(files))).toBeLessThan(largest(mix) / 1000);
  });

  it('keep the balance they have in the mix at any level: one gain for all', () => {
    const document = twoTracks();
    const [heard, loud] = [stems(document), stems(document, { level: 'loudness' })];
    const ratios = heard.files.map(({ left }, index) => largest(loud.files[index]!.left) / largest(left));
    expect(ratios[0]! / ratios[1]!).toBeCloseTo(1, 4);
    expect(loud.gain).toBeGreaterThan(1.5);
  });

  it('at a loudness too: turned up until none is over full scale, and no further', () => {
    const document = twoTracks();
    const quiet = stems(document).files.map(({ left }) => largest(left));
    // A hit now and then is soft on the whole: it would be turned up far over full scale.
    const sparse = { ...document, notes: { [PATTERN]: [note({ length: 600, velocity: 127 })], p2: [] } };
    const { files } = stems(sparse, { level: 'loudness' });
    expect(largest(files[0]!.left)).toBeGreaterThan(quiet[0]!);
    expect(Math.max(...files.map(({ left }) => largest(left)))).toBeLessThan(0.95);
  });

  it('none goes over full scale: all are turned down where one would', () => {
    const loud = twoTracks();
    const document = { ...loud, tracks: loud.tracks.map((track) => ({ ...track, levelDb: 6, setting: { drive: -1 } })) };
    const pattern = {
      ...document,
      notes: {
        ...document.notes,
        [PATTERN]: [48, 52, 55, 59, 60, 64].map((pitch) => note({ id: `c${pitch}`, pitch, length: BAR, velocity: 127 })),
      },
    };
    const { gain, files } = stems(pattern);
    expect(gain).toBeLessThan(1);
    expect(Math.max(...files.map(({ left }) => largest(left)))).toBeLessThan(0.9);
  });
});

it('what is limited after it was turned up is held on both sides, and where nothing has to be held is as it was', () => {
  const made = (gain: number) => {
    const side = (hz: number) => Float32Array.from({ length: 9600 }, (_, at) => 0.25 * Math.sin((2 * Math.PI * hz * at) / 48_000));
    const [left, right] = [side(440), side(660)];
    const out = [...limited([{ left, right, progress: 1 }], gain)];
    const joined = (of: 'left' | 'right') => Float64Array.from(out.flatMap((block) => [...block[of]]));
    return { left: joined('left'), right: joined('right'), was: { left, right } };
  };
  const plain = made(2);
  for (const side of ['left', 'right'] as const) {
    expect(plain[side]).toHaveLength(9600);
    expect(
      apart(
        plain[side],
        Float64Array.from(plain.was[side], (sample) => 2 * sample),
      ),
    ).toBeLessThan(1e-6);
    expect(largest(made(8)[side])).toBeLessThan(0.9);
    expect(largest(made(8)[side].subarray(4000))).toBeGreaterThan(0.6);
  }
});
