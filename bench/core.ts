import { parseMidi } from 'midi-file';
import {
  ACTIONS,
  applyOwn,
  clipOf,
  COMMON_TIME,
  division,
  gridOf,
  idsOfRun,
  keyOf,
  notesOf,
  perform,
  plainContext,
  SAMPLE_RATE,
  SoundEngine,
  SOUNDS,
  type EngineNote,
  type NotesAction,
} from '../core/src';
import { exportMidi, importMidi } from '../core/src/midi';
import { median, time, type Figure } from './figure';
import { newId, songOf } from './song';

/** Actions that put notes into another order, or many new ones among them, sort, and are allowed twice as much. */
const SORTING = new Set([
  'rotate',
  'rotate-values',
  'reverse',
  'nudge',
  'quantize',
  'split-parts',
  'first-cut',
  'split-lines',
  'split-at',
  'join',
  'duplicate',
  'repeat',
  'fill',
  'paste',
  'best-bar',
  'extend',
  'lean',
  'stretch',
  'to-hits',
]);

/** Settings for actions whose own would do nothing here. */
const PARAMS: Readonly<Record<string, object>> = {
  repeat: { until: 'times', times: 2 },
  'type-values': { velocity: '+1' },
  phrase: { text: 'C4*1000 E4*1000' },
};

/** Each line as soon as it is measured. */
export function* actionFigures(): Generator<Figure> {
  const document = songOf(100_000);
  const patternId = document.patterns[0]!.id;
  const notes = notesOf(document, patternId);
  const all = notes.map(({ id }) => id);
  const context = {
    ...plainContext(gridOf(division('1/16'), COMMON_TIME), COMMON_TIME, document.song.tempos, idsOfRun('bench')),
    key: keyOf({ tonic: 'F#', scale: 'major pentatonic' }),
    clip: clipOf(notes, [{ tick: 0, ...COMMON_TIME }]),
    hits: Array.from({ length: 2000 }, (_, index) => index * 5040 + ((index * 397) % 900)),
  };
  // One peer for all lines: what copying takes swings fourfold from one moment to the next.
  const copy = median(Array.from({ length: 9 }, () => time(() => notes.map((note) => ({ ...note })))));
  for (const action of ACTIONS) {
    // Splits and repeats are held to 20,000 notes; they get fewer.
    const some = /split|cut|repeat/.test(action.id) ? all.slice(0, 9_000) : all;
    const given = { action, params: PARAMS[action.id] ?? {}, patternId, noteIds: some, seed: 1 };
    const ms = time(() => applyOwn(document, perform(document, given, context, { id: newId(), at: 0, device: 'bench' }).change));
    yield {
      what: `\`${action.id}\` ${taken(action, some.length)}: run, diff and apply, over copying all`,
      ratio: ms / copy,
      limit: SORTING.has(action.id) ? 16 : 8,
      better: 'lower',
      plain: `${ms.toFixed(0)} ms over ${copy.toFixed(0)} ms`,
    };
  }
}

/** Describes an action's input. */
function taken({ takes }: NotesAction, count: number): string {
  if (takes === 'row') return 'on one row of 100,000 notes';
  if (takes === 'nothing') return 'into 100,000 notes';
  return `on ${count.toLocaleString('en')} of 100,000 notes`;
}

export function importFigure(): Figure {
  const bytes = exportMidi(songOf(50_000), 'written').bytes;
  const parse = time(() => parseMidi(bytes));
  const whole = time(() => importMidi(bytes, { newId, seed: 1, name: '' }));
  return {
    what: '50,000 notes from a MIDI file to a song, over the byte parser alone',
    ratio: whole / parse,
    limit: 4,
    better: 'lower',
    plain: `${whole.toFixed(0)} ms over ${parse.toFixed(0)} ms`,
  };
}

const SECONDS = 60;
/** Strokes a second of each track, and for how long a note is held: forty a second in all, as a full arrangement has. */
const BAND = [
  { soundId: 'quay-kit', perSecond: 12, seconds: 0.1, pitches: [36, 42, 38, 42] },
  { soundId: 'quay-kit', perSecond: 6, seconds: 0.1, pitches: [70, 54, 56] },
  { soundId: 'round-bass', perSecond: 4, seconds: 0.2, pitches: [31, 31, 38, 34] },
  { soundId: 'lamp-keys', perSecond: 6, seconds: 0.3, pitches: [58, 62, 65] },
  { soundId: 'rope-pluck', perSecond: 6, seconds: 0.15, pitches: [62, 65, 69, 74] },
  { soundId: 'gull-lead', perSecond: 3, seconds: 0.25, pitches: [74, 77, 76] },
  { soundId: 'fog-pad', perSecond: 1, seconds: 1.5, pitches: [46, 53, 62] },
  { soundId: 'buoy-bells', perSecond: 2, seconds: 0.4, pitches: [79, 77] },
];

/** The band, once or twice over. */
export function renderFigure(count: 8 | 16): Figure {
  const band = count === 8 ? BAND : [...BAND, ...BAND];
  const tracks = band.map(({ soundId }, index) => ({
    id: `t${index}`,
    sound: SOUNDS.find(({ id }) => id === soundId)!,
    levelDb: -6,
    pan: 0,
    isAudible: true,
  }));
  const notes = band.flatMap(({ perSecond, seconds, pitches }, track) =>
    Array.from({ length: SECONDS * perSecond }, (_, index): EngineNote => ({
      at: Math.round((index / perSecond) * SAMPLE_RATE),
      frames: Math.round(seconds * SAMPLE_RATE),
      trackId: `t${track}`,
      pitch: pitches[index % pitches.length]!,
      velocity: 70 + ((index * 13) % 50),
      seed: index + 1,
    })),
  );
  const block = 4800;
  const left = new Float32Array(block);
  const right = new Float32Array(block);
  const render = () => {
    const engine = new SoundEngine();
    engine.post({ type: 'tracks', tracks });
    engine.post({ type: 'notes', notes, generation: 0 });
    for (let frame = 0; frame < SECONDS * SAMPLE_RATE; frame += block) engine.render(left, right);
  };
  const ms = time(render);
  return {
    what: `rendering ${SECONDS} s of ${count} tracks, ${count * 5} notes a second, as times real time`,
    ratio: (SECONDS * 1000) / ms,
    limit: count === 8 ? 40 : 28,
    better: 'higher',
    plain: `${(ms / 1000).toFixed(2)} s`,
  };
}
