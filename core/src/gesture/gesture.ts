import type { Id } from '../model/entities';
import { stepTicks, clamp, gridAt, gridOfRow, lineAfter, lineBefore, nearestLine, type Grid, type Grids } from '../time';
import { extendPath, type PaintPath, type PaintSetting } from './paint';
import type { DrawnNote, Place } from './place';

/** The target under the pointer when it went down. A hit in a cell has no ends: sideways it moves, up and down it gets louder and softer. */
export type Target =
  | { readonly kind: 'empty' }
  | {
      readonly kind: 'note';
      readonly noteId: Id;
      readonly part: 'body' | 'start' | 'end' | 'hit';
      /** The tick of what was grabbed: the note's end if that was, else its start. */
      readonly tick: number;
    };

/** The purpose of a press on empty ground. Notes always move or resize, but for erasing, and where it leads an action that is being tried. */
export type PressPurpose = 'draw' | 'paint' | 'select' | 'erase' | 'lead';

/** The pointer has moved on. */
export interface DragEvent {
  readonly type: 'drag';
  readonly at: Place;
  /** How far up it has gone since the press, in velocity steps. */
  readonly rise: number;
  /** Whether it has gone further up or down than sideways. */
  readonly isSteep: boolean;
  /** Lifts the grid for now. */
  readonly free: boolean;
  readonly over: Id | null;
}

export type GestureEvent =
  | {
      readonly type: 'press';
      readonly at: Place;
      readonly target: Target;
      readonly purpose: PressPurpose;
      readonly extend: boolean;
      readonly copy: boolean;
    }
  /** The pointer has rested long enough to count as held. */
  | { readonly type: 'hold' }
  | DragEvent
  | { readonly type: 'cancel' };

/** The context of a gesture: the grids, what is selected, and what a drawn note starts from. */
export interface GestureSetting extends Grids {
  /** Whether places go to the lines of the grid; if not, to the tick. */
  readonly isSnapping: boolean;
  /** Whether dragged notes go by whole steps, keeping how far they are off the lines, or what was grabbed goes to the nearest line. */
  readonly snapsBy: 'distance' | 'line';
  readonly selected: ReadonlySet<Id>;
  readonly velocity: number;
  /** Length of a new note in ticks; null for one step of its grid. */
  readonly lengthTicks: number | null;
  readonly paint: PaintSetting;
}

export type Gesture =
  | { readonly state: 'idle' }
  | {
      readonly state: 'pressing';
      readonly from: Place;
      readonly target: Target;
      readonly purpose: PressPurpose;
      readonly extend: boolean;
      readonly copy: boolean;
    }
  | { readonly state: 'drawing'; readonly from: Place; readonly note: DrawnNote }
  | { readonly state: 'painting'; readonly from: Place; readonly last: Place; readonly path: PaintPath }
  | {
      readonly state: 'moving';
      readonly from: Place;
      /** The tick of what was grabbed. */
      readonly anchorTick: number;
      readonly noteIds: readonly Id[];
      readonly copy: boolean;
      readonly ticks: number;
      readonly semitones: number;
      /** Rows shown between where it began and where it is, upwards; null where it goes by semitones whatever is shown. */
      readonly rows: number | null;
    }
  | {
      readonly state: 'resizing';
      readonly from: Place;
      readonly anchorTick: number;
      readonly noteIds: readonly Id[];
      readonly edge: 'start' | 'end';
      readonly ticks: number;
    }
  | { readonly state: 'leveling'; readonly noteIds: readonly Id[]; readonly rise: number }
  | { readonly state: 'selecting'; readonly from: Place; readonly to: Place; readonly extend: boolean }
  /** Places it has come by, in order. `isFree`: the grid is lifted. */
  | { readonly state: 'leading'; readonly path: readonly Place[]; readonly isFree: boolean }
  | { readonly state: 'erasing'; readonly noteIds: readonly Id[] }
  | { readonly state: 'menu'; readonly noteId: Id };

export const IDLE: Gesture = { state: 'idle' };

/** Moves a gesture on by one event. A released gesture is read off and set to `IDLE` by whoever runs it; a cancelled one
 *  leaves everything as it was. */
export function stepGesture(gesture: Gesture, event: GestureEvent, setting: GestureSetting): Gesture {
  if (event.type === 'cancel') return IDLE;
  if (event.type === 'press') return press(event);
  if (event.type === 'hold') return gesture.state === 'pressing' ? held(gesture) : gesture;
  return gesture.state === 'pressing' ? drag(begin(gesture, event.isSteep, setting), event, setting) : drag(gesture, event, setting);
}

function press({ at, target, purpose, extend, copy }: GestureEvent & { type: 'press' }): Gesture {
  if (purpose === 'erase') return { state: 'erasing', noteIds: target.kind === 'note' ? [target.noteId] : [] };
  if (purpose === 'lead') return { state: 'leading', path: [at], isFree: false };
  return { state: 'pressing', from: at, target, purpose, extend, copy };
}

