import { COLLECTION_NAMES, fieldOf, rulesOf } from '../model/collections';
import { documentOf, entitiesOf, type Document } from '../model/document';
import type { Id } from '../model/entities';

/** The same song under another id and name. Everything in it keeps its own id, for ids are told apart within a song. */
export function copySong(document: Document, id: Id, name: string): Document {
  const fields = new Map(COLLECTION_NAMES.map((of) => [of, rulesOf(of).parents.find((parent) => parent.of.includes('song'))?.field]));
  return documentOf({ ...document.song, id, name }, (of) => {
    const field = fields.get(of);
    const rows = entitiesOf(document, of);
    return field ? rows.map((row) => (fieldOf(row, field) === document.song.id ? { ...row, [field]: id } : row)) : rows;
  });
}
