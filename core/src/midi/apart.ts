import { BEND_CENTRE, COMMON_BEND_RANGE, type BendPoint } from '../model/entities';
import { centsAt } from '../notes/bend';
import { TICKS_PER_QUARTER } from '../time';
import type { WrittenEvent } from './write';

/** A note's claim on a channel. */
export interface Apart {
  readonly start: number;
  readonly length: number;
  readonly pitch: number;
  readonly bend?: readonly BendPoint[] | undefined;
}

/** Notes that leave by one channel: those of each part, in the order the parts were given. */
export interface ChannelNotes<Note extends Apart> {
  readonly channel: number;
  readonly parts: readonly (readonly Note[])[];
}

/** How often a line's value is written, in ticks: about every ten milliseconds at 120 bpm. */
export const BEND_STEP = TICKS_PER_QUARTER / 48;
const CENTRE = BEND_CENTRE;
/** After what a file brought with it at the same tick. */
export const LATE = 1_000_000;

/** The notes sounding on a channel, as notes are assigned in order of start. */
class Lane<Note extends Apart> {
  readonly notes: Note[][];
  private busyUntil = 0;
  private bentUntil = 0;
  /** Latest end by part and pitch: parts are file tracks of their own, and a key's ends are looked for in its own. */
  private readonly ends = new Map<number, number>();

  constructor(
    readonly channel: number,
    /** The one part that may use it; null where all may. */
    private readonly owner: number | null,
    parts: number,
  ) {
    this.notes = Array.from({ length: parts }, () => []);
  }

  /** A bend reaches all that sounds on its channel, and a file pairs the first note of a key with the first end that comes. */
  takes({ start, length, pitch, bend }: Note, part: number): boolean {
    if (this.owner !== null && this.owner !== part) return false;
    return (bend ? this.busyUntil : this.bentUntil) <= start && (this.ends.get(part * 128 + pitch) ?? 0) <= start + length;
  }

  add(note: Note, part: number): void {
    const end = note.start + note.length;
    this.notes[part]!.push(note);
    this.busyUntil = Math.max(this.busyUntil, end);
    if (note.bend) this.bentUntil = Math.max(this.bentUntil, end);
    const key = part * 128 + note.pitch;
    this.ends.set(key, Math.max(this.ends.get(key) ?? 0, end));
  }
}

/** Gives the notes of parts that share a channel to channels of their own where one would bend another, or end it: a note that stops before
 *  an earlier one of its pitch would be read back with that one's end. `take` gives a part a free channel, or null. Where channels run
 *  out, notes stay on the shared one, without their bends. */
export function keptApart<Note extends Apart>(
  parts: readonly (readonly Note[])[],
  shared: number,
  take: (part: number) => number | null,
): readonly ChannelNotes<Note>[] {
  const lanes = [new Lane<Note>(shared, null, parts.length)];
  const inOrder = parts.flatMap((notes, part) => notes.map((note) => ({ note, part })));
  inOrder.sort((a, b) => a.note.start - b.note.start || a.note.length - b.note.length);
  for (const { note, part } of inOrder) {
    let lane = lanes.find((each) => each.takes(note, part));
    if (!lane) {
      const channel = take(part);
      if (channel !== null) lanes.push((lane = new Lane<Note>(channel, part, parts.length)));
    }
    if (lane) lane.add(note, part);
    else lanes[0]!.add(note.bend ? { ...note, bend: undefined } : note, part);
  }
  return lanes.map(({ channel, notes }) => ({ channel, parts: notes }));
}

/** A channel's bend beside those of its notes: from a lane. */
export interface ChannelBend {
  /** Semitones it reaches. */
  readonly range: number;
  readonly centsAt: (tick: number) => number;
  /** The ticks at which it is written, in order. */
  readonly ticks: readonly number[];
  /** The range that the channel has been given already, in semitones. */
  readonly rangeThere: number;
}

export const NO_BEND: ChannelBend = { range: 0, centsAt: () => 0, ticks: [], rangeThere: COMMON_BEND_RANGE };

/** The bends on one channel: the range they need, then the value of each note's line as it goes and the lane's own again after it, with what its
 *  lane says all the while. */
export function bendEvents(channel: number, notes: readonly Apart[], phase: number, lane = NO_BEND): WrittenEvent[] {
  const areBent = notes.some(({ bend }) => bend);
  if (!areBent && lane.ticks.length === 0) return [];
  const farthest = notes.reduce((most, { bend }) => (bend ?? []).reduce((far, { cents }) => Math.max(far, Math.abs(cents)), most), 0);
  const range = Math.max(COMMON_BEND_RANGE, areBent ? Math.ceil(farthest / 100) + lane.range : lane.range);
  const values: BendValue[] = lane.ticks.map((tick) => ({ tick, cents: lane.centsAt(tick), isMeant: true }));
  for (const { start, length, bend } of areBent ? notes : []) {
    if (!bend) values.push({ tick: start, cents: lane.centsAt(start), isMeant: false });
    else
      for (const tick of samplesOf(bend, length))
        values.push({ tick: start + tick, cents: centsAt(bend, tick) + lane.centsAt(start + tick), isMeant: false });
  }
  return [...(areBent || range !== lane.rangeThere ? rangeEvents(channel, range, phase) : []), ...bendsAt(channel, range, values, phase)];
}

/** A value that a channel's bend takes; what a lane says is written even where nothing changes. */
interface BendValue {
  readonly tick: number;
  readonly cents: number;
  readonly isMeant: boolean;
}

function bendsAt(channel: number, range: number, values: BendValue[], phase: number): WrittenEvent[] {
  const events: WrittenEvent[] = [];
  let last = CENTRE;
  for (const { tick, cents, isMeant } of values.sort((a, b) => a.tick - b.tick)) {
    const value = Math.max(0, Math.min(2 * CENTRE - 1, CENTRE + Math.round((cents / (100 * range)) * CENTRE)));
    if (isMeant || value !== last)
      events.push({ tick, phase, order: LATE + events.length, bytes: [0xe0 | channel, value & 0x7f, value >> 7] });
    last = value;
  }
  return events;
}

function rangeEvents(channel: number, range: number, phase: number): WrittenEvent[] {
  const controls = [
    [101, 0],
    [100, 0],
    [6, range],
    [38, 0],
  ] as const;
  return controls.map(([control, value], order) => ({
    tick: 0,
    phase,
    order: order - controls.length,
    bytes: [0xb0 | channel, control, value],
  }));
}

/** The ticks inside a note at which its line is written: its points, and even steps while it is on its way. */
function samplesOf(bend: readonly BendPoint[], length: number): number[] {
  const steps = Array.from({ length: Math.ceil(length / BEND_STEP) }, (_, step) => step * BEND_STEP);
  const points = bend.map(({ tick }) => tick);
  return [...new Set([...steps, ...points])].filter((tick) => tick >= 0 && tick < length).sort((a, b) => a - b);
}
