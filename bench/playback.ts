import { events, newSong, newTrack, soundById, TICKS_PER_QUARTER, withTrack, type Document, type Note } from '../core/src';
import { median, percentile, type Figure } from './figure';
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
  return [afterEdit(), eachWindow()];
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
