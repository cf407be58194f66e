import { chordMates } from './chord-mates';
import { everyKth } from './every-kth';
import { fromHere } from './from-here';
import { inChord } from './in-chord';
import { longer } from './longer';
import { loudness } from './loudness';
import { muted } from './muted';
import { offBeat } from './off-beat';
import { offGrid } from './off-grid';
import { onBar } from './on-bar';
import { onBeat } from './on-beat';
import { others } from './others';
import { randomShare } from './random-share';
import { row } from './row';
import type { SelectionRule } from './rule';
import { sameGroup } from './same-group';
import { sameVoice } from './same-voice';
import { timeSpan } from './time-span';

/** Every selection rule there is, in the order the tray shows them. */
export const SELECTION_RULES: readonly SelectionRule[] = [
  row,
  chordMates,
  fromHere,
  onBar,
  onBeat,
  offBeat,
  everyKth,
  inChord,
  loudness,
  longer,
  timeSpan,
  offGrid,
  muted,
  sameVoice,
  sameGroup,
  randomShare,
  others,
];

/** Throws for an id that is not in the list. */
export function ruleById(id: string): SelectionRule {
  const rule = SELECTION_RULES.find((candidate) => candidate.id === id);
  if (!rule) throw new Error(`There is no selection rule "${id}".`);
  return rule;
}
