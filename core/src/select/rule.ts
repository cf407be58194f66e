import type { z } from 'zod';
import type { Id, Note } from '../model/entities';
import type { MeterShape } from '../time';

/** A selection rule: from notes to the ids it picks. Pure, like an action. */
export interface SelectionRule<Params extends z.ZodObject = z.ZodObject> {
  readonly id: string;
  readonly label: string;
  readonly help: string;
  readonly params: Params;
  /** `notes` are the ones to pick among; `selected` what is selected now, for rules that widen it. */
  pick(notes: readonly Note[], selected: ReadonlySet<Id>, params: z.infer<Params>, context: { readonly meter: MeterShape }): readonly Id[];
}

export function selectionRule<Params extends z.ZodObject>(rule: SelectionRule<Params>): SelectionRule {
  return rule as unknown as SelectionRule;
}
