import { bendCents, controllerOf, scaleOf, type LaneTarget } from '../lanes/targets';
import { songEnd, type Document } from '../model/document';
import {
  COMMON_BEND_RANGE,
  MAX_CONTROLLER,
  MAX_BEND_RANGE,
  type Carried,
  type Id,
  type Lane,
  type LanePoint,
  type Note,
  type Track,
} from '../model/entities';
import { controls, type ControlEvent } from '../playback/controls';
import { BEND_STEP, LATE, NO_BEND, type ChannelBend } from './apart';
import type { WrittenEvent } from './write';

/** The lane events of one track over the whole song. */
export interface TrackLanes {
  readonly bend: ChannelBend;
  /** Controllers and pressure, for a channel. */
  readonly onChannel: (channel: number, phase: number) => readonly WrittenEvent[];
}

/** A value of a control at a tick; `isMeant` where it is written even if nothing changes. */
interface Sample {
  readonly tick: number;
  readonly value: number;
  readonly isMeant: boolean;
}

/** The lane events of each track, by id; none for tracks without lanes. `rangeThere` says what bend range a track's file has set. */
export function lanesWritten(document: Document, isHeard: boolean, rangeThere: (trackId: Id) => number): ReadonlyMap<Id, TrackLanes> {
  if (document.lanes.length === 0) return new Map();
  const whole = isHeard ? document : { ...document, placements: document.placements.map((each) => ({ ...each, muted: false })) };
  const byControl = new Map<string, ControlEvent[]>();
  for (const event of controls(whole, 0, songEnd(document), { view: { kind: 'song' } })) {
    const key = `${event.trackId} ${event.target}`;
    const events = byControl.get(key);
    if (events) events.push(event);
    else byControl.set(key, [event]);
  }
  const made = new Map<Id, TrackLanes>();
  for (const { id } of document.tracks) {
    const own = [...byControl.values()].filter(([first]) => first!.trackId === id);
    if (own.length) made.set(id, trackLanes(own, rangeThere(id)));
  }
  return made;
}

function trackLanes(byControl: readonly ControlEvent[][], rangeThere: number): TrackLanes {
  const samples = byControl.map((events) => ({ target: events[0]!.target, samples: samplesOf(events) }));
  const bends = byControl.find(([first]) => first!.target === 'bend');
  return {
    bend: bends ? channelBend(bends, rangeThere) : NO_BEND,
    onChannel: (channel, phase) =>
      samples.flatMap(({ target, samples: own }) =>
        target === 'bend'
          ? []
          : own.map(({ tick, value }, index) => ({ tick, phase, order: LATE + index, bytes: bytesOf(target, channel, value) })),
      ),
  };
}

function bytesOf(target: LaneTarget, channel: number, value: number): number[] {
  const controller = controllerOf(target);
  return controller === null ? [0xd0 | channel, value] : [0xb0 | channel, controller, value];
}

function channelBend(events: readonly ControlEvent[], rangeThere: number): ChannelBend {
  const range = events.reduce((most, event) => Math.max(most, event.range ?? COMMON_BEND_RANGE), COMMON_BEND_RANGE);
  const samples = samplesOf(events);
  return {
    range,
    rangeThere,
    ticks: samples.map(({ tick }) => tick),
    centsAt: (tick) => {
      const event = events.findLast((each) => each.tick <= tick);
      return event ? bendCents(Math.round(valueIn(event, tick)), event.range) : 0;
    },
  };
}

/** Each point, and even steps on the way to the next where the value changes. */
function samplesOf(events: readonly ControlEvent[]): Sample[] {
  const found: Sample[] = [];
  let last = scaleOf(events[0]!.target).rest;
  events.forEach((event, index) => {
    const until = Math.min(event.tick + event.lengthTicks, events[index + 1]?.tick ?? Infinity);
    const steps = Math.max(1, Math.ceil((until - event.tick) / BEND_STEP));
    for (let step = 0; step < steps; step++) {
      const tick = event.tick + step * BEND_STEP;
      const value = Math.round(valueIn(event, tick));
      const isMeant = step === 0 && event.isPoint;
      if (isMeant || value !== last) found.push({ tick, value, isMeant });
      last = value;
    }
  });
  return found;
}

function valueIn({ tick: start, lengthTicks, value, to }: ControlEvent, tick: number): number {
  return tick >= start + lengthTicks ? to : value + ((to - value) * (tick - start)) / lengthTicks;
}

/** The lanes that a file's track gives one channel, and the events that are still carried as they are. */
export interface ReadLanes {
  readonly lanes: readonly Lane[];
  readonly points: Readonly<Record<Id, readonly LanePoint[]>>;
  readonly left: readonly Carried[];
}

