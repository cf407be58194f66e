import { clamp, gridOfRow, linesBetween, lineBefore, type Grids } from '../time';
import type { DrawnNote, Place } from './place';
import { shapeHeight, type Shape } from './shapes';

/** How a run of notes is painted. */
export interface PaintSetting {
  readonly shape: Shape;
  readonly turns: number;
  /** The rows it can go over, in any order that is the one shown. */
  readonly rows: readonly number[];
  /** The pitches it keeps to; null for every row. */
  readonly scale: ReadonlySet<number> | null;
}

/** The line a run has been led along so far: the row it goes over at each line of the grid. */
export type PaintPath = ReadonlyMap<number, number>;

/** Leads a path on: by hand it takes the rows between the last place and this one, along a shape it is drawn anew from the beginning.
 *  A run follows the grid of the row it began on. */
export function extendPath(path: PaintPath, from: Place, last: Place, to: Place, paint: PaintSetting, grids: Grids): PaintPath {
  const grid = gridOfRow(grids, from.pitch);
  const [begin, made] = paint.shape === 'hand' ? [last, new Map(path)] : [from, new Map<number, number>()];
  const [startRow, endRow] = [rowOf(paint, begin.pitch), rowOf(paint, to.pitch)];
  const [low, high] = begin.tick <= to.tick ? [begin.tick, to.tick] : [to.tick, begin.tick];
  const first = lineBefore(grid, Math.max(0, low));
  const lines = linesBetween(grid, first, Math.max(first + 1, high));
  const across = to.tick - begin.tick;
  for (const line of lines) {
    const along = across === 0 ? 1 : clamp((line - begin.tick) / across, 0, 1);
    // A hand's last step is where the hand is; a shape's is on its way.
    const isLast = paint.shape === 'hand' && line === lineBefore(grid, Math.max(0, to.tick));
    const height = isLast ? 1 : paint.shape === 'hand' ? along : shapeHeight(paint.shape, alongShape(line, lines, across), paint.turns);
    made.set(line, rowAt(paint, startRow + (endRow - startRow) * height));
  }
  return made;
}

/** How far along its steps a shape is at one of them, so that its first step is its beginning and its last its end. */
function alongShape(line: number, lines: readonly number[], across: number): number {
  const [first, last] = [lines[0]!, lines.at(-1)!];
  if (first === last) return 1;
  const along = (line - first) / (last - first);
  return across < 0 ? 1 - along : along;
}

function rowOf({ rows }: PaintSetting, pitch: number): number {
  return Math.max(0, rows.indexOf(pitch));
}

/** The pitch of a row, counted in rows: of the nearest one that the run may keep to. */
function rowAt({ rows, scale }: PaintSetting, row: number): number {
  const at = clamp(Math.round(row), 0, rows.length - 1);
  if (!scale) return rows[at]!;
  for (let away = 0; away < rows.length; away++) {
    for (const near of [at + away, at - away]) if (scale.has((rows[near] ?? -1) % 12)) return rows[near]!;
  }
  return rows[at]!;
}

/** The notes of a run: one for each line of its path, each as `noteAt` makes it. */
export function paintedNotes(path: PaintPath, noteAt: (place: Place) => DrawnNote): DrawnNote[] {
  return [...path].sort(([a], [b]) => a - b).map(([tick, pitch]) => noteAt({ tick, pitch }));
}