/** Holding empty ground begins a rectangle; holding a note asks for its menu. */
function held({ from, target, extend }: Gesture & { state: 'pressing' }): Gesture {
  if (target.kind === 'note') return { state: 'menu', noteId: target.noteId };
  return { state: 'selecting', from, to: from, extend };
}

/** The gesture a press becomes with its first real movement. */
function begin(
  { from, target, purpose, extend, copy }: Gesture & { state: 'pressing' },
  isSteep: boolean,
  setting: GestureSetting,
): Gesture {
  if (target.kind === 'empty') {
    if (purpose === 'select') return { state: 'selecting', from, to: from, extend };
    if (purpose === 'paint') return { state: 'painting', from, last: from, path: new Map() };
    return { state: 'drawing', from, note: tappedNote(from, setting) };
  }
  const noteIds = setting.selected.has(target.noteId) ? [...setting.selected] : [target.noteId];
  if (target.part === 'hit' && isSteep) return { state: 'leveling', noteIds, rise: 0 };
  if (target.part === 'body' || target.part === 'hit')
    return { state: 'moving', from, anchorTick: target.tick, noteIds, copy, ticks: 0, semitones: 0, rows: 0 };
  return { state: 'resizing', from, anchorTick: target.tick, noteIds, edge: target.part, ticks: 0 };
}

function drag(gesture: Gesture, { at, rise, free, over }: DragEvent, setting: GestureSetting): Gesture {
  const isFree = free || !setting.isSnapping;
  const distance = ({ from, anchorTick }: { readonly from: Place; readonly anchorTick: number }) => {
    const ticks = at.tick - from.tick;
    const grid = gridOfRow(setting, from.pitch);
    if (setting.snapsBy === 'line' && !isFree) return nearestLine(grid, Math.max(0, anchorTick + ticks)) - anchorTick;
    return snapDistance(ticks, gridAt(grid, from.tick), isFree);
  };
  const rowOf = (pitch: number) => setting.paint.rows.indexOf(pitch);
  switch (gesture.state) {
    case 'drawing':
      return { ...gesture, note: stretchedNote(gesture.from, at.tick, rise, isFree, setting) };
    case 'painting':
      return { ...gesture, last: at, path: extendPath(gesture.path, gesture.from, gesture.last, at, setting.paint, setting) };
    case 'moving':
      return {
        ...gesture,
        ticks: distance(gesture),
        semitones: at.pitch - gesture.from.pitch,
        rows: rowOf(gesture.from.pitch) - rowOf(at.pitch),
      };
    case 'resizing':
      return { ...gesture, ticks: distance(gesture) };
    case 'leveling':
      return { ...gesture, rise: Math.round(rise) };
    case 'selecting':
      return { ...gesture, to: at };
    case 'leading':
      return { ...gesture, path: [...gesture.path, at], isFree };
    case 'erasing':
      return over === null || gesture.noteIds.includes(over) ? gesture : { ...gesture, noteIds: [...gesture.noteIds, over] };
    default:
      return gesture;
  }
}

/** The note a tap on empty ground makes: at the line before it (off the grid, just there), one step long or as long as new notes are. */
export function tappedNote(at: Place, setting: GestureSetting): DrawnNote {
  const grid = gridOfRow(setting, at.pitch);
  const tick = Math.max(0, at.tick);
  const start = setting.isSnapping ? lineBefore(grid, tick) : Math.round(tick);
  const box = setting.isSnapping ? lineAfter(grid, start) - start : Math.round(stepTicks(gridAt(grid, start)));
  return { start, length: setting.lengthTicks ?? Math.max(1, box), pitch: at.pitch, velocity: setting.velocity };
}

/** The note from where the press began to `toTick`: right of it the length grows step by step, left of it the start goes back. */
function stretchedNote(from: Place, toTick: number, rise: number, free: boolean, setting: GestureSetting): DrawnNote {
  const grid = gridOfRow(setting, from.pitch);
  const tapped = tappedNote(from, setting);
  const velocity = clamp(Math.round(setting.velocity + rise), 1, 127);
  const target = Math.max(0, toTick);
  if (target < tapped.start) {
    const start = free ? Math.round(target) : lineBefore(grid, target);
    return { ...tapped, start, length: tapped.start + tapped.length - start, velocity };
  }
  const end = free ? Math.max(Math.round(target), tapped.start + 1) : lineAfter(grid, Math.max(target - 1, tapped.start));
  return { ...tapped, length: end - tapped.start, velocity };
}

/** A distance as whole steps, so that notes off the grid keep their offset; to the tick where `free`. */
export function snapDistance(ticks: number, grid: Grid, free: boolean): number {
  if (free) return Math.round(ticks);
  const steps = Math.round(Math.abs(ticks) / stepTicks(grid));
  return steps === 0 ? 0 : Math.sign(ticks) * Math.round(steps * stepTicks(grid));
}
