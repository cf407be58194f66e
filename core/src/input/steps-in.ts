import type { Id, Note } from '../model/entities';
import { withNotes } from '../notes/move';

/** Whether what is put in stands beside what is there, or in its place. */
export type StepLanding = 'merge' | 'replace';

/** A step to put in. */
export interface Step {
  readonly tick: number;
  readonly ticks: number;
  readonly landing: StepLanding;
  /** Whether each pitch is a drum: then only its own row is replaced. */
  readonly isKit: boolean;
}

/** The notes with those of a step; one that is there at the same place gives way. Replaced is what begins within the step: all of it, or on a kit the hits of
 *  the rows that are struck. */
export function withStep(notes: readonly Note[], step: Step, put: readonly Note[]): readonly Note[] {
  const rows = new Set(put.map(({ pitch }) => pitch));
  return withNotes(
    notes.filter((note) => !givesWay(note, step, rows)),
    put,
  );
}

function givesWay({ start, pitch }: Note, { tick, ticks, landing, isKit }: Step, rows: ReadonlySet<number>): boolean {
  if (start === tick && rows.has(pitch)) return true;
  return landing === 'replace' && start >= tick && start < tick + ticks && (!isKit || rows.has(pitch));
}

/** The notes with a rest put in: where it replaces, what begins within it goes, on a kit only on the row that the cursor is on. */
export function withRest(notes: readonly Note[], { tick, ticks, landing, isKit }: Step, row: number): readonly Note[] {
  if (landing === 'merge') return notes;
  const kept = notes.filter(({ start, pitch }) => start < tick || start >= tick + ticks || (isKit && pitch !== row));
  return kept.length === notes.length ? notes : kept;
}

/** The notes with those of a step made longer. */
export function withTie(notes: readonly Note[], ids: readonly Id[], ticks: number): readonly Note[] {
  const tied = new Set(ids);
  return notes.map((note) => (tied.has(note.id) ? { ...note, length: note.length + ticks } : note));
}
