import { notesOf, type Document } from '../model/document';
import type { BendPoint, Id, Track } from '../model/entities';
import { slicedFrom } from '../notes/bend';
import { isAudible, playLines, type PlayLine, type PlayView } from './lines';
import { ringsOf, type Ring, type SoundingNote } from './sounding';

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
  /** Times its row went round since the placement began, or since play began. */
  readonly pass: number;
  /** Where it began, where play has begun inside it. */
  readonly began?: number;
}

/** What tells one sounding of a note from all others: the same in every window it is asked for in. */
export function eventKey({ noteId, pass, pitch, tick, began = tick }: PlayEvent): string {
  return `${noteId} ${pass} ${pitch} ${began}`;
}

export interface PlayContext {
  readonly view: PlayView;
  /** Exports hear every track that is not muted; solo is for listening. */
  readonly ignoreSolo?: boolean;
}

/** Every note that begins in [fromTick, toTick), in order. The one source for live play and for exports: windows that touch
 *  give what their union gives. */
export function events(document: Document, fromTick: number, toTick: number, context: PlayContext): PlayEvent[] {
  return collect(document, context, (line, ring) => startingIn(line, ring, fromTick, toTick));
}

/** What is already sounding when play begins at `tick`, cut to what is left of it. Drum hits are not chased, and a note that
 *  began before its placement does not sound. */
export function chased(document: Document, tick: number, context: PlayContext): PlayEvent[] {
  return collect(document, context, (line, ring) => {
    if (line.track.kind === 'drums') return [];
    return startingIn(line, ring, tick - ring.longestTicks(), tick)
      .filter((event) => event.tick + event.lengthTicks > tick)
      .map((event) => ({
        ...event,
        began: event.tick,
        tick,
        lengthTicks: event.tick + event.lengthTicks - tick,
        ...(event.bend ? { bend: slicedFrom(event.bend, tick - event.tick) } : {}),
      }));
  });
}

function collect(document: Document, context: PlayContext, from: (line: PlayLine, ring: Ring) => PlayEvent[]): PlayEvent[] {
  const heard = (track: Track) => (context.ignoreSolo ? !track.muted : isAudible(document, track));
  const { seed } = document.song;
  return playLines(document, context.view)
    .filter(({ track }) => heard(track))
    .flatMap((line) => {
      const { pattern, placementId } = line;
      return ringsOf(notesOf(document, pattern.id), pattern, { seed, placementId }).flatMap((ring) => from(line, ring));
    })
    .sort((a, b) => a.tick - b.tick || compare(a.trackId, b.trackId) || a.pitch - b.pitch);
}

function compare(a: string, b: string): number {
  return a < b ? -1 : a > b ? 1 : 0;
}

/** The starts of one line inside a window, pass by pass. */
function startingIn(line: PlayLine, ring: Ring, fromTick: number, toTick: number): PlayEvent[] {
  const found: PlayEvent[] = [];
  const from = Math.max(fromTick, line.startTick);
  const to = Math.min(toTick, line.endTick);
  if (from >= to || ring.isEmpty) return found;
  const origin = line.startTick - line.offsetTicks;
  const firstPass = Math.max(0, Math.floor((from - origin - ring.overhangTicks) / ring.loopTicks));
  for (let pass = firstPass; origin + pass * ring.loopTicks < to; pass++) {
    const passStart = origin + pass * ring.loopTicks;
    const sounding = ring.soundingIn(pass);
    for (let index = firstAtOrAfter(sounding, from - passStart); index < sounding.length; index++) {
      const { note, start, lengthTicks, velocity } = sounding[index]!;
      const tick = passStart + start;
      if (tick >= to) break;
      found.push({
        tick,
        lengthTicks: Math.min(lengthTicks, line.endTick - tick),
        trackId: line.track.id,
        noteId: note.id,
        pitch: note.pitch,
        velocity,
        pan: note.pan ?? 0,
        ...(note.bend ? { bend: slicedFrom(note.bend, start - note.start) } : {}),
        pass,
      });
    }
  }
  return found;
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
