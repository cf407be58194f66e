import {
  applyOwn,
  newSong,
  newTrack,
  notesOf,
  soundById,
  TICKS_PER_QUARTER,
  withTrack,
  type Change,
  type Document,
  type Note,
} from '@yibbo/core';
import { recordingPlan, type Played } from '@yibbo/core/recording';
import { RecordingInRun, type RunSetup } from '../src/acts/playing-in/recording-run';

export const BEAT = TICKS_PER_QUARTER;
export const BAR = 4 * BEAT;
/** At 120 bpm. */
export const BEAT_MS = 500;
/** The page's clock when play begins. */
const ORIGIN = 1000;

export function songWith(notes: readonly Partial<Note>[], bars = 2): Document {
  const ids = ['track', 'pattern', 'placement'];
  const document = withTrack(
    newSong('song', 'Test', 1),
    newTrack(newSong('song', 'Test', 1), soundById('lamp-keys'), () => ids.shift()!),
  );
  const made = notes.map((note, index): Note => ({
    id: `n${index}`,
    patternId: 'pattern',
    start: 0,
    length: BEAT,
    pitch: 60,
    velocity: 90,
    ...note,
  }));
  const longer = { ...document, patterns: document.patterns.map((each) => ({ ...each, length: bars * BAR })) };
  return made.length ? { ...longer, notes: { pattern: made } } : longer;
}

type Wish = Partial<Parameters<typeof recordingPlan>[0]> & Partial<RunSetup>;

function setupOf(song: Document, wish: Wish): RunSetup {
  const meters = song.song.meters;
  const patternTicks = song.patterns[0]!.length;
  const plan = recordingPlan({
    meters,
    patternTicks,
    startBar: 1,
    marked: null,
    ends: 'told',
    bars: 2,
    leadInBars: 0,
    countInBars: 0,
    ...wish,
  });
  return {
    ...plan,
    placementId: 'placement',
    from: 'pattern',
    patternTicks,
    meters,
    quantize: null,
    isKit: false,
    hitTicks: BEAT / 4,
    earlyTicks: 3000,
    isReplacing: false,
    passesAdd: true,
    latencyMs: {},
    ...wish,
  };
}

/** A recording on a song, in a time that the test moves. */
export function recording(song: Document, wish: Wish = {}) {
  let ms = ORIGIN;
  let made = 0;
  const state = {
    document: song,
    changes: [] as Change[],
    takes: [] as readonly string[],
    isOver: false,
    isPlaying: true,
    isCutOff: false,
    notes: 0,
  };
  const setup = setupOf(song, wish);
  const tickAt = (at: number) => setup.fromTick + ((at - ORIGIN) / BEAT_MS) * BEAT;
  const run = new RecordingInRun(setup, {
    player: { get isPlaying() { return state.isPlaying; }, tickHeardAt: tickAt }, // prettier-ignore
    isCutOff: () => state.isCutOff,
    document: () => state.document,
    newId: () => `m${made++}`,
    now: () => 5,
    clock: () => ms,
    commit: (entries) => {
      const change: Change = { id: `c${state.changes.length}`, at: 0, device: 'd', label: 'Record', together: 'r', entries };
      state.document = applyOwn(state.document, change);
      state.changes.push(change);
    },
    told: () => undefined,
    whenLeaving: () => () => undefined,
    over: (takes, notes) => Object.assign(state, { takes, isOver: true, notes }),
  });
  /** Lets time pass up to a beat from where play began. */
  const until = (beat: number) => {
    const to = ORIGIN + beat * BEAT_MS;
    while (ms + 50 <= to) {
      ms += 50;
      jest.advanceTimersByTime(50);
    }
    ms = Math.max(ms, to);
  };
  const at = (beat: number) => ORIGIN + beat * BEAT_MS;
  const send = (event: Played) => run.take(event, 'screen');
  const strike = (pitch: number, beat: number, length = 0.5, velocity = 80) => {
    until(beat);
    send({ kind: 'on', pitch, velocity, at: at(beat) });
    until(beat + length);
    send({ kind: 'off', pitch, at: at(beat + length) });
  };
  const inBeats = (patternId: string) => notesOf(state.document, patternId).map(({ start, pitch }) => [start / BEAT, pitch]);
  return { run, state, until, at, send, strike, inBeats };
}
