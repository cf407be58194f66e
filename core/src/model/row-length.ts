import type { Pattern } from './entities';

/** Ticks a row goes round in: its own length, or the pattern's. */
export function rowLength({ length, rowLengths }: Pick<Pattern, 'length' | 'rowLengths'>, pitch: number): number {
  return rowLengths?.find((row) => row.pitch === pitch)?.length ?? length;
}

/** The lengths of rows with one set; null, or the pattern's own length, takes the row's away. Sorted by pitch; undefined where none is left. */
export function withRowLength(
  { length, rowLengths = [] }: Pick<Pattern, 'length' | 'rowLengths'>,
  pitch: number,
  lengthTicks: number | null,
): Pattern['rowLengths'] {
  const others = rowLengths.filter((row) => row.pitch !== pitch);
  const set = lengthTicks === null || lengthTicks === length ? others : [...others, { pitch, length: lengthTicks }];
  return set.length ? set.sort((a, b) => a.pitch - b.pitch) : undefined;
}
