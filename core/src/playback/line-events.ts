import type { BendPoint, Id } from '../model/entities';
import { slicedFrom } from '../notes/bend';
import type { PlayLine } from './lines';
import type { NoteLoop, SoundingNote } from './note-loops';

/** One note sounding: from `tick` for `lengthTicks`, in play time. */
export interface PlayEvent {
  readonly tick: number;
  readonly lengthTicks: number;
  readonly trackId: Id;
  readonly noteId: Id;
  readonly pitch: number;
  readonly velocity: number;
  /** -1..1 from where the track is heard. */
  readonly pan: number;
  /** Its pitch curve, counted from `tick`. */
  readonly bend?: readonly BendPoint[];
  /** Times its row was played since the placement began, or since play began. */
  readonly pass: number;
  /** Where it began, where play has begun inside it. */
  readonly began?: number;
  /** Where its roll began, for the second and later hits of one. */
  readonly rollTick?: number;
}

/** Identifies one sounding of a note, the same in every window that asks for it. */
export function eventKey({ trackId, noteId, pass, pitch, tick, began = tick }: PlayEvent): string {
  return `${trackId} ${noteId} ${pass} ${pitch} ${began}`;
}

/** An event with what the track needs to know of the note it is, or is a hit of. */
export interface LineEvent {
  readonly event: PlayEvent;
  readonly line: PlayLine;
  /** Where its note begins, in play time. */
  readonly noteTick: number;
  readonly noteVelocity: number;
  readonly voice: number;
}

/** The events that one loop of notes of a line starts in [fromTick, toTick), pass by pass. */
export function lineEvents(line: PlayLine, noteLoop: NoteLoop, fromTick: number, toTick: number): LineEvent[] {
  const found: LineEvent[] = [];
  const from = Math.max(fromTick, line.startTick);
  const to = Math.min(toTick, line.endTick);
  if (from >= to || noteLoop.isEmpty) return found;
  const origin = line.startTick - line.offsetTicks;
  const firstPass = Math.max(0, Math.floor((from - origin - noteLoop.overhangTicks) / noteLoop.loopTicks));
  for (let pass = firstPass; origin + pass * noteLoop.loopTicks < to; pass++) {
    const passStart = origin + pass * noteLoop.loopTicks;
    const sounding = noteLoop.soundingIn(pass);
    for (let index = firstAtOrAfter(sounding, from - passStart); index < sounding.length; index++) {
      const { note, start } = sounding[index]!;
      if (passStart + start >= to) break;
      // A roll that was struck before the placement began does not sound in it, as no note does.
      if (passStart + note.start < line.startTick) continue;
      found.push(lineEvent(line, sounding[index]!, passStart, pass));
    }
  }
  return found;
}

function lineEvent(line: PlayLine, { note, start, lengthTicks, velocity }: SoundingNote, passStart: number, pass: number): LineEvent {
  const tick = passStart + start;
  const event: PlayEvent = {
    tick,
    lengthTicks: Math.min(lengthTicks, line.endTick - tick),
    trackId: line.track.id,
    noteId: note.id,
    pitch: note.pitch,
    velocity,
    pan: note.pan ?? 0,
    ...(note.bend ? { bend: slicedFrom(note.bend, start - note.start) } : {}),
    pass,
    ...(start > note.start ? { rollTick: passStart + note.start } : {}),
  };
  return { event, line, noteTick: passStart + note.start, noteVelocity: note.velocity, voice: note.voice ?? 1 };
}

function firstAtOrAfter(notes: readonly SoundingNote[], start: number): number {
  let low = 0;
  let high = notes.length;
  while (low < high) {
    const middle = (low + high) >> 1;
    if (notes[middle]!.start < start) low = middle + 1;
    else high = middle;
  }
  return low;
}
