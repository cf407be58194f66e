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
  readonly start: number;
  readonly end: number;
  readonly bars: readonly PageBar[];
}

export interface PageLayout {
  readonly rows: readonly PageRow[];
  /** One scale for all rows, so that equal times are equally long. */
  readonly pixelsPerTick: number;
}

/** The least width of a bar, in pixels: a thumb. */
const LEAST_BAR = 42;

/** A very short song does not fill the width with one bar, in bars. */
const LEAST_ACROSS = 4;

/** The song as rows of whole bars, like lines of text: each section begins a new one, long ones wrap. `width` is what the bars have, in
 *  pixels. */
export function pageLayout(document: Document, width: number): PageLayout {
  const { meters } = document.song;
  const bar = barTicks(meterAt(meters, 0));
  const lines = songLines(document);
  const fitting = Math.max(1, Math.floor(width / LEAST_BAR));
  // No more across than the longest line needs, so that a short song fills the width too.
  const longest = lines.reduce((bars, { start, end }) => Math.max(bars, Math.ceil((end - start) / bar)), LEAST_ACROSS);
  const across = longest <= fitting ? longest : fitting >= 4 ? fitting - (fitting % 4) : fitting;
  const most = across * bar;
  const rows = lines.flatMap((line) => {
    const made: PageRow[] = [];
    let bars: PageBar[] = [];
    const close = () => {
      if (bars.length) made.push({ line, isFirst: made.length === 0, start: bars[0]!.start, end: bars.at(-1)!.end, bars });
      bars = [];
    };
    for (const each of barsOf(meters, line.start, line.end)) {
      if (bars.length && each.end - bars[0]!.start > most) close();
      bars.push(each);
    }
    close();
    return made;
  });
  return { rows, pixelsPerTick: width / most };
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
