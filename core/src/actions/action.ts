import type { z } from 'zod';
import type { Id, Note } from '../model/entities';
import type { Grid, MeterShape, TempoAt } from '../time';

export const ACTION_FAMILIES = ['time', 'length', 'pitch', 'feel', 'copy', 'make'] as const;
export type ActionFamily = (typeof ACTION_FAMILIES)[number];

/** The notes an action works on, with the length of the pattern (or row) they loop in. */
export interface NotesPart {
  readonly notes: readonly Note[];
  readonly lengthTicks: number;
}

/** All an action may know of the world. Ids and chance come only from here, so the same context gives the same result. */
export interface ActionContext {
  readonly grid: Grid;
  readonly meter: MeterShape;
  readonly tempos: readonly TempoAt[];
  readonly newId: () => Id;
  /** Uniform in [0, 1), from the trial's seed. */
  readonly random: () => number;
}

export interface ActionResult {
  /** What replaces the part's notes. */
  readonly notes: readonly Note[];
  /** Ids to select afterwards; all results where absent. */
  readonly select?: readonly Id[];
}

/** A one-touch form of an action: what its button says, and the params it sets. */
export interface QuickForm<Params> {
  readonly label: string;
  readonly icon?: string;
  /** Shorter words for the button, where it stands beside the action's own name. */
  readonly shown?: string;
  readonly params: Partial<Params>;
}

/** An action: data and a pure function. `run` never mutates and returns the notes that replace the part's.
 *  Every param is a bounded, titled Zod field with a default, so `params.parse({})` is always ready to run. */
export interface NotesAction<Params extends z.ZodObject = z.ZodObject> {
  readonly id: string;
  readonly family: ActionFamily;
  readonly subject: 'notes';
  readonly label: string;
  readonly help: string;
  /** Other words people search it by. */
  readonly words: readonly string[];
  readonly params: Params;
  /** Whether it needs a selection; the others take the whole pattern where nothing is selected. */
  readonly needsSelection?: boolean;
  /** One-touch forms for the tray: what the button says and the params it sets. */
  readonly quick?: readonly QuickForm<z.infer<Params>>[];
  run(part: NotesPart, params: z.infer<Params>, context: ActionContext): ActionResult;
  /** Why it can do nothing here, in words; null where it can. */
  whyNot?(part: NotesPart, params: z.infer<Params>, context: ActionContext): string | null;
}

/** Keeps a literal action's param types while it is written down. */
export function notesAction<Params extends z.ZodObject>(action: NotesAction<Params>): NotesAction {
  return action as unknown as NotesAction;
}
