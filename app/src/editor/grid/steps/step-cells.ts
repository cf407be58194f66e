import {
  barBeatAt,
  barTicks,
  gridOfRow,
  lineAfter,
  linesBetween,
  meterAt,
  rowLength,
  tickOfBar,
  type Note,
  type TickSpan,
} from '@yibbo/core';
import type { OpenPart } from '../../../state/session/selectors';

/** One cell: the time from its line to the next. */
export interface StepCell extends TickSpan {
  readonly index: number;
  /** Where its hits are written: at its start, but for the repeats of a row that is shorter than the pattern. */
  readonly source: number;
}

/** The most cells that lie side by side on a phone: eight of 44 px. */
export const CELLS_ACROSS = 8;

/** The longest of the pattern and its rows, in ticks. */
function shownTicks({ pattern }: OpenPart): number {
  return (pattern.rowLengths ?? []).reduce((longest, { length }) => Math.max(longest, length), pattern.length);
}

/** Bars in the part, by its meters, and in its longest row; the last may be cut short. */
export function barCount(part: OpenPart): number {
  return barBeatAt(part.meters, shownTicks(part) - 1).bar;
}

/** Where a bar (from 0) of the part begins and ends, held within what is shown. */
export function barSpan(part: OpenPart, bar: number): TickSpan {
  const start = tickOfBar(part.meters, bar + 1);
  return { start, end: Math.min(start + barTicks(meterAt(part.meters, start)), shownTicks(part)) };
}

/** The cells of a row in a bar, in the division of the row; a division longer than the bar gives the one cell the bar lies in. A row
 *  that goes round within the bar begins again in it. */
export function cellsOf(part: OpenPart, bar: number, pitch: number): StepCell[] {
  const { start, end } = barSpan(part, bar);
  const grid = gridOfRow(part, pitch);
  const loop = rowLength(part.pattern, pitch);
  const cells: StepCell[] = [];
  for (let from = Math.floor(start / loop) * loop; from < end; from += loop) {
    const low = Math.max(0, start - from);
    const high = Math.min(loop, end - from);
    const lines = linesBetween(grid, low, high);
    // The line before the bar counts only where none stands on its first tick and no other is in it.
    const inside = lines.filter((line) => line >= low);
    for (const source of inside.length ? inside : lines)
      cells.push({ index: cells.length, source, start: from + source, end: from + Math.min(loop, lineAfter(grid, source)) });
  }
  return cells;
}

export function isRepeat({ start, source }: StepCell): boolean {
  return start !== source;
}

export function notesInCell(notes: readonly Note[], pitch: number, { source, start, end }: StepCell): Note[] {
  return notes.filter((note) => note.pitch === pitch && note.start >= source && note.start < source + (end - start));
}

/** Cells in rows of equal length, up to a number across. */
export function linesOf(cells: readonly StepCell[], across: number): StepCell[][] {
  const lines = Math.ceil(cells.length / across);
  const perLine = Math.ceil(cells.length / Math.max(1, lines));
  return Array.from({ length: lines }, (_, line) => cells.slice(line * perLine, (line + 1) * perLine));
}

/** The cell that sounds at `tick` of a row's own loop: the one it is written in, else a repeat of it. */
export function cellAtTick(cells: readonly StepCell[], tick: number): StepCell | undefined {
  const sounding = cells.filter(({ source, start, end }) => tick >= source && tick < source + (end - start));
  return sounding.find((cell) => !isRepeat(cell)) ?? sounding[0];
}
