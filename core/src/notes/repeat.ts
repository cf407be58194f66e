import type { Id, Note } from '../model/entities';
import type { NewId } from '../model/ids';
import { barTicks, beatTicks, gridOfSteps, isTickSteps, lineAt, lineIndexAt, type Grid, type MeterShape, type TickSteps } from '../time';
import { OPTIONAL_FIELDS, type OptionalField } from './optional';
import { spanOf } from './rotate';
import { without } from './with';

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
  const named = NAMED_FIELDS.filter((field) => notes.some((note) => note[field] !== undefined));
  return Array.from({ length: times }, (_, index) => {
    const copyIds = named.length ? new Map(notes.map(({ id }) => [id, newId(id, index)])) : null;
    return notes.map((note) => {
      const copy = { ...note, id: copyIds?.get(note.id) ?? newId(note.id, index), start: note.start + (index + 1) * distance };
      return named.reduce((made, field) => renamed(made, field, index, newId, copyIds!), copy);
    });
  }).flat();
}

/** The properties that name a group or another note, which a copy has its own of. */
const NAMED_FIELDS = (Object.keys(OPTIONAL_FIELDS) as OptionalField[]).filter((field) => OPTIONAL_FIELDS[field].copied !== 'same');

function renamed(note: Note, field: OptionalField, index: number, newId: NewId, copyIds: ReadonlyMap<Id, Id>): Note {
  const named = note[field] as Id | undefined;
  if (named === undefined) return note;
  if (OPTIONAL_FIELDS[field].copied === 'ownGroup') return { ...note, [field]: newId(`group ${named}`, index) };
  const leader = copyIds.get(named);
  return leader === undefined ? without(note, field) : { ...note, [field]: leader };
}
