import { groupedBy } from '../model/grouped';
import type { LineEvent, PlayEvent } from './line-events';
import type { PlayLine } from './lines';

/** The events a line starts in a range of time, and how long its notes may last. */
export interface LineSource {
  readonly begin: (line: PlayLine, fromTick: number, toTick: number) => LineEvent[];
  readonly longest: (line: PlayLine) => number;
}

/** The events one track starts in [fromTick, toTick), from the lines that reach into it. Placements that overlap all sound, and of their notes on one
 *  pitch and voice the later start ends the earlier sound; of two at once the louder sounds. */
export function trackEvents(
  all: readonly PlayLine[],
  inWindow: readonly PlayLine[],
  fromTick: number,
  toTick: number,
  source: LineSource,
): PlayEvent[] {
  const overlapping = new Set(overlappedBy(all, inWindow));
  if (overlapping.size === 0) return inWindow.flatMap((line) => source.begin(line, fromTick, toTick)).map(({ event }) => event);
  // In the order of the song in every window, since it decides between equals.
  const inView = new Set(inWindow);
  const together = all.filter((line) => overlapping.has(line) || inView.has(line));
  const longest = together.reduce((most, line) => Math.max(most, source.longest(line)), 0);
  const near = together.flatMap((line) => source.begin(line, fromTick - longest, toTick + longest));
  const byKey = groupedBy(near, ({ event, voice }) => event.pitch * 16 + voice);
  return [...byKey.values()].flatMap((row) => resolved(row, fromTick, toTick));
}

/** The lines of `all` that some other one of `among` overlaps. Looked up by start and by the latest end so far, so that a song of thousands of
 *  placements costs no more for each of them than a short one. */
function overlappedBy(all: readonly PlayLine[], among: readonly PlayLine[]): PlayLine[] {
  if (among.length < FEW) return all.filter((line) => among.some((each) => each !== line && overlap(each, line)));
  const sorted = [...among].sort((a, b) => a.startTick - b.startTick);
  // Of those up to each: the one that ends last, and when any other does.
  const latest: { readonly line: PlayLine; readonly otherEnd: number }[] = [];
  for (const line of sorted) {
    const before = latest.at(-1);
    if (!before) latest.push({ line, otherEnd: -Infinity });
    else if (line.endTick > before.line.endTick) latest.push({ line, otherEnd: Math.max(before.line.endTick, before.otherEnd) });
    else latest.push({ line: before.line, otherEnd: Math.max(before.otherEnd, line.endTick) });
  }
  return all.filter((line) => {
    const before = latest[firstIndex(sorted, ({ startTick }) => startTick >= line.endTick) - 1];
    return before !== undefined && (before.line === line ? before.otherEnd : before.line.endTick) > line.startTick;
  });
}

/** So few are compared one by one. */
const FEW = 8;

function overlap(a: PlayLine, b: PlayLine): boolean {
  return a.startTick < b.endTick && b.startTick < a.endTick;
}

/** The first index of a sorted list from which on something is true; its length where it never is. */
function firstIndex<T>(sorted: readonly T[], isReached: (item: T) => boolean): number {
  let [low, high] = [0, sorted.length];
  while (low < high) {
    const middle = (low + high) >> 1;
    if (isReached(sorted[middle]!)) high = middle;
    else low = middle + 1;
  }
  return low;
}

/** The events of one pitch and voice that begin in the window, each as far as it sounds. */
function resolved(row: readonly LineEvent[], fromTick: number, toTick: number): PlayEvent[] {
  const louder = new Map<number, LineEvent>();
  for (const each of row) {
    const standing = louder.get(each.noteTick);
    if (!standing || each.noteVelocity > standing.noteVelocity) louder.set(each.noteTick, each);
  }
  const starts = [...louder.keys()].sort((a, b) => a - b);
  return row.flatMap(({ event, line, noteTick }) => {
    if (event.tick < fromTick || event.tick >= toTick || louder.get(noteTick)!.line !== line) return [];
    const next = starts[firstIndex(starts, (start) => start > noteTick)] ?? Infinity;
    if (event.tick >= next) return [];
    return [event.tick + event.lengthTicks > next ? { ...event, lengthTicks: next - event.tick } : event];
  });
}
