import { everyKth } from './every-kth';
import { inChord } from './in-chord';
import { loudness } from './loudness';
import { offBeat } from './off-beat';
import { onBeat } from './on-beat';
import { others } from './others';
import { row } from './row';
import type { SelectionRule } from './rule';
import { timeSpan } from './time-span';

/** Every selection rule there is, in the order the tray shows them. */
export const SELECTION_RULES: readonly SelectionRule[] = [row, onBeat, offBeat, everyKth, inChord, loudness, timeSpan, others];

/** Throws for an id that is not in the list. */
export function ruleById(id: string): SelectionRule {
  const rule = SELECTION_RULES.find((candidate) => candidate.id === id);
  if (!rule) throw new Error(`There is no selection rule "${id}".`);
  return rule;
}
