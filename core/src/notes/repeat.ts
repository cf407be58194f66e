import type { Note } from '../model/entities';
import type { NewId } from '../model/ids';
import {
  barTicks,
  beatTicks,
  gridOfSteps,
  isTickSteps,
  lineDistance,
  stepTicks,
  type Grid,
  type MeterShape,
  type TickSteps,
} from '../time';
import { isOneChord } from './chords';
import { byStartThenPitch } from '../model/collections';
import { inOrder } from '../model/document';
import { copiedNotes } from './copied';
import { spanOf } from './rotate';

/** The unit that the distance between copies is rounded up to. */
export const ROUND_TO = ['fit', 'grid', 'beat', 'bar', 'exact'] as const;
export type RoundTo = (typeof ROUND_TO)[number] | TickSteps;

/** Ticks from one copy to the next: the span the notes cover, rounded up. What fits is worked out by `fittingDistance`; whole steps are counted along
 *  the lines from where the first note stands. */
export function repeatDistance(notes: readonly Note[], to: RoundTo, grid: Grid, meter: MeterShape): number {
  if (to === 'fit') return fittingDistance(notes, grid, meter);
  const { start, end } = spanOf(notes);
  if (to === 'grid' || isTickSteps(to)) return stepsOver(to === 'grid' ? grid : gridOfSteps(to), start, end - start);
  const unit = to === 'bar' ? barTicks(meter) : to === 'beat' ? beatTicks(meter) : 1;
  return roundedUp(end - start, unit);
}

/** How far after some notes a copy of them keeps every note's place in its beat, and in its bar where they fill more than half of one. One note or
 *  chord goes on by whole steps, and so do more notes that cover a whole share of a beat: sixteenths are gone on with. `until` is where the frame
 *  ends that they were selected by, which the copy goes beyond. */
export function fittingDistance(notes: readonly Note[], grid: Grid, meter: MeterShape, until = 0): number {
  const { start, end } = spanOf(notes);
  const span = Math.max(end, until) - start;
  const [beat, bar] = [beatTicks(meter), barTicks(meter)];
  const steps = stepsOver(grid, start, span);
  if (end >= until && isOneChord(inOrder(notes, byStartThenPitch))) return steps;
  if (span > bar / 2) return roundedUp(span, bar);
  return span <= beat && beat % steps === 0 ? steps : roundedUp(span, beat);
}

/** Whole steps that cover a length, counted along the lines from a tick on; 0 covers no length. */
function stepsOver(grid: Grid, tick: number, length: number): number {
  const guess = Math.max(0, Math.floor(length / stepTicks(grid)) - 1);
  for (let count = guess; ; count++) {
    const ticks = lineDistance(grid, tick, count);
    if (ticks >= length) return ticks;
  }
}

function roundedUp(ticks: number, unit: number): number {
  return Math.ceil(ticks / unit) * unit;
}

/** Copies of `notes`, `times` of them, each `distance` ticks after the one before. They share no draw with the originals,
 *  but those that belong together in one copy still do: its one-of groups are its own. */
export function copies(notes: readonly Note[], times: number, distance: number, newId: NewId): readonly Note[] {
  return Array.from({ length: times }, (_, index) =>
    copiedNotes(
      notes,
      (id) => newId(id, index),
      (group) => newId(`group ${group}`, index),
    ).map((copy) => ({ ...copy, start: copy.start + (index + 1) * distance })),
  ).flat();
}
