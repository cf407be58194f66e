import { parseMidi } from 'midi-file';
import {
  ACTIONS,
  actionById,
  applyOwn,
  COMMON_TIME,
  demoSong,
  division,
  events,
  exportMidi,
  gridOf,
  importMidi,
  newSong,
  newTrack,
  notesOf,
  perform,
  SAMPLE_RATE,
  secondsAt,
  soundById,
  SoundEngine,
  TICKS_PER_QUARTER,
  withTrack,
  type Document,
  type EngineNote,
  type Note,
} from '../core/src';

/** One thing measured against a peer or a limit in the same run. */
interface Figure {
  readonly what: string;
  readonly ratio: number;
  readonly limit: number;
  /** Whether the ratio should stay below the limit, or reach it. */
  readonly better: 'lower' | 'higher';
}

const RUNS = 5;

/** Median milliseconds of five runs, after one to warm up. */
function time(work: () => unknown): number {
  work();
  const runs = Array.from({ length: RUNS }, () => {
    const began = performance.now();
    work();
    return performance.now() - began;
  });
  return runs.sort((a, b) => a - b)[Math.floor(RUNS / 2)]!;
}

let ids = 0;
const newId = () => `b${++ids}`;

function songWith(count: number): Document {
  const song = newSong('song', 'Bench', 1);
  const parts = newTrack(song, soundById('lamp-keys'), newId, 4);
  const notes = Array.from({ length: count }, (_, index): Note => ({
    id: newId(),
    patternId: parts.pattern.id,
    start: index * 1000,
    length: 2000 + (index % 7) * 500,
    pitch: 36 + (index % 60),
    velocity: 1 + (index % 127),
  }));
  const document = withTrack(song, { ...parts, pattern: { ...parts.pattern, length: count * 1000 } });
  return { ...document, notes: { [parts.pattern.id]: notes } };
}

/** Actions that move notes put them in order again, and are allowed twice as much. */
const SORTING = new Set(['rotate', 'nudge', 'quantize', 'split-parts', 'first-cut', 'split-lines']);

function actionFigures(): Figure[] {
  const document = songWith(100_000);
  const patternId = document.patterns[0]!.id;
  const notes = notesOf(document, patternId);
  const copy = time(() => notes.map((note) => ({ ...note })));
  const context = { grid: gridOf(division('1/16'), COMMON_TIME), meter: COMMON_TIME, tempos: document.song.tempos, newId };
  const chosen = new Set(notes.map(({ id }) => id));
  return ACTIONS.map(({ id }) => {
    // Splits are held to 20,000 notes; they get fewer.
    const some = /split|cut/.test(id) ? [...chosen].slice(0, 9_000) : [...chosen];
    const run = () =>
      applyOwn(
        document,
        perform(document, { action: actionById(id), params: {}, patternId, noteIds: some, seed: 1 }, context, {
          id: newId(),
          at: 0,
          device: 'bench',
        }).change,
      );
    return {
      what: `${id}: run, diff and apply on 100,000 notes, over copying them`,
      ratio: time(run) / copy,
      limit: SORTING.has(id) ? 16 : 8,
      better: 'lower',
    };
  });
}

function importFigure(): Figure {
  const bytes = exportMidi(songWith(50_000), 'written');
  const parse = time(() => parseMidi(bytes));
  const whole = time(() => importMidi(bytes, { newId, seed: 1, name: '' }));
  return { what: '50,000 notes from a MIDI file to a song, over the byte parser alone', ratio: whole / parse, limit: 4, better: 'lower' };
}

function renderFigure(): Figure {
  const document = demoSong(newId);
  const frameAt = (tick: number) => Math.round(secondsAt(document.song.tempos, tick) * SAMPLE_RATE);
  const seconds = 20;
  const notes = events(document, 0, 32 * TICKS_PER_QUARTER, { view: { kind: 'song' } }).map(
    ({ tick, lengthTicks, trackId, pitch, velocity }, index): EngineNote => ({
      at: frameAt(tick),
      frames: frameAt(lengthTicks),
      trackId,
      pitch,
      velocity,
      seed: index + 1,
    }),
  );
  const render = () => {
    const engine = new SoundEngine();
    const tracks = document.tracks.map(({ id, soundId, levelDb, pan, kind }) => ({
      id,
      sound: soundById(soundId, kind),
      levelDb,
      pan,
      isAudible: true,
    }));
    engine.post({ type: 'tracks', tracks });
    engine.post({ type: 'notes', notes, generation: 0 });
    engine.render(new Float32Array(seconds * SAMPLE_RATE), new Float32Array(seconds * SAMPLE_RATE));
  };
  return { what: 'rendering 20 s of the demo, as times real time', ratio: (seconds * 1000) / time(render), limit: 40, better: 'higher' };
}

for (const { what, ratio, limit, better } of [...actionFigures(), importFigure(), renderFigure()]) {
  const isReached = better === 'lower' ? ratio <= limit : ratio >= limit;
  console.log(
    `${isReached ? 'reached' : 'missed '}  ${ratio.toFixed(1).padStart(6)} (${better === 'lower' ? 'at most' : 'at least'} ${limit})  ${what}`,
  );
}
