import type { z } from 'zod';
import type { Id, Note } from '../model/entities';
import type { Grids, MeterAt, MeterShape } from '../time';

/** The context of a rule: the grids in use, the meter at the pattern's start, and all meters as seen from there. */
export interface RuleContext extends Grids {
  readonly meter: MeterShape;
  readonly meters: readonly MeterAt[];
}

/** A selection rule as it is written down. */
export interface SelectionRuleEntry<Params extends z.ZodObject> {
  readonly id: string;
  readonly label: string;
  /** A name of at most `SHORT_LETTERS` letters, where there is little room. */
  readonly short: string;
  readonly help: string;
  /** Other words people search it by. */
  readonly words: readonly string[];
  readonly params: Params;
  /** Whether it goes from what is selected to more: it picks among all notes, where others pick among the selected ones. */
  readonly widens?: true;
  /** `notes` are the ones to pick among, sorted; `selected` what is selected now, for rules that widen it. */
  pick(notes: readonly Note[], selected: ReadonlySet<Id>, params: z.infer<Params>, context: RuleContext): readonly Id[];
}

/** A selection rule: from notes to the ids it picks. Pure, like an action. */
export type SelectionRule = SelectionRuleEntry<z.ZodObject>;

export function selectionRule<Params extends z.ZodObject>(entry: SelectionRuleEntry<Params>): SelectionRule {
  return entry as unknown as SelectionRule;
}
