import type { Note } from '../model/entities';
import type { NewId } from '../model/ids';
import { barTicks, beatTicks, gridOfSteps, isTickSteps, lineAt, lineIndexAt, type Grid, type MeterShape, type TickSteps } from '../time';
import { copiedNotes } from './copied';
import { spanOf } from './rotate';

/** What the distance between copies is rounded up to. */
export const ROUND_TO = ['fit', 'grid', 'beat', 'bar', 'exact'] as const;
export type RoundTo = (typeof ROUND_TO)[number] | TickSteps;

/** Ticks from one copy to the next: the span the notes cover, rounded up so that copies keep their place in the bar. What fits is the
 *  first of a step, a beat, two beats and whole bars that is long enough. */
export function repeatDistance(notes: readonly Note[], to: RoundTo, { numerator, denominator }: Grid, meter: MeterShape): number {
  const { start, end } = spanOf(notes);
  const span = end - start;
  if (to === 'grid' || isTickSteps(to)) {
    const grid = to === 'grid' ? { numerator, denominator } : gridOfSteps(to);
    const steps = lineIndexAt(grid, span);
    return lineAt(grid, lineAt(grid, steps) === span ? steps : steps + 1);
  }
  if (to === 'fit') {
    const step = lineAt({ numerator, denominator }, 1);
    const fitting = [step, beatTicks(meter), 2 * beatTicks(meter)].find((ticks) => ticks >= span && ticks < barTicks(meter));
    return fitting ?? Math.ceil(span / barTicks(meter)) * barTicks(meter);
  }
  const unit = to === 'bar' ? barTicks(meter) : to === 'beat' ? beatTicks(meter) : 1;
  return Math.ceil(span / unit) * unit;
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
