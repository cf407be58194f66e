import type { BendPoint } from '../model/entities';
import { centsAt } from '../notes/bend';
import { TICKS_PER_QUARTER } from '../time';
import type { WrittenEvent } from './write';

/** What has to be known of a note to keep bent notes apart. */
export interface Bendable {
  readonly start: number;
  readonly length: number;
  readonly bend?: readonly BendPoint[] | undefined;
}

/** Notes that leave by one channel. */
export interface ChannelNotes<Note extends Bendable> {
  readonly channel: number;
  readonly notes: readonly Note[];
}

/** How often a line's value is written, in ticks: about every ten milliseconds at 120 bpm. */
const BEND_STEP = TICKS_PER_QUARTER / 48;
/** The range a receiver has by itself, in semitones. */
const COMMON_RANGE = 2;
const CENTRE = 8192;

/** Gives notes to channels so that no bend reaches another note: a channel's bend bends all that sounds on it. Notes that no bent note sounds
 *  with stay on the track's own; `take` gives a free one when it is needed, or null. Where channels run out, a bend is left out, and
 *  an unbent note goes back to the track's own, bent or not. */
export function keptApart<Note extends Bendable>(
  notes: readonly Note[],
  own: number,
  take: () => number | null,
): readonly ChannelNotes<Note>[] {
  if (!notes.some(({ bend }) => bend)) return [{ channel: own, notes }];
  const lanes = [{ channel: own, notes: [] as Note[], busyUntil: 0, bentUntil: 0 }];
  for (const note of [...notes].sort((a, b) => a.start - b.start)) {
    const isFree = ({ busyUntil, bentUntil }: (typeof lanes)[number]) => (note.bend ? busyUntil : bentUntil) <= note.start;
    let lane = lanes.find(isFree);
    if (!lane) {
      const channel = take();
      if (channel !== null) lanes.push((lane = { channel, notes: [], busyUntil: 0, bentUntil: 0 }));
    }
    const end = note.start + note.length;
    const home = lane ?? lanes[0]!;
    home.notes.push(lane ? note : { ...note, bend: undefined });
    home.busyUntil = Math.max(home.busyUntil, end);
    if (lane && note.bend) home.bentUntil = Math.max(home.bentUntil, end);
  }
  return lanes;
}

/** The bends of notes on one channel: the range they need, then the value of each line as it goes, and the centre again for notes without one. */
export function bendEvents({ channel, notes }: ChannelNotes<Bendable>, phase: number): WrittenEvent[] {
  if (!notes.some(({ bend }) => bend)) return [];
  const farthest = notes.reduce((most, { bend }) => (bend ?? []).reduce((far, { cents }) => Math.max(far, Math.abs(cents)), most), 0);
  const range = Math.max(COMMON_RANGE, Math.ceil(farthest / 100));
  const controls = [
    [101, 0],
    [100, 0],
    [6, range],
    [38, 0],
  ] as const;
  const events: WrittenEvent[] = controls.map(([control, value], order) => ({
    tick: 0,
    phase,
    order: order - controls.length,
    bytes: [0xb0 | channel, control, value],
  }));
  let last = CENTRE;
  const put = (tick: number, cents: number) => {
    const value = Math.max(0, Math.min(2 * CENTRE - 1, CENTRE + Math.round((cents / (100 * range)) * CENTRE)));
    if (value !== last) events.push({ tick, phase, order: events.length, bytes: [0xe0 | channel, value & 0x7f, value >> 7] });
    last = value;
  };
  for (const { start, length, bend } of notes) {
    if (!bend) put(start, 0);
    else for (const tick of samplesOf(bend, length)) put(start + tick, centsAt(bend, tick));
  }
  return events;
}

/** The ticks inside a note at which its line is written: its points, and even steps while it is on its way. */
function samplesOf(bend: readonly BendPoint[], length: number): number[] {
  const steps = Array.from({ length: Math.ceil(length / BEND_STEP) }, (_, step) => step * BEND_STEP);
  const points = bend.map(({ tick }) => tick);
  return [...new Set([...steps, ...points])].filter((tick) => tick >= 0 && tick < length).sort((a, b) => a - b);
}
