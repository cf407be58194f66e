import type { Note } from '../model/entities';

/** The properties a note may have or not. */
const OPTIONAL = ['releaseVelocity', 'muted', 'voice', 'chance', 'drawnWith', 'passes', 'roll'] as const satisfies readonly (keyof Note)[];
type Given = Partial<Pick<Note, (typeof OPTIONAL)[number]>>;

/** The note with optional properties it may not have had. Built field by field: on many notes a spread that adds a property is eight
 *  times as slow, since each copy has to be reshaped. */
export function having(note: Note, given: Given): Note {
  const { id, patternId, start, length, pitch, velocity } = note;
  const made: Note & Record<string, unknown> = { id, patternId, start, length, pitch, velocity };
  for (const field of OPTIONAL) {
    const value = given[field] ?? note[field];
    if (value !== undefined) made[field as string] = value;
  }
  return made;
}

/** The note without one of its optional properties; the very note where it has none. */
export function without(note: Note, field: (typeof OPTIONAL)[number]): Note {
  if (note[field] === undefined) return note;
  const { [field]: _gone, ...rest } = note;
  return rest;
}
