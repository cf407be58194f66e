import { byStartThenPitch } from '../model/collections';
import { findById, notesOf, type Document } from '../model/document';
import type { Id, Note } from '../model/entities';
import type { Entry } from './change';

/** Two lists of notes that some entries were found between. */
interface Found {
  readonly patternId: Id;
  readonly before: WeakRef<readonly Note[]>;
  readonly after: WeakRef<readonly Note[]>;
}

const found = new WeakMap<readonly Entry[], Found>();

/** Remembers which lists some entries were found between, for as long as a document holds both: laid on the first, they give
 *  the second, and need not be worked out again. Nothing is kept alive by it. */
export function remember(entries: readonly Entry[], patternId: Id, before: readonly Note[], after: readonly Note[]): void {
  if (isInOrder(after)) found.set(entries, { patternId, before: new WeakRef(before), after: new WeakRef(after) });
}

/** The document with these entries laid on it, where it holds the very list that they were found from; null where it does not. */
export function asFound(document: Document, entries: readonly Entry[]): Document | null {
  const known = found.get(entries);
  const after = known?.after.deref();
  if (!known || !after || known.before.deref() !== notesOf(document, known.patternId)) return null;
  if (!findById(document.patterns, known.patternId)) return null;
  const { [known.patternId]: _before, ...others } = document.notes;
  return { ...document, notes: after.length ? { ...others, [known.patternId]: after } : others };
}

/** Whether notes stand in order, none twice. */
function isInOrder(notes: readonly Note[]): boolean {
  for (let index = 1; index < notes.length; index++) if (byStartThenPitch(notes[index - 1]!, notes[index]!) >= 0) return false;
  return true;
}
