import { songWith, note } from '../../test/make';
import type { Document, Track } from '../model';
import type { LaneTarget } from '../lanes/targets';
import { soundById } from '../sounds';
import { engineControls, engineNotes, engineTracks } from './engine-notes';
import { events } from './events';
import { standingAt, turnedIn, type EngineRoute } from './engine-messages';
import { framesBetween, onOneChannel, oneShotHashes, recordedPieces, type FileSamples } from './recorded';

const BEAT = 20_160;
/** At 120 bpm a beat lasts half a second. */
const frameOf = (tick: number) => (tick / BEAT) * 24_000;
const route: EngineRoute = { context: { view: { kind: 'song' } }, frameOf, generation: 3 };

const withTrack = (fields: Partial<Track>): Document => {
  const song = songWith([note()]);
  return { ...song, tracks: song.tracks.map((track) => ({ ...track, ...fields })) };
};
/** A pan that goes from the left at beat 0 to the middle at beat 2. */
const panned = (): Document => ({
  ...songWith([note()]),
  lanes: [{ id: 'lane', patternId: 'pattern', target: 'cc:10' }],
  lanePoints: {
    lane: [
      { id: 'a', laneId: 'lane', tick: 0, value: 0, shape: 'straight' },
      { id: 'b', laneId: 'lane', tick: 2 * BEAT, value: 64, shape: 'hold' },
    ],
  },
});

describe('what stands where play begins', () => {
  it('is the lanes where there are some, and the echo; what is not named rests only where that is asked for', () => {
    const types = (document: Document, restFrom?: number) => standingAt(document, BEAT, route, restFrom).map(({ type }) => type);
    expect(types(songWith([note()]))).toEqual(['echoes']);
    expect(types(songWith([note()]), 7)).toEqual(['controls', 'echoes']);
    expect(types(panned())).toEqual(['controls', 'echoes']);
    const [first] = standingAt(panned(), BEAT, route, 7);
    expect(first).toEqual({
      type: 'controls',
      generation: 3,
      restFrom: 7,
      // Half way from the left end to the middle, with a beat to go.
      controls: [{ at: 24_000, frames: 24_000, trackId: 'track', kind: 'pan', value: -0.5, to: 0 }],
    });
    expect(standingAt(panned(), BEAT, route)[0]).not.toHaveProperty('restFrom');
  });

  it('after that only what changes is sent', () => {
    expect(turnedIn(panned(), 0.5 * BEAT, BEAT, route)).toEqual([]);
    expect(turnedIn(panned(), 0, BEAT, route).map(({ type }) => type)).toEqual(['controls']);
    const slower = { ...songWith([note()]), song: { ...songWith([]).song, tempos: [{ tick: 0, bpm: 120 }, { tick: BEAT, bpm: 60 }] } }; // prettier-ignore
    // A dotted eighth: 0.375 s at 120 bpm, twice that at 60.
    expect(standingAt(slower, 0, route).at(-1)).toMatchObject({ echoes: [{ at: 0, frames: 18_000 }] });
    expect(turnedIn(slower, 0.5 * BEAT, 4 * BEAT, route)).toEqual([
      { type: 'echoes', generation: 3, echoes: [{ at: 24_000, frames: 36_000 }] },
    ]);
  });

  it('gates that a drum opens stand open for their time', () => {
    const opened = withTrack({ opensWith: { on: true, trackId: 'track', pitch: 60, attackMs: 10, openMs: 500, releaseMs: 100, depth: 0.5 } as Track['opensWith'] }); // prettier-ignore
    const gate = { at: 0, frames: 24_000, trackId: 'track' };
    expect(turnedIn(opened, 0, BEAT, route)).toEqual([{ type: 'gates', generation: 3, gates: [gate] }]);
    expect(standingAt(opened, 0.5 * BEAT, route).at(-1)).toEqual({ type: 'gates', generation: 3, gates: [gate] });
    expect(standingAt(opened, 3 * BEAT, route).map(({ type }) => type)).toEqual(['echoes']);
    expect(engineTracks(opened)[0]!.gate).toEqual({ attackFrames: 480, releaseFrames: 4800, depth: 0.5 });
    expect(engineTracks(withTrack({}))[0]).not.toHaveProperty('gate');
  });
});

it('basses and leads slide where their track has one voice; keys, and basses with all voices, do not', () => {
  const slides = (soundId: string, fields: Partial<Track>) => engineTracks(withTrack({ soundId, ...fields }))[0]!.hasOneVoice === true;
  const [bass, lead] = ['round-bass', 'gull-lead'];
  expect([soundById(bass).family, soundById(lead).family]).toEqual(['bass', 'lead']);
  expect([slides(bass, { voiceMode: 'latest' }), slides(lead, { voiceMode: 'lowest' })]).toEqual([true, true]);
  expect([slides(bass, {}), slides('lamp-keys', { voiceMode: 'latest' })]).toEqual([false, false]);
});

