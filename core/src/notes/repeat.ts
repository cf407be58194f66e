import type { Id, Note } from '../model/entities';
import type { NewId } from '../model/ids';
import { barTicks, beatTicks, gridOfSteps, isTickSteps, lineAt, lineIndexAt, type Grid, type MeterShape, type TickSteps } from '../time';
import { spanOf } from './rotate';
import { without } from './with';

/** What the distance between copies is rounded up to. */
export const ROUND_TO = ['fit', 'grid', 'beat', 'bar', 'exact'] as const;
export type RoundTo = (typeof ROUND_TO)[number] | TickSteps;

/** Ticks from one copy to the next: the span the notes cover, rounded up so that copies keep their place in the bar. What fits is the
 *  first of a box, a beat, two beats and whole bars that is long enough. */
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
  const sharesDraws = notes.some(({ drawnWith }) => drawnWith !== undefined);
  const hasGroups = notes.some(({ oneOf }) => oneOf !== undefined);
  return Array.from({ length: times }, (_, index) => {
    const made = notes.map((note) => ({ ...note, id: newId(note.id, index), start: note.start + (index + 1) * distance }));
    const grouped = hasGroups ? inOwnGroups(made, (group) => newId(`group ${group}`, index)) : made;
    return sharesDraws ? drawnAmongThemselves(notes, grouped) : grouped;
  }).flat();
}

/** The notes with a new group for each that they are in. */
function inOwnGroups(notes: readonly Note[], newGroup: (group: Id) => Id): readonly Note[] {
  const ownOf = new Map<Id, Id>();
  return notes.map((note) => {
    if (note.oneOf === undefined) return note;
    const oneOf = ownOf.get(note.oneOf) ?? newGroup(note.oneOf);
    ownOf.set(note.oneOf, oneOf);
    return { ...note, oneOf };
  });
}

/** Copies that share draws as their originals did, each with the copy of the note its original shared with. */
function drawnAmongThemselves(originals: readonly Note[], made: readonly Note[]): readonly Note[] {
  const copyOf = new Map(originals.map(({ id }, index) => [id, made[index]!.id]));
  return made.map((copy) => {
    const leader = copy.drawnWith === undefined ? undefined : copyOf.get(copy.drawnWith);
    return leader === undefined ? without(copy, 'drawnWith') : { ...copy, drawnWith: leader };
  });
}
