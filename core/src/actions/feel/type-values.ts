import type { z } from 'zod';
import { TYPED_FIELDS, typeValue } from '../../notes/typed';
import { notesAction, type ActionContext, type NotesPart } from '../action';
import { paramsOf, textParam } from '../params';

const params = paramsOf({
  velocity: textParam('Velocity', '96, +10, *1.2', 40),
  length: textParam('Length', '1/8, +0.5, /2', 40),
  pitch: textParam('Pitch', 'F#3, +12', 40),
  start: textParam('Start', '2.3, +1/16', 40),
  chance: textParam('Chance', '50, +10, /2', 40),
  pan: textParam('Pan', 'L50, R30, +10', 40),
});

export const typeValues = notesAction({
  id: 'type-values',
  family: 'feel',
  subject: 'notes',
  label: 'Type values',
  short: 'Values',
  help: 'Sets any value of all notes by typing it, or changes it with + - * and /. What is left empty stays.',
  words: ['number', 'exact', 'set', 'add', 'multiply', 'velocity', 'length', 'pitch', 'start', 'chance', 'pan'],
  params,
  run: (part, typed, context) => {
    const result = attempt(part, typed, context);
    return { notes: typeof result === 'string' ? part.notes : result };
  },
  // Whether the typed text can be read does not depend on the notes.
  whyNot: (part, typed, context) => {
    const result = attempt({ ...part, notes: part.notes.slice(0, 1) }, typed, context);
    return typeof result === 'string' ? result : null;
  },
});

/** The notes with every typed value, or what to do about one that cannot be read. */
function attempt(part: NotesPart, typed: z.infer<typeof params>, context: ActionContext): NotesPart['notes'] | string {
  let { notes } = part;
  for (const field of TYPED_FIELDS) {
    const result = typeValue(notes, field, typed[field], context);
    if (!result.ok) return result.words;
    notes = result.notes;
  }
  return notes;
}
