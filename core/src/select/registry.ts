import { offBeat } from './off-beat';
import { onBeat } from './on-beat';
import { row } from './row';
import type { SelectionRule } from './rule';

/** Every selection rule there is, in the order the tray shows them. */
export const SELECTION_RULES: readonly SelectionRule[] = [row, onBeat, offBeat];
