import { notesOf, songEnd, type Document } from '../model/document';
import type { TRACK_SYMBOLS } from '../model/entities/track';
import { barBeatAt } from '../time';

/** A song at a glance: its tempo, meter, length in bars, and its first tracks with marks for a miniature. */
export interface SongGlance {
  readonly bpm: number;
  readonly meter: string;
  readonly bars: number;
  /** Each track's first marks, for the miniature: starts and pitches as shares of the whole, 0..1. */
  readonly tracks: readonly {
    readonly colour: number;
    readonly symbol: (typeof TRACK_SYMBOLS)[number];
    readonly name: string;
    readonly marks: readonly (readonly [number, number])[];
  }[];
}

const MARKS = 64;
const TRACKS = 6;

/** A song at a glance. Tempo in beats a minute to a tenth, of the song's beginning. */
export function glanceOf(document: Document): SongGlance {
  const { song, tracks, placements } = document;
  const end = songEnd(document);
  const { numerator, denominator } = song.meters[0]!;
  return {
    bpm: Math.round(song.tempos[0]!.bpm * 10) / 10,
    meter: `${numerator}/${denominator}`,
    bars: end === 0 ? 0 : barBeatAt(song.meters, end - 1).bar,
    tracks: tracks.slice(0, TRACKS).map(({ id, colour, symbol, name }) => {
      const placement = placements.find(({ trackId }) => trackId === id);
      return { colour, symbol, name, marks: placement ? marksOf(document, placement.patternId) : [] };
    }),
  };
}

function marksOf(document: Document, patternId: string): [number, number][] {
  const length = document.patterns.find(({ id }) => id === patternId)?.length ?? 1;
  const notes = notesOf(document, patternId).filter(({ start }) => start < length);
  const low = notes.reduce((lowest, { pitch }) => Math.min(lowest, pitch), 127);
  const high = notes.reduce((highest, { pitch }) => Math.max(highest, pitch), 0);
  const every = Math.max(1, Math.ceil(notes.length / MARKS));
  const share = (value: number) => Math.round(value * 1000) / 1000;
  return notes
    .filter((_note, index) => index % every === 0)
    .map(({ start, pitch }) => [share(start / length), share((pitch - low) / Math.max(1, high - low))]);
}
