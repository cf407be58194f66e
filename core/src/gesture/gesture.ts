import type { Id } from '../model/entities';
import { clamp, lineAfter, lineAt, lineBefore, type Grid } from '../time';

/** A place on the grid: a tick, not yet snapped, and a row. */
export interface Place {
  readonly tick: number;
  readonly pitch: number;
}

/** What lay under the pointer when it went down. A hit in a cell has no ends: sideways it moves, up and down it gets louder and softer. */
export type Target =
  { readonly kind: 'empty' } | { readonly kind: 'note'; readonly noteId: Id; readonly part: 'body' | 'start' | 'end' | 'hit' };

/** What a press on empty ground is to begin. Notes always move or resize, but for erasing. */
export type Ground = 'draw' | 'select' | 'erase';

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
      readonly ground: Ground;
      readonly extend: boolean;
      readonly copy: boolean;
    }
  /** The pointer has rested long enough to count as held. */
  | { readonly type: 'hold' }
  | DragEvent
  | { readonly type: 'cancel' };

/** What a gesture may know: the grid, what is selected, and what a drawn note starts from. */
export interface GestureSetting {
  readonly grid: Grid;
  readonly selected: ReadonlySet<Id>;
  readonly velocity: number;
}

export interface DrawnNote {
  readonly start: number;
  readonly length: number;
  readonly pitch: number;
  readonly velocity: number;
}

export type Gesture =
  | { readonly state: 'idle' }
  | {
      readonly state: 'pressing';
      readonly from: Place;
      readonly target: Target;
      readonly ground: Ground;
      readonly extend: boolean;
      readonly copy: boolean;
    }
  | { readonly state: 'drawing'; readonly from: Place; readonly note: DrawnNote }
  | {
      readonly state: 'moving';
      readonly from: Place;
      readonly noteIds: readonly Id[];
      readonly copy: boolean;
      readonly ticks: number;
      readonly semitones: number;
    }
  | {
      readonly state: 'resizing';
      readonly from: Place;
      readonly noteIds: readonly Id[];
      readonly edge: 'start' | 'end';
      readonly ticks: number;
    }
  | { readonly state: 'leveling'; readonly noteIds: readonly Id[]; readonly rise: number }
  | { readonly state: 'selecting'; readonly from: Place; readonly to: Place; readonly extend: boolean }
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

function press({ at, target, ground, extend, copy }: GestureEvent & { type: 'press' }): Gesture {
  if (ground === 'erase') return { state: 'erasing', noteIds: target.kind === 'note' ? [target.noteId] : [] };
  return { state: 'pressing', from: at, target, ground, extend, copy };
}

/** Holding empty ground begins a rectangle; holding a note asks for its menu. */
function held({ from, target, extend }: Gesture & { state: 'pressing' }): Gesture {
  if (target.kind === 'note') return { state: 'menu', noteId: target.noteId };
  return { state: 'selecting', from, to: from, extend };
}

/** What the first real movement of a press turns it into. */
function begin(
  { from, target, ground, extend, copy }: Gesture & { state: 'pressing' },
  isSteep: boolean,
  setting: GestureSetting,
): Gesture {
  if (target.kind === 'empty') {
    if (ground === 'select') return { state: 'selecting', from, to: from, extend };
    return { state: 'drawing', from, note: tappedNote(from, setting) };
  }
  const noteIds = setting.selected.has(target.noteId) ? [...setting.selected] : [target.noteId];
  if (target.part === 'hit' && isSteep) return { state: 'leveling', noteIds, rise: 0 };
  if (target.part === 'body' || target.part === 'hit') return { state: 'moving', from, noteIds, copy, ticks: 0, semitones: 0 };
  return { state: 'resizing', from, noteIds, edge: target.part, ticks: 0 };
}

function drag(gesture: Gesture, { at, rise, free, over }: DragEvent, setting: GestureSetting): Gesture {
  const { grid } = setting;
  switch (gesture.state) {
    case 'drawing':
      return { ...gesture, note: stretchedNote(gesture.from, at.tick, rise, free, setting) };
    case 'moving':
      return { ...gesture, ticks: snapDistance(at.tick - gesture.from.tick, grid, free), semitones: at.pitch - gesture.from.pitch };
    case 'resizing':
      return { ...gesture, ticks: snapDistance(at.tick - gesture.from.tick, grid, free) };
    case 'leveling':
      return { ...gesture, rise: Math.round(rise) };
    case 'selecting':
      return { ...gesture, to: at };
    case 'erasing':
      return over === null || gesture.noteIds.includes(over) ? gesture : { ...gesture, noteIds: [...gesture.noteIds, over] };
    default:
      return gesture;
  }
}

/** The note a tap on empty ground makes: one box long, at the line before it. */
export function tappedNote(at: Place, { grid, velocity }: GestureSetting): DrawnNote {
  const start = lineBefore(grid, Math.max(0, at.tick));
  return { start, length: lineAfter(grid, start) - start, pitch: at.pitch, velocity };
}

/** The note from where the press began to `toTick`: right of it the length grows box by box, left of it the start goes back. */
function stretchedNote(from: Place, toTick: number, rise: number, free: boolean, setting: GestureSetting): DrawnNote {
  const tapped = tappedNote(from, setting);
  const velocity = clamp(Math.round(setting.velocity + rise), 1, 127);
  const target = Math.max(0, toTick);
  if (target < tapped.start) {
    const start = free ? Math.round(target) : lineBefore(setting.grid, target);
    return { ...tapped, start, length: tapped.start + tapped.length - start, velocity };
  }
  const end = free ? Math.max(Math.round(target), tapped.start + 1) : lineAfter(setting.grid, Math.max(target - 1, tapped.start));
  return { ...tapped, length: end - tapped.start, velocity };
}

/** A distance as whole boxes, so that notes off the grid keep their offset; to the tick where `free`. */
export function snapDistance(ticks: number, grid: Grid, free: boolean): number {
  if (free) return Math.round(ticks);
  const boxes = Math.round((Math.abs(ticks) * grid.denominator) / grid.numerator);
  return boxes === 0 ? 0 : Math.sign(ticks) * lineAt(grid, boxes);
}
