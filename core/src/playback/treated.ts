import { notesOf, type Document } from '../model/document';
import type { Note } from '../model/entities';
import type { PlayLine } from './lines';

/** The notes of a placement as its treatments and its track's leave them. There are no treatments yet: it is the pattern's very list, which
 *  is the same object until it is edited, so that what follows can be remembered for it. */
export function treatedNotes(document: Document, { pattern }: PlayLine): readonly Note[] {
  return notesOf(document, pattern.id);
}