it('lane values become what the engine turns: a bend in cents by its range, controllers from 0 to 1 or from side to side', () => {
  const turned = (target: LaneTarget, value: number, range?: number) =>
    engineControls([{ tick: 0, lengthTicks: BEAT, trackId: 't', target, value, to: value, isPoint: true, ...(range ? { range } : {}) }], frameOf)[0]!.value; // prettier-ignore
  expect([0, 64, 127].map((value) => turned('cc:10', value))).toEqual([-1, 0, 1]);
  for (const target of ['cc:1', 'cc:7', 'cc:11', 'pressure'] as const)
    expect([0, 64, 127].map((value) => turned(target, value))).toEqual([0, 64 / 127, 1]);
  for (const target of ['cc:71', 'cc:74'] as const) expect([0, 32, 127].map((value) => turned(target, value))).toEqual([-1, -0.5, 1]);
  // A bend of 14 bits, all the way down.
  expect([turned('bend', -8192), turned('bend', -8192, 12)]).toEqual([-200, -1200]);
});

it('a note goes to the engine in frames, its bend counted from where it begins', () => {
  const bent = note({ start: BEAT, length: BEAT, pan: -0.5, bend: [{ tick: 0, cents: 0, shape: 'straight' }, { tick: BEAT / 2, cents: 200, shape: 'smooth' }] }); // prettier-ignore
  const [sent] = engineNotes(events(songWith([bent]), 0, 8 * BEAT, route.context), frameOf);
  expect(sent).toMatchObject({ at: 24_000, frames: 24_000, trackId: 'track', pitch: 60, velocity: 100, pan: -0.5 });
  expect(sent!.bend!.map(({ frame, cents }) => [frame, cents])).toEqual([[0, 0], [12_000, 200]]); // prettier-ignore
  const twice = engineNotes(events(songWith([note()]), 0, 16 * BEAT, { view: { kind: 'pattern', placementId: 'placement' } }), frameOf);
  expect(twice[0]).not.toHaveProperty('bend');
  // Each sounding of a note has a name and a seed of its own, the same whenever it is asked for.
  expect(new Set(twice.map(({ key }) => key)).size).toBe(twice.length);
  expect(new Set(twice.map(({ seed }) => seed)).size).toBe(twice.length);
});

describe('recordings', () => {
  const file = { hash: 'a'.repeat(64), name: 'told.wav', frames: 60_000, channels: 2, bytes: 9 } as const;
  const recorded = (tick: number, offset: number, frames: number): Document => ({
    ...songWith([]),
    recordings: [{ id: 'r', songId: 'song', tick, name: 'Told', file, offset, frames, levelDb: 0, muted: false }],
  });
  const ramp = Float32Array.from({ length: 60_000 }, (_, at) => at);
  const samplesOf = (): FileSamples => ({ left: ramp, right: ramp });
  const clock = { fromTick: 0, lengthTicks: 1e9, tempos: [{ tick: 0, bpm: 120 }] };

  it('end where their file does, however much of it they name', () => {
    const [piece] = recordedPieces(recorded(0, 50_000, 60_000), clock, { fromTick: 0, toTick: 8 * BEAT, frameOf, samplesOf });
    expect([piece!.left.length, piece!.left[0], piece!.left.at(-1)]).toEqual([10_000, 50_000, 59_999]);
  });

  it('lie as many seconds after where a loop begins as the tempos between say', () => {
    const tempos = [
      { tick: 0, bpm: 60 },
      { tick: 4 * BEAT, bpm: 120 },
    ];
    const song = { ...recorded(5 * BEAT, 0, 60_000), song: { ...songWith([]).song, tempos } };
    // A beat at 60 bpm is a second, one at 120 half a second.
    expect(framesBetween(song, 3 * BEAT, 5 * BEAT)).toBe(72_000);
    const looped = { originTick: 0, fromTick: 3 * BEAT, lengthTicks: 4 * BEAT, tempos };
    const found = recordedPieces(song, looped, { fromTick: 0, toTick: 4 * BEAT, frameOf: (tick) => (tick < BEAT ? tick * (48_000 / BEAT) : 48_000 + (tick - BEAT) * (24_000 / BEAT)), samplesOf }); // prettier-ignore
    expect(found.map(({ at, left }) => [at, left[0]])).toEqual([[72_000, 0]]);
  });

  it('on one channel are half of each side; a song names the files that its rows and tracks play once each', () => {
    expect([...onOneChannel({ left: Float32Array.of(0.5, -0.25), right: Float32Array.of(0.25, 0.75) })]).toEqual([0.375, 0.25]);
    expect([...onOneChannel({ left: Int16Array.of(16_384), right: Int16Array.of(0) })]).toEqual([0.25]);
    const same = Float32Array.of(0.5);
    expect([...onOneChannel({ left: same, right: same })]).toEqual([0.5]);
    const shot = { file, start: 0, frames: 9, fadeIn: 0, fadeOut: 0, root: 60, cents: 0, levelDb: 0, loops: false };
    expect(oneShotHashes(withTrack({ oneShots: [shot, { ...shot, pitch: 36 }] }))).toEqual([file.hash]);
    expect(oneShotHashes(songWith([]))).toEqual([]);
  });
});
