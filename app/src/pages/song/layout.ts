import { barBeatAt, barTicks, meterAt, songLines, tickOfBar, type Document, type SongLine } from '@yibbo/core';

/** A bar as it is drawn: its number from 1, and its time. */
export interface PageBar {
  readonly number: number;
  readonly start: number;
  readonly end: number;
}

/** A row of the page: as many whole bars of one line of the song as fit the width. */
export interface PageRow {
  readonly line: SongLine;
  /** Whether the line begins with it. */
  readonly isFirst: boolean;
  /** Whether it is a whole line, folded into one small picture. */
  readonly isFolded: boolean;
  readonly start: number;
  readonly end: number;
  readonly bars: readonly PageBar[];
  /** One scale for all rows of a song whose lines wrap, so that equal times are equally long; but for what is folded, which fills the width. */
  readonly pixelsPerTick: number;
}

export interface PageLayout {
  readonly rows: readonly PageRow[];
}

/** Which lines a person has folded (true) and unfolded (false), by `lineKey`. */
export type Folding = Readonly<Record<string, boolean>>;

/** Height of a track's lane, of the ruler above, and of a line that is folded, in pixels. */
export const LANE = 44;
export const RULER = 44;

/** Number of lines from which a song has a chip for each, and from which a high page begins folded. */
export const CHIP_LINES = 3;
const MANY_LINES = 6;

/** The height that a page of many lines may have at first, in pixels: about ten screens. A higher one begins folded. */
const HIGH_PAGE = 9000;

/** Minimum bar width in px (a touch target). */
const LEAST_BAR = 42;

/** A very short song does not fill the width with one bar, in bars. */
const LEAST_ACROSS = 4;

/** The song as rows of whole bars, like lines of text: each section begins a new one, long ones wrap, and a folded one is one row. `width` is what
 *  the bars have, in pixels; `open` is the tick of what is edited on the page, whose line is never folded. */
export function pageLayout(document: Document, width: number, folding: Folding = {}, open: number | null = null): PageLayout {
  const { meters } = document.song;
  const bar = barTicks(meterAt(meters, 0));
  const lines = songLines(document);
  const fitting = Math.max(1, Math.floor(width / LEAST_BAR));
  // No more across than the longest line needs, so that a short song fills the width too.
  const longest = lines.reduce((bars, { start, end }) => Math.max(bars, Math.ceil((end - start) / bar)), LEAST_ACROSS);
  const across = longest <= fitting ? longest : fitting >= 4 ? fitting - (fitting % 4) : fitting;
  const most = across * bar;
  const wrapped = filled(
    lines.map((line) => wrappedRows(line, meters, most, width / most)),
    most,
  );
  const height = RULER + LANE * document.tracks.length;
  const beginsFolded = lines.length >= MANY_LINES && wrapped.flat().length * height > HIGH_PAGE;
  const isFolded = (line: SongLine, at: number) => !isOpenIn(line, open) && (folding[lineKey(line)] ?? (beginsFolded && at > 0));
  const rows = lines.flatMap((line, at) => (isFolded(line, at) ? [foldedRow(line, meters, width)] : wrapped[at]!));
  return { rows };
}

/** The rows of lines that take one row each, wider where a line is shorter than the longest: up to twice, so that a section of four bars among those
 *  of eight fills the width. Where a line wraps, all keep one scale. */
function filled(lines: readonly PageRow[][], most: number): PageRow[][] {
  if (lines.some((rows) => rows.length > 1)) return [...lines];
  return lines.map((rows) =>
    rows.map((row) => ({ ...row, pixelsPerTick: row.pixelsPerTick * Math.max(1, Math.min(MOST_WIDER, most / (row.end - row.start))) })),
  );
}

const MOST_WIDER = 2;

/** The key a line's folding is remembered by. */
export function lineKey({ section }: SongLine): string {
  return section?.id ?? 'without a name';
}

/** Whether every line is folded, but for the one that is edited on the page. */
export function isAllFolded({ rows }: PageLayout, open: number | null): boolean {
  return rows.every(({ isFolded, line }) => isFolded || isOpenIn(line, open));
}

function isOpenIn({ start, end }: SongLine, open: number | null): boolean {
  return open !== null && open >= start && open < end;
}

function wrappedRows(line: SongLine, meters: Document['song']['meters'], most: number, pixelsPerTick: number): PageRow[] {
  const rows: PageRow[] = [];
  let bars: PageBar[] = [];
  const close = () => {
    const [first, last] = [bars[0], bars.at(-1)];
    if (first && last) rows.push({ line, isFirst: !rows.length, isFolded: false, start: first.start, end: last.end, bars, pixelsPerTick });
    bars = [];
  };
  for (const each of barsOf(meters, line.start, line.end)) {
    if (bars.length && each.end - bars[0]!.start > most) close();
    bars.push(each);
  }
  close();
  return rows;
}

function foldedRow(line: SongLine, meters: Document['song']['meters'], width: number): PageRow {
  const { start, end } = line;
  return { line, isFirst: true, isFolded: true, start, end, bars: barsOf(meters, start, end), pixelsPerTick: width / (end - start) };
}

/** The bars of a stretch; the first and the last may be cut short. */
function barsOf(meters: Document['song']['meters'], start: number, end: number): PageBar[] {
  const bars: PageBar[] = [];
  for (let number = barBeatAt(meters, start).bar, from = start; from < end; number++) {
    const next = Math.min(end, tickOfBar(meters, number + 1));
    bars.push({ number, start: from, end: next });
    from = next;
  }
  return bars;
}
