import { groupedBy } from '../model/grouped';
import type { LineEvent, PlayEvent } from './line-events';
import type { PlayLine } from './lines';

/** What begins of a line in a stretch of time, and how long its notes may be. */
export interface LineSource {
  readonly begin: (line: PlayLine, fromTick: number, toTick: number) => LineEvent[];
  readonly longest: (line: PlayLine) => number;
}

/** What begins on one track in [fromTick, toTick), of the lines that reach into it. Placements that overlap all sound, and of their notes on one
 *  pitch and voice the later start ends the earlier sound; of two at once the louder sounds. */
export function trackEvents(
  all: readonly PlayLine[],
  inWindow: readonly PlayLine[],
  fromTick: number,
  toTick: number,
  source: LineSource,
): PlayEvent[] {
  const overlapping = new Set(all.filter((line) => inWindow.some((each) => each !== line && overlap(each, line))));
  if (overlapping.size === 0) return inWindow.flatMap((line) => source.begin(line, fromTick, toTick)).map(({ event }) => event);
  // In the order of the song in every window, since it decides between equals.
  const together = all.filter((line) => overlapping.has(line) || inWindow.includes(line));
  const longest = together.reduce((most, line) => Math.max(most, source.longest(line)), 0);
  const near = together.flatMap((line) => source.begin(line, fromTick - longest, toTick + longest));
  const byKey = groupedBy(near, ({ event, voice }) => event.pitch * 16 + voice);
  return [...byKey.values()].flatMap((row) => resolved(row, fromTick, toTick));
}

function overlap(a: PlayLine, b: PlayLine): boolean {
  return a.startTick < b.endTick && b.startTick < a.endTick;
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
    const next = starts.find((start) => start > noteTick) ?? Infinity;
    if (event.tick >= next) return [];
    return [event.tick + event.lengthTicks > next ? { ...event, lengthTicks: next - event.tick } : event];
  });
}
