import {
  ACTIONS,
  applyOwn,
  clipOf,
  COMMON_TIME,
  copyTime,
  cutWhereItRepeats,
  differences,
  division,
  events,
  gridOf,
  idsOfRun,
  keyOf,
  moveTime,
  newSong,
  newTrack,
  notesOf,
  perform,
  plainContext,
  soundById,
  songEnd,
  sorted,
  TICKS_PER_QUARTER,
  withLane,
  type Document,
  type NotesAction,
  type Treatment,
} from '../core/src';
import { exportMidi } from '../core/src/midi';
import { RUNS, type Figure } from './figure';
import { newId, songOf } from './song';

const BAR = 4 * TICKS_PER_QUARTER;
/** Twice the work may take this many times as long: twice, and what sorting and a wavering machine add. */
const MOST = 2.3;

/** Settings for actions whose own would do nothing on these notes, or make more of them than there may be. */
const PARAMS: Readonly<Record<string, object>> = {
  repeat: { until: 'times', times: 2 },
  'type-values': { velocity: '+1' },
};

/** How long work takes at 2n over how long it takes at n, side by side: the quickest of several runs each, since what comes between only adds. */
function grown(what: string, n: number, make: (size: number) => () => unknown): Figure {
  const [once, twice] = [make(n), make(2 * n)];
  const timed = (work: () => unknown) => {
    const began = performance.now();
    work();
    return performance.now() - began;
  };
  const pairs = Array.from({ length: RUNS + 4 }, () => [timed(once), timed(twice)] as const).slice(1);
  const [small, large] = [0, 1].map((which) => Math.min(...pairs.map((pair) => pair[which]!))) as [number, number];
  return {
    what: `${what}: ${n.toLocaleString('en')} doubled`,
    ratio: large / small,
    limit: MOST,
    better: 'lower',
    plain: `${large.toFixed(1)} ms over ${small.toFixed(1)} ms`,
  };
}

export function* growthFigures(): Generator<Figure> {
  for (const action of ACTIONS)
    yield grown(`\`${action.id}\` on notes at uneven places`, /split|cut|repeat|phrase/.test(action.id) ? 2000 : 20_000, (size) =>
      performed(action, size),
    );
  yield grown('a duplicate with a lane going along', 4000, (size) =>
    performed(
      ACTIONS.find(({ id }) => id === 'duplicate')!,
      size,
      true,
    ),
  );
  yield grown('MIDI as heard, tracks', 100, (size) => {
    const song = songOfTracks(size, 4);
    return () => exportMidi(song, 'heard');
  });
  yield grown('time moved over placements that cross it, tracks', 1000, (size) => {
    const song = songOfTracks(size, 1, 8);
    return () => moveTime(song, [BAR, 2 * BAR], 5 * BAR, newId);
  });
  yield grown('the events of a whole song of one track, placements', 1000, (size) => {
    const song = songOfTracks(1, size);
    return () => events({ ...song }, 0, songEnd(song), { view: { kind: 'song' } });
  });
  yield grown('how two songs differ, tracks', 1000, (size) => {
    const song = songOfTracks(size, 1);
    const other = { ...song, tracks: song.tracks.map((track) => ({ ...track, levelDb: -3 })) };
    return () => differences(song, other);
  });
  yield grown('a long pattern cut where it repeats, bars', 500, (size) => {
    const song = longPattern(size);
    return () => cutWhereItRepeats(song, [song.placements[0]!.id], newId);
  });
  yield grown('bars copied with treated placements, placements', 500, (size) => {
    const song = treated(songOfTracks(1, size));
    return () => copyTime(song, [0, songEnd(song)], songEnd(song), 'own', newId);
  });
}

/** An action on all notes of a song: run, compared, laid on. */
function performed(action: NotesAction, size: number, hasLane = false): () => unknown {
  const plain = songOf(size, { spacing: 1111 });
  const patternId = plain.patterns[0]!.id;
  // The same few pitches at uneven distances, as a hat played by hand.
  const notes = notesOf(plain, patternId).map((note, index) => ({
    ...note,
    start: note.start + ((index * 7919) % 500),
    pitch: 40 + (index % 5),
  }));
  const uneven = sorted({ ...plain, notes: { [patternId]: notes } });
  const document = hasLane ? withLane(uneven, patternId, 'cc:74', newId) : uneven;
  const { tempos } = document.song;
  const context = {
    ...plainContext(gridOf(division('1/16'), COMMON_TIME), COMMON_TIME, tempos, idsOfRun('bench')),
    key: keyOf({ tonic: 'F#', scale: 'major pentatonic' }),
    clip: clipOf(notesOf(document, patternId), [{ tick: 0, ...COMMON_TIME }]),
    at: { tick: 0, pitch: 40 },
    lanesTravel: hasLane,
  };
  const params = { ...PARAMS[action.id], ...(action.id === 'phrase' ? { text: `C4*${size / 8} E4*${size / 8}` } : {}) };
  const noteIds = notes.map(({ id }) => id);
  const given = { action, params, patternId, noteIds, seed: 1 };
  return () => applyOwn(document, perform(document, given, context, { id: newId(), at: 0, device: 'bench' }).change);
}

/** Tracks of one pattern each, of a bar of eight notes, placed so many times in a row, each so many bars long. */
function songOfTracks(tracks: number, times: number, bars = 1): Document {
  const song = newSong('song', 'Bench', 1);
  const parts = Array.from({ length: tracks }, (_, order) => {
    const made = newTrack(song, soundById('lamp-keys'), newId, 1);
    const placements = Array.from({ length: times }, (_each, index) => ({
      ...made.placement,
      id: newId(),
      start: index * bars * BAR,
      length: bars * BAR,
    }));
    const notes = Array.from({ length: 8 }, (_each, step) => ({
      id: newId(),
      patternId: made.pattern.id,
      start: (step * BAR) / 8,
      length: 2000,
      pitch: 60 + step,
      velocity: 90,
    }));
    return { track: { ...made.track, order }, pattern: made.pattern, placements, notes };
  });
  return sorted({
    ...song,
    tracks: parts.map(({ track }) => track),
    patterns: parts.map(({ pattern }) => pattern),
    placements: parts.flatMap(({ placements }) => placements),
    notes: Object.fromEntries(parts.map(({ pattern, notes }) => [pattern.id, notes])),
  });
}

/** One pattern of so many bars, every other of which is new. */
function longPattern(bars: number): Document {
  const song = songOfTracks(1, 1);
  const [pattern] = song.patterns;
  const notes = Array.from({ length: bars * 8 }, (_, index) => {
    const bar = Math.floor(index / 8);
    return {
      id: newId(),
      patternId: pattern!.id,
      start: (index * BAR) / 8,
      length: 2000,
      pitch: 40 + (index % 8),
      velocity: bar % 2 ? 64 : 1 + (bar % 120),
    };
  });
  const length = bars * BAR;
  return {
    ...song,
    patterns: [{ ...pattern!, length }],
    placements: [{ ...song.placements[0]!, length }],
    notes: { [pattern!.id]: notes },
  };
}

function treated(song: Document): Document {
  const treatments = song.placements.map(({ id }, order): Treatment => ({
    id: newId(),
    parentId: id,
    order,
    actionId: 'transpose',
    params: { semitones: 1 },
    on: true,
  }));
  return sorted({ ...song, treatments });
}
