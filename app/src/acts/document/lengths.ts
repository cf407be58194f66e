import { barTicks, type Document, type MeterShape, type Note, type Placement } from '@yibbo/core';

/** The length in ticks, in whole bars, that a pattern needs for every note to begin inside it or, where it is said so, to end there. */
export function lengthFor(notes: readonly Note[], meter: MeterShape, toEnds = false): number {
  const last = notes.reduce((tick, { start, length }) => Math.max(tick, toEnds ? start + length - 1 : start), 0);
  return (Math.floor(last / barTicks(meter)) + 1) * barTicks(meter);
}

/** The pattern of a placement with another length; the placement grows with it. Notes beyond the new end are kept, silent. */
export function withLength(document: Document, { id, patternId }: Placement, length: number): Document {
  return {
    ...document,
    patterns: document.patterns.map((each) => (each.id === patternId ? { ...each, length } : each)),
    placements: document.placements.map((each) => (each.id === id && each.length < length ? { ...each, length } : each)),
  };
}
