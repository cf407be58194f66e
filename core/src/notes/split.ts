import type { Note } from '../model/entities';
import type { NewId } from '../model/ids';
import { lineAfter, type Grid } from '../time';
import { piece, writtenOut } from './roll';

/** Cuts a note at the given ticks. Cuts at or outside its edges do nothing. The first piece keeps the id; every piece
 *  keeps the note's other properties and its stretch of the bend line, and all share one draw of chance. A roll that is cut is written out as its hits first. */
export function cutNote(note: Note, cutTicks: readonly number[], newId: NewId): readonly Note[] {
  const isInside = (tick: number) => tick > note.start && tick < note.start + note.length;
  if (!cutTicks.some(isInside)) return [note];
  if (note.roll) return writtenOut(note, newId).flatMap((hit) => cutNote(hit, cutTicks, newId));
  const cuts = [...new Set(cutTicks)].filter(isInside).sort((a, b) => a - b);
  const edges = [note.start, ...cuts, note.start + note.length];
  return edges.slice(0, -1).map((start, index) => ({ ...piece(note, index, start, newId), length: edges[index + 1]! - start }));
}

/** Cuts after every piece, counted from the note's own start: `ticksTo(k)` says where the k-th piece ends, so that pieces which are no whole
 *  number of ticks do not drift. The last is shorter where it does not divide; a piece as long as the note cuts nothing. */
export function cutsEvery(note: Note, ticksTo: (count: number) => number): number[] {
  const cuts: number[] = [];
  for (let count = 1, ticks = ticksTo(1); ticks < note.length; ticks = ticksTo(++count)) cuts.push(note.start + ticks);
  return cuts;
}

/** Cuts into `parts` equal pieces; each cut is the nearest tick, so pieces differ by one tick at most. */
export function cutsInParts(note: Note, parts: number): number[] {
  return Array.from({ length: parts - 1 }, (_, index) => note.start + Math.round(((index + 1) * note.length) / parts));
}

/** Cuts at every grid line inside the note. */
export function cutsAtLines(note: Note, grid: Grid): number[] {
  const cuts: number[] = [];
  const end = note.start + note.length;
  for (let tick = lineAfter(grid, note.start); tick < end; tick = lineAfter(grid, tick)) cuts.push(tick);
  return cuts;
}

/** The most notes one split may leave: more would be no music and a long wait. */
export const MAX_PIECES = 20_000;

/** How many notes there would be with every note cut into pieces as long as `pieceTicks` says of it. */
export function piecesEvery(notes: readonly Note[], pieceTicks: (note: Note) => number): number {
  return notes.reduce((count, note) => count + Math.ceil(note.length / pieceTicks(note)), 0);
}

/** Why a split into that many pieces is refused; null where it is not. */
export function tooManyPieces(pieces: number): string | null {
  return pieces > MAX_PIECES
    ? `That would make ${pieces.toLocaleString('en')} notes; ${MAX_PIECES.toLocaleString('en')} is the most. Choose longer pieces.`
    : null;
}