/** Controllers whose values belong together, or are commands: they are no lanes. */
const BOUND = new Set([0, 6, 32, 38, 96, 97, 98, 99, 100, 101]);

/** Makes lanes of the bends, pressures and controllers that change while a channel's notes sound. What is set up before the first note, once and for
 *  all, is carried, and so is what lies at or beyond `endTick`, where the pattern ends. */
function readLanes(
  carried: readonly Carried[],
  part: {
    readonly patternId: Id;
    readonly channel: number;
    readonly startTick: number;
    readonly firstNote: number;
    readonly endTick: number;
  },
  newId: () => Id,
): ReadLanes {
  const range = bendRange(carried, part.channel);
  const byTarget = new Map<LaneTarget, Carried[]>();
  for (const event of carried) {
    const target = targetOf(event.bytes, part.channel);
    if (target === null || (target === 'bend' && range > MAX_BEND_RANGE) || event.tick >= part.endTick || event.tick < part.startTick)
      continue;
    const events = byTarget.get(target);
    if (events) events.push(event);
    else byTarget.set(target, [event]);
  }
  const taken = new Set<Carried>();
  const lanes: Lane[] = [];
  const points: Record<Id, readonly LanePoint[]> = {};
  for (const [target, events] of byTarget) {
    if (events.every(({ tick }) => tick <= part.firstNote)) continue;
    const lane = { id: newId(), patternId: part.patternId, target, ...(target === 'bend' && range !== COMMON_BEND_RANGE ? { range } : {}) };
    const stem = newId();
    lanes.push(lane);
    points[lane.id] = events.map((event, index) => {
      taken.add(event);
      const id = `${stem}-${String(index).padStart(6, '0')}`;
      return { id, laneId: lane.id, tick: event.tick - part.startTick, value: valueOf(event.bytes), shape: 'hold' };
    });
  }
  return { lanes, points, left: taken.size ? carried.filter((event) => !taken.has(event)) : carried };
}

/** The lanes of tracks that a file was read as, each pattern in its span of the song, and what is left to be carried. */
export function lanesOfTracks(
  carried: readonly Carried[],
  tracks: readonly { readonly track: Track; readonly patternId: Id; readonly notes: readonly Note[] }[],
  spans: readonly { readonly start: number; readonly length: number }[],
  newId: () => Id,
): { readonly read: readonly ReadLanes[]; readonly left: readonly Carried[] } {
  const byTrack = byFileTrack(carried);
  const read = tracks.map(({ track, patternId, notes }, index) => {
    const { start, length } = spans[index]!;
    const firstNote = start + notes.reduce((first, note) => Math.min(first, note.start), Infinity);
    const place = { patternId, channel: track.channel!, startTick: start, firstNote, endTick: start + length };
    const own = readLanes(byTrack.get(track.fileTrack!) ?? [], place, newId);
    byTrack.set(track.fileTrack!, own.left);
    return own;
  });
  return { read, left: [...byTrack.values()].flat() };
}

function targetOf(bytes: ArrayLike<number>, channel: number): LaneTarget | null {
  const [status, first] = [bytes[0]!, bytes[1]!];
  if ((status & 0x0f) !== channel) return null;
  if ((status & 0xf0) === 0xe0) return 'bend';
  if ((status & 0xf0) === 0xd0) return 'pressure';
  return (status & 0xf0) === 0xb0 && first <= MAX_CONTROLLER && !BOUND.has(first) ? `cc:${first}` : null;
}

function valueOf(bytes: ArrayLike<number>): number {
  const kind = bytes[0]! & 0xf0;
  if (kind === 0xe0) return bytes[1]! + 128 * bytes[2]! - 8192;
  return kind === 0xd0 ? bytes[1]! : bytes[2]!;
}

/** The bend range that a channel is given last, in semitones, by registered parameter 0. */
export function bendRange(carried: readonly Carried[], channel: number): number {
  let parameter = -1;
  let range: number = COMMON_BEND_RANGE;
  for (const { bytes } of carried) {
    if (bytes[0] !== (0xb0 | channel)) continue;
    if (bytes[1] === 101) parameter = bytes[2]! * 128 + (parameter & 127);
    else if (bytes[1] === 100) parameter = (parameter & ~127) + bytes[2]!;
    else if (bytes[1] === 98 || bytes[1] === 99) parameter = -1;
    else if (bytes[1] === 6 && parameter === 0) range = bytes[2]!;
  }
  return Math.max(1, range);
}

/** Carried events, by file track. */
export function byFileTrack(carried: readonly Carried[]): Map<number, readonly Carried[]> {
  const tracks = new Map<number, Carried[]>();
  for (const event of carried) {
    const track = tracks.get(event.fileTrack);
    if (track) track.push(event);
    else tracks.set(event.fileTrack, [event]);
  }
  return tracks;
}
