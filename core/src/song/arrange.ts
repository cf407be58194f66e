import { keyOfFile } from '../midi/song-marks';
import { byStartThenPitch } from '../model/collections';
import { inOrder, lanesOf, notesOf, songEnd, type Document } from '../model/document';
import type { Id, KeyChoice, Note } from '../model/entities';
import { fitted, keyOf, suggestedKeys, type SuggestedKey } from '../theory';
import { controllerOf, targetName } from '../lanes/targets';
import { barAfter, barBeatAt, barBefore, barTicks, least, meterAt, most, tickOfBar } from '../time';
import { cutWhereItRepeats } from './cut-repeats';
import { withMarkerSections } from './marker-sections';
import { deleteTime } from './stretch';

/** Options for laying out a song from a file. */
export interface Arrangement {
  /** Each track cut where it repeats, or as one long pattern. */
  readonly tracks: 'cut' | 'long';
  /** Whole bars of silence before the first note and after the last stay, or go. */
  readonly silence: 'keep' | 'trim';
  /** The song has the key that the file says first, the one that its notes seem to be in, or none. */
  readonly key: 'file' | 'suggested' | 'none';
  /** Notes outside that key stay, or go to its nearest ones. */
  readonly fit: 'none' | 'nearest';
  /** Sections where the file has markers, or none. */
  readonly markers: 'sections' | 'none';
}

export const PLAIN_ARRANGEMENT: Arrangement = { tracks: 'cut', silence: 'keep', key: 'file', fit: 'none', markers: 'sections' };

/** A song as it came from a file, laid out as was chosen. */
export function arranged(document: Document, { tracks, silence, key, fit, markers }: Arrangement, newId: () => Id): Document {
  const marked = markers === 'sections' ? withMarkerSections(document, newId) : document;
  const keyed = key === 'file' ? withKeyOfFile(marked) : key === 'suggested' ? withSuggestedKey(marked) : marked;
  const fitting = fit === 'nearest' ? fittedToKey(keyed) : keyed;
  const trimmed = silence === 'trim' ? withoutSilence(fitting, newId) : fitting;
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

function pitchedNotes(document: Document): readonly Note[] {
  const pitched = new Set(document.tracks.filter(({ kind }) => kind === 'pitched').map(({ id }) => id));
  const patterns = new Set(document.placements.filter(({ trackId }) => pitched.has(trackId)).map(({ patternId }) => patternId));
  return [...patterns].flatMap((id) => notesOf(document, id));
}

/** The key that a song's notes seem to be in; null without pitched notes. */
export function suggestedKeyOf(document: Document): SuggestedKey | null {
  return suggestedKeys(pitchedNotes(document), 1)[0] ?? null;
}

function withSuggestedKey(document: Document): Document {
  const suggested = suggestedKeyOf(document);
  return suggested ? { ...document, song: { ...document.song, key: suggested.choice } } : document;
}

/** How many pitched notes of a song lie outside a key. */
export function outsideKey(document: Document, choice: KeyChoice): number {
  const key = keyOf(choice);
  return key ? pitchedNotes(document).filter(({ pitch }) => !key.classes.has(pitch % 12)).length : 0;
}

/** Notes outside the song's key moved to its nearest ones; of two that come to lie on one another one stays. */
function fittedToKey(document: Document): Document {
  const key = document.song.key && keyOf(document.song.key);
  if (!key) return document;
  const moved = new Set(pitchedNotes(document).map(({ patternId }) => patternId));
  const notes = Object.fromEntries(
    Object.entries(document.notes).map(([id, list]) => {
      if (!moved.has(id)) return [id, list];
      const there = new Set<string>();
      const fitting = list
        .map((note) => ({ ...note, pitch: fitted(note.pitch, key, 'nearest') }))
        .filter(({ start, pitch }) => {
          const place = `${start} ${pitch}`;
          return !there.has(place) && there.add(place);
        });
      return [id, inOrder(fitting, byStartThenPitch)];
    }),
  );
  return { ...document, notes };
}

function withoutSilence(document: Document, newId: () => Id): Document {
  const after = trailingSilence(document);
  const end = songEnd(document);
  const ended = after > 0 ? deleteTime(document, end - after, end, newId) : document;
  const before = leadingSilence(ended);
  return before > 0 ? deleteTime(ended, 0, before, newId) : ended;
}

/** Whole bars after the last note of a song, in ticks. */
export function trailingSilence(document: Document): number {
  const ends = document.placements.flatMap(({ start, patternId }) =>
    notesOf(document, patternId).map((note) => start + note.start + note.length),
  );
  if (ends.length === 0) return 0;
  const { meters } = document.song;
  const last = most(ends);
  const bar = barBefore(meters, last) === last ? last : barAfter(meters, last);
  return Math.max(0, songEnd(document) - bar);
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
