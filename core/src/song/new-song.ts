import { kitRows, type Sound } from '../audio';
import { emptyDocument, songEnd, type Document } from '../model/document';
import { TRACK_COLOURS, TRACK_SYMBOLS, type Id, type Pattern, type Placement, type Track } from '../model/entities';
import { barTicks, meterAt } from '../time';
import { freeName } from './stretch';

/** A song with nothing in it: nothing that would have to be deleted first. */
export function newSong(id: Id, name: string, seed: number, bpm = 120): Document {
  return emptyDocument({ id, name, seed, tempos: [{ tick: 0, bpm }], meters: [{ tick: 0, numerator: 4, denominator: 4 }] });
}

export interface TrackParts {
  readonly track: Track;
  readonly pattern: Pattern;
  readonly placement: Placement;
}

export const NEW_PATTERN_BARS = 2;

/** A track for a sound with an empty pattern of `bars` bars at the song's start. It is named for its sound, with a number
 *  where that name is taken. */
export function newTrack(document: Document, sound: Sound, newId: () => Id, bars = NEW_PATTERN_BARS): TrackParts {
  const { song, tracks } = document;
  const order = tracks.reduce((highest, track) => Math.max(highest, track.order + 1), 0);
  const length = bars * barTicks(meterAt(song.meters, 0));
  const name = freeName(
    sound.name,
    tracks.map((track) => track.name),
  );
  const track: Track = {
    id: newId(),
    songId: song.id,
    order,
    name,
    kind: sound.kind,
    colour: order % TRACK_COLOURS,
    symbol: TRACK_SYMBOLS[order % TRACK_SYMBOLS.length]!,
    soundId: sound.id,
    levelDb: 0,
    pan: 0,
    muted: false,
    soloed: false,
    rows: sound.kind === 'drums' ? kitRows(sound) : [],
  };
  const pattern = { id: newId(), songId: song.id, name, length };
  const placement = {
    id: newId(),
    songId: song.id,
    trackId: track.id,
    patternId: pattern.id,
    start: 0,
    length: Math.max(length, songEnd(document)),
    offset: 0,
    muted: false,
  };
  return { track, pattern, placement };
}

/** The document with a track's parts in it. */
export function withTrack(document: Document, { track, pattern, placement }: TrackParts): Document {
  return {
    ...document,
    tracks: [...document.tracks, track],
    patterns: [...document.patterns, pattern],
    placements: [...document.placements, placement],
  };
}
