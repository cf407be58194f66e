import type { Document } from '../model/document';
import type { Id } from '../model/entities';

/** The same song under another id and name. Everything in it keeps its own id, for ids are told apart within a song. */
export function copySong(document: Document, id: Id, name: string): Document {
  const ofSong = <T extends { readonly songId: Id }>(rows: readonly T[]) => rows.map((row) => ({ ...row, songId: id }));
  return {
    ...document,
    song: { ...document.song, id, name },
    tracks: ofSong(document.tracks),
    patterns: ofSong(document.patterns),
    placements: ofSong(document.placements),
  };
}
