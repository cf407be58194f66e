import { barBeatAt, barTicks, lineAfter, lineAt, lineIndexAt, meterAt, tickOfBar, type Note } from '@yibbo/core';
import type { OpenPart } from '../../store/selectors';

/** One cell: the time from its line to the next. */
export interface StepCell {
  readonly index: number;
  readonly start: number;
  readonly end: number;
}

/** The most cells that lie side by side on a phone: eight of 44 px. */
export const CELLS_ACROSS = 8;

/** Bars in the part, by its meters; the last may be cut short. */
export function barCount(part: OpenPart): number {
  return barBeatAt(part.meters, part.pattern.length - 1).bar;
}

/** Where a bar (from 0) of the part begins and ends, held within the pattern. */
export function barSpan(part: OpenPart, bar: number): { readonly start: number; readonly end: number } {
  const start = tickOfBar(part.meters, bar + 1);
  return { start, end: Math.min(start + barTicks(meterAt(part.meters, start)), part.pattern.length) };
}

/** The cells of a bar in the division in use; a division longer than the bar gives the one cell the bar lies in. */
export function cellsOf(part: OpenPart, bar: number): StepCell[] {
  const { start, end } = barSpan(part, bar);
  const first = lineIndexAt(part.grid, start);
  const cells: StepCell[] = [];
  for (let line = first; lineAt(part.grid, line) < end; line++) {
    const at = lineAt(part.grid, line);
    if (at >= start || line === first) cells.push({ index: cells.length, start: at, end: lineAfter(part.grid, at) });
  }
  return cells;
}

export function notesInCell(notes: readonly Note[], pitch: number, { start, end }: StepCell): Note[] {
  return notes.filter((note) => note.pitch === pitch && note.start >= start && note.start < end);
}

/** Cells in rows of equal length, at most eight across. */
export function linesOf(cells: readonly StepCell[], across: number): StepCell[][] {
  const lines = Math.ceil(cells.length / across);
  const perLine = Math.ceil(cells.length / Math.max(1, lines));
  return Array.from({ length: lines }, (_, line) => cells.slice(line * perLine, (line + 1) * perLine));
}
