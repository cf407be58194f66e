import type { Note } from '../model/entities';

/** A stretch of time, half open: [start, end). */
export interface TickSpan {
  readonly start: number;
  readonly end: number;
}

/** The notes that start inside a span. */
export function notesInSpan(notes: readonly Note[], { start, end }: TickSpan): Note[] {
  return notes.filter((note) => note.start >= start && note.start < end);
}
