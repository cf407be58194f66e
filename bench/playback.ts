import { events, newSong, newTrack, soundById, TICKS_PER_QUARTER, withTrack, type Document, type Note, type Treatment } from '../core/src';
import { rendered } from '../core/src/render';
import { median, percentile, time, type Figure } from './figure';
import { newId } from './song';

const BAR = 4 * TICKS_PER_QUARTER;
/** Half a second at 120 bpm: what live play asks for at a time. */
const WINDOW = TICKS_PER_QUARTER;

function notesFor(patternId: string, count: number, length: number): Note[] {
  return Array.from({ length: count }, (_, index) => ({
    id: newId(),
    patternId,
    start: Math.floor((index * length) / count),
    length: 2000,
    pitch: 36 + ((index * 5) % 48),
    velocity: 40 + (index % 80),
  }));
}

/** A song of `tracks` tracks, each with one pattern of `notes` notes in `bars` bars, placed `times` times in a row. */
function placedSong(tracks: number, notes: number, bars: number, times: number): Document {
  let document = newSong('song', 'Bench', 1);
  for (let track = 0; track < tracks; track++) {
    const parts = newTrack(document, soundById('lamp-keys'), newId, bars);
    const { pattern } = parts;
    const placement = { ...parts.placement, length: pattern.length };
    document = withTrack(document, { ...parts, placement });
    const copies = Array.from({ length: times - 1 }, (_, index) => ({ ...placement, id: newId(), start: (index + 1) * bars * BAR }));
    document = {
      ...document,
      placements: [...document.placements, ...copies].sort((a, b) => a.start - b.start),
      notes: { ...document.notes, [pattern.id]: notesFor(pattern.id, notes, pattern.length) },
    };
  }
  return document;
}

export function playbackFigures(): Figure[] {
  return [afterEdit(), ...treated(), eachWindow(), treatedRender()];
}

/** Cost of an edit before it is heard: nothing is cached for the new list of notes. */
function afterEdit(): Figure {
  const document = placedSong(1, 2000, 8, 500);
  const patternId = document.patterns[0]!.id;
  const notes = document.notes[patternId]!;
  const times = Array.from({ length: 21 }, (_, run) => {
    const edited = { ...document, notes: { [patternId]: notes.map((note, at) => (at === run ? { ...note, velocity: 1 } : note)) } };
    const began = performance.now();
    events(edited, 200 * BAR, 200 * BAR + WINDOW, { view: { kind: 'song' } });
    return performance.now() - began;
  });
  const ms = median(times.slice(1));
  return {
    what: 'ms for the first half second after an edit, 500 linked placements of 2,000 notes',
    ratio: ms,
    limit: 10,
    better: 'lower',
    plain: `${percentile(times.slice(1), 0.95).toFixed(1)} ms at the 95th percentile`,
  };
}

/** Three actions kept live, as they may stand on a placement or a track. */
function treatmentsOn(parentId: string, semitones = 12): Treatment[] {
  const actions = [
    { actionId: 'transpose', params: { semitones } },
    { actionId: 'swing', params: { percent: 58, at: '1/16' } },
    { actionId: 'humanise', params: {} },
  ] as const;
  return actions.map(({ actionId, params }, order) => ({ id: newId(), parentId, order, actionId, params, on: true }));
}

/** The same with three treatments on every placement: after an edit of the notes, and after a setting of one treatment was moved. */
function treated(): Figure[] {
  const plain = placedSong(1, 2000, 8, 500);
  const treatments = plain.placements.flatMap(({ id }) => treatmentsOn(id)).sort((a, b) => a.order - b.order);
  const document: Document = { ...plain, treatments };
  const patternId = document.patterns[0]!.id;
  const notes = document.notes[patternId]!;
  const heardAt = (song: Document) => {
    const began = performance.now();
    events(song, 200 * BAR, 200 * BAR + WINDOW, { view: { kind: 'song' } });
    return performance.now() - began;
  };
  const heard = document.placements.find(({ start, length }) => start <= 200 * BAR && start + length > 200 * BAR)!;
  const edits = Array.from({ length: 21 }, (_, run) =>
    heardAt({ ...document, notes: { [patternId]: notes.map((note, at) => (at === run ? { ...note, velocity: 1 } : note)) } }),
  ).slice(1);
  const settings = Array.from({ length: 21 }, (_, run) => {
    const moved = ({ parentId, actionId }: Treatment) => parentId === heard.id && actionId === 'transpose';
    return heardAt({
      ...document,
      treatments: treatments.map((each) => (moved(each) ? { ...each, params: { semitones: run - 10 } } : each)),
    });
  }).slice(1);
  const figure = (what: string, times: readonly number[], limit: number): Figure => ({
    what: `${what}, 500 linked placements of 2,000 notes with three treatments each`,
    ratio: median(times),
    limit,
    better: 'lower',
    plain: `${percentile(times, 0.95).toFixed(1)} ms at the 95th percentile`,
  });
  return [figure('ms for the first half second after an edit', edits, 10), figure('ms after a setting was moved', settings, 16)];
}

/** How fast a song of 12 tracks plays with three treatments on each, beside the same without. */
function treatedRender(): Figure {
  const plain = placedSong(12, 160, 8, 8);
  const document: Document = { ...plain, treatments: plain.tracks.flatMap(({ id }) => treatmentsOn(id)).sort((a, b) => a.order - b.order) };
  const took = (song: Document) => {
    // A song of its own each time: nothing is remembered of it.
    return time(() => {
      for (const block of rendered(structuredClone(song), {
        span: { start: 0, end: 8 * BAR, trackIds: null },
        ending: 'cut',
        isLimited: true,
      }))
        void block;
    });
  };
  const [without, within] = [took(plain), took(document)];
  return {
    what: 'speed of rendering 12 tracks with three treatments each, of that without',
    ratio: without / within,
    limit: 0.9,
    better: 'higher',
    plain: `${Math.round(within)} ms for 8 bars, ${Math.round(without)} without`,
  };
}

function eachWindow(): Figure {
  const document = placedSong(16, 160, 8, 16);
  const times: number[] = [];
  for (let tick = 0; tick < 128 * BAR; tick += WINDOW) {
    const began = performance.now();
    events(document, tick, tick + WINDOW, { view: { kind: 'song' } });
    times.push(performance.now() - began);
  }
  return {
    what: 'ms for each half second of 16 tracks x 128 bars, 95th percentile',
    ratio: percentile(times, 0.95),
    limit: 2,
    better: 'lower',
    plain: `${median(times).toFixed(2)} ms in the middle, ${Math.max(...times).toFixed(1)} ms the first`,
  };
}
