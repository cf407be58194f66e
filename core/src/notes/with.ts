import type { Note } from '../model/entities';

type Optional = 'muted' | 'voice' | 'chance' | 'drawnWith' | 'passes' | 'roll';

/** The note with optional properties it may not have had. Not by a spread: on many notes that adds a property four times as slowly. */
export function having(note: Note, fields: Pick<Note, Optional>): Note {
  return Object.assign({}, note, fields);
}

/** The note without one of its optional properties; the very note where it has none. */
export function without(note: Note, field: Optional): Note {
  if (note[field] === undefined) return note;
  const { [field]: _gone, ...rest } = note;
  return rest;
}
