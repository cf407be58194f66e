/** A division for one meter, as an exact fraction of ticks. Line k stands at from + round(k · numerator / denominator):
 *  never more than half a tick off, and the error never adds up. */
export interface Grid {
  readonly numerator: number;
  readonly denominator: number;
  /** Tick its lines are counted from; 0 where absent. */
  readonly from?: number;
  /** Stretches of time with lines of their own, in order of time and apart from each other. */
  readonly spans?: readonly GridSpan[];
}

/** A stretch of time, [start, end), whose lines are counted from its start. */
export interface GridSpan {
  readonly start: number;
  readonly end: number;
  readonly grid: Grid;
}

/** The grid of a pattern, and those of the rows that have their own, by pitch. */
export interface Grids {
  readonly grid: Grid;
  readonly rowGrids?: ReadonlyMap<number, Grid>;
}

/** The grid that rules a row: its own, or the pattern's. */
export function gridOfRow({ grid, rowGrids }: Grids, pitch: number): Grid {
  return rowGrids?.get(pitch) ?? grid;
}

/** Ticks in one step, not rounded. */
export function stepTicks({ numerator, denominator }: Grid): number {
  return numerator / denominator;
}

/** The plain grid, without spans, that rules at `tick`. */
export function gridAt(grid: Grid, tick: number): Grid {
  const span = spanAt(grid, tick);
  return span ? { ...span.grid, from: span.start } : grid;
}

function spanAt({ spans }: Grid, tick: number): GridSpan | undefined {
  return spans?.find(({ start, end }) => tick >= start && tick < end);
}

/** Tick of grid line `index`, as if there were no spans. */
export function lineAt({ numerator, denominator, from = 0 }: Grid, index: number): number {
  return from + Math.round((index * numerator) / denominator);
}

/** Index of the last grid line at or before `tick`, as if there were no spans. */
export function lineIndexAt(grid: Grid, tick: number): number {
  const guess = Math.floor(((tick - (grid.from ?? 0)) * grid.denominator) / grid.numerator);
  return lineAt(grid, guess + 1) <= tick ? guess + 1 : guess;
}

/** Tick of the last grid line at or before `tick`. A span's edges are lines too. */
export function lineBefore(grid: Grid, tick: number): number {
  if (!grid.spans) return lineAt(grid, lineIndexAt(grid, tick));
  const piece = gridAt(grid, tick);
  const line = lineAt(piece, lineIndexAt(piece, tick));
  const edge = grid.spans.reduce((last, { start, end }) => Math.max(last, end <= tick ? end : start <= tick ? start : 0), 0);
  return Math.max(line, edge);
}

/** Tick of the first grid line after `tick`. */
export function lineAfter(grid: Grid, tick: number): number {
  if (!grid.spans) return lineAt(grid, lineIndexAt(grid, tick) + 1);
  const piece = gridAt(grid, tick);
  const line = lineAt(piece, lineIndexAt(piece, tick) + 1);
  return grid.spans.reduce((next, { start, end }) => Math.min(next, start > tick ? start : end > tick ? end : next), line);
}

/** Tick of the grid line closest to `tick`; half way goes to the later one. */
export function nearestLine(grid: Grid, tick: number): number {
  const before = lineBefore(grid, tick);
  const after = lineAfter(grid, tick);
  return tick - before < after - tick ? before : after;
}

export function isOnGrid(grid: Grid, tick: number): boolean {
  return lineBefore(grid, tick) === tick;
}

/** The line `steps` lines after (before, if negative) the one at or before `tick`; never before tick 0. */
export function lineFrom(grid: Grid, tick: number, steps: number): number {
  if (!grid.spans) return Math.max(0, lineAt(grid, lineIndexAt(grid, tick) + steps));
  let line = lineBefore(grid, tick);
  for (let left = steps; left > 0; left--) line = lineAfter(grid, line);
  for (let left = steps; left < 0 && line > 0; left++) line = lineBefore(grid, line - 1);
  return line;
}

/** Ticks from the line at or before `tick` to the one `count` lines after it (before, if negative, and so below 0): counted along the lines
 *  themselves, over the edges of spans, so that no rounding adds up. Before tick 0 lines go on as they do after it. */
export function lineDistance(grid: Grid, tick: number, count: number): number {
  const base = lineBefore(grid, tick);
  if (count >= 0) return lineFrom(grid, base, count) - base;
  if (grid.spans || base === 0) {
    let line = base;
    let left = count;
    for (; left < 0 && line > 0; left++) line = lineBefore(grid, line - 1);
    return left === 0 ? line - base : -base - lineFrom(grid, 0, -left);
  }
  const index = lineIndexAt(grid, base);
  return lineAt(grid, index + count) - lineAt(grid, index);
}

/** Every line in [fromTick, toTick), and the one at or before `fromTick`. */
export function linesBetween(grid: Grid, fromTick: number, toTick: number): number[] {
  const lines: number[] = [];
  for (let line = lineBefore(grid, fromTick); line < toTick; line = lineAfter(grid, line)) lines.push(line);
  return lines;
}
