import type { Document } from '../model/document';
import type { Id, Track } from '../model/entities';
import { notesOf } from '../model/document';

/** General MIDI's keys of a kick. */
const KICKS = [36, 35, 23];
/** How a track goes down with a kick: at once, most of the way, and back within an eighth or so. */
const DUCKED = { openMs: 60, attackMs: 5, releaseMs: 160, depth: -0.7, on: true } as const;

/** How a track ducks under the song's kick: of the other drum tracks, the one whose kick is struck most. Null where there is none. */
export function duckedUnderKick(document: Document, trackId: Id): NonNullable<Track['opensWith']> | null {
  const kicks = document.tracks.flatMap((track) => {
    if (track.kind !== 'drums' || track.id === trackId) return [];
    const patterns = new Set(document.placements.filter((placement) => placement.trackId === track.id).map(({ patternId }) => patternId));
    const notes = [...patterns].flatMap((patternId) => notesOf(document, patternId));
    return KICKS.map((pitch) => ({ trackId: track.id, pitch, count: notes.filter((note) => note.pitch === pitch && !note.muted).length }));
  });
  const most = kicks.reduce<(typeof kicks)[number] | null>((best, each) => (each.count > (best?.count ?? 0) ? each : best), null);
  return most && { ...DUCKED, trackId: most.trackId, pitch: most.pitch };
}
