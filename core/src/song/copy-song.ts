import { COLLECTION_NAMES, rulesOf } from '../model/collections';
import { documentOf, entitiesOf, type Document } from '../model/document';
import type { Id } from '../model/entities';

/** The same song under another id and name. Everything in it keeps its own id, for ids are told apart within a song. */
export function copySong(document: Document, id: Id, name: string): Document {
  const ofSong = new Set(COLLECTION_NAMES.filter((of) => rulesOf(of).parents.some((parent) => parent.of.includes('song'))));
  return documentOf({ ...document.song, id, name }, (of) => {
    const rows = entitiesOf(document, of);
    return ofSong.has(of) ? rows.map((row) => ({ ...row, songId: id })) : rows;
  });
}
