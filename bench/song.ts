import { newSong, newTrack, soundById, withTrack, type Document, type Note } from '../core/src';

let ids = 0;
export const newId = () => `b${++ids}`;

/** A song of one track whose pattern holds `count` notes: `together` at a time, every `spacing` ticks. */
export function songOf(count: number, { spacing = 1000, together = 1, velocity = (index: number) => 1 + (index % 127) } = {}): Document {
  const song = newSong('song', 'Bench', 1);
  const parts = newTrack(song, soundById('lamp-keys'), newId, 4);
  const notes = Array.from({ length: count }, (_, index): Note => ({
    id: newId(),
    patternId: parts.pattern.id,
    start: Math.floor(index / together) * spacing,
    length: 2000 + (index % 7) * 500,
    pitch: 48 + ((index * 7) % 30),
    velocity: velocity(index),
  }));
  const length = Math.ceil(count / together) * spacing;
  const document = withTrack(song, { ...parts, pattern: { ...parts.pattern, length }, placement: { ...parts.placement, length } });
  return { ...document, notes: { [parts.pattern.id]: notes } };
}

/** The parts of a made-up song under another song's id. */
export function owned({ tracks, patterns, placements }: ReturnType<typeof songOf>, songId: string) {
  const own = <T extends { songId: string }>(rows: readonly T[]): T[] => rows.map((row) => ({ ...row, songId }));
  return { tracks: own(tracks), patterns: own(patterns), placements: own(placements) };
}
