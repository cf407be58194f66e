import type { Note } from '../model/entities';
import { clamp } from '../time';
import type { OptionalField } from './optional';

type Given = Partial<Pick<Note, OptionalField>>;

/** The note with optional properties it may not have had. Built field by field: on many notes a spread that adds a property is six
 *  times as slow, since each copy has to be reshaped, and asking for every property there could be three times. */
export function withFields(note: Note, given: Given): Note {
  const { id, patternId, start, length, pitch, velocity } = note;
  const made: Note & Record<string, unknown> = { id, patternId, start, length, pitch, velocity };
  for (const field in note) if (!(field in made)) made[field] = note[field as keyof Note];
  for (const field in given) if (given[field as OptionalField] !== undefined) made[field] = given[field as OptionalField];
  return made;
}

/** The note without one of its optional properties; the very note where it has none. */
export function without(note: Note, field: OptionalField): Note {
  if (note[field] === undefined) return note;
  const { [field]: _gone, ...rest } = note;
  return rest;
}

/** The note sounding by its own chance, in percent; at 100 always. It leaves its one-of group. */
export function withChance(note: Note, percent: number): Note {
  const alone = without(without(note, 'oneOf'), 'share');
  const chance = Math.max(0, Math.round(percent));
  return chance < 100 ? withFields(alone, { chance }) : without(without(alone, 'chance'), 'drawnWith');
}

/** The note `percent` to the right of where its track is heard, -100..100. */
export function withPan(note: Note, percent: number): Note {
  const pan = Math.round(clamp(percent, -100, 100)) / 100;
  return pan ? withFields(note, { pan }) : without(note, 'pan');
}
