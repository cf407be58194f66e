import { keyOfFile } from '../midi/song-marks';
import { lanesOf, notesOf, type Document } from '../model/document';
import type { Id } from '../model/entities';
import { controllerOf, targetName } from '../lanes/targets';
import { barBeatAt, barTicks, least, meterAt, tickOfBar } from '../time';
import { cutWhereItRepeats } from './cut-repeats';
import { withMarkerSections } from './marker-sections';
import { deleteTime } from './stretch';

/** Options for laying out a song from a file. */
export interface Arrangement {
  /** Each track cut where it repeats, or as one long pattern. */
  readonly tracks: 'cut' | 'long';
  /** Whole bars of silence before the first note stay, or go. */
  readonly silence: 'keep' | 'trim';
  /** The song has the key that the file says first, or none. */
  readonly key: 'file' | 'none';
  /** Sections where the file has markers, or none. */
  readonly markers: 'sections' | 'none';
}

export const PLAIN_ARRANGEMENT: Arrangement = { tracks: 'cut', silence: 'keep', key: 'file', markers: 'sections' };

/** A song as it came from a file, laid out as was chosen. */
export function arranged(document: Document, { tracks, silence, key, markers }: Arrangement, newId: () => Id): Document {
  const marked = markers === 'sections' ? withMarkerSections(document, newId) : document;
  const keyed = key === 'file' ? withKeyOfFile(marked) : marked;
  const silent = silence === 'trim' ? leadingSilence(keyed) : 0;
  const trimmed = silent > 0 ? deleteTime(keyed, 0, silent, newId) : keyed;
  if (tracks === 'long') return trimmed;
  return cutWhereItRepeats(
    trimmed,
    trimmed.placements.map(({ id }) => id),
    newId,
  );
}

function withKeyOfFile(document: Document): Document {
  const { song } = document;
  const key = keyOfFile(document);
  return key && song.file ? { ...document, song: { ...song, key, file: { ...song.file, hasKey: true } } } : document;
}

/** Whole bars before the first note of a song, in ticks. */
export function leadingSilence(document: Document): number {
  const firsts = document.placements.flatMap(({ start, patternId }) => {
    const [first] = notesOf(document, patternId);
    return first ? [start + first.start] : [];
  });
  if (firsts.length === 0) return 0;
  const { meters } = document.song;
  return tickOfBar(meters, barBeatAt(meters, least(firsts)).bar);
}

/** The content of a track. */
export interface TrackShape {
  readonly patterns: number;
  readonly places: number;
  /** Bars of its one pattern, where it has just one. */
  readonly bars: number | null;
  /** How often that goes round, in all its places. */
  readonly rounds: number;
  /** Its lanes. */
  readonly lanes: readonly string[];
}

export function trackShape(document: Document, trackId: Id): TrackShape {
  const places = document.placements.filter((each) => each.trackId === trackId);
  const ids = [...new Set(places.map(({ patternId }) => patternId))];
  const only = ids.length === 1 ? document.patterns.find(({ id }) => id === ids[0]) : undefined;
  const bar = barTicks(meterAt(document.song.meters, places[0]?.start ?? 0));
  const lanes = new Set(
    ids.flatMap((id) => lanesOf(document, id).map(({ target }) => (controllerOf(target) === 64 ? 'pedal' : targetName(target)))),
  );
  const ticks = places.reduce((sum, { length }) => sum + length, 0);
  return {
    patterns: ids.length,
    places: places.length,
    bars: only ? Math.round((only.length / bar) * 100) / 100 : null,
    rounds: only ? Math.round(ticks / only.length) : 1,
    lanes: [...lanes],
  };
}
