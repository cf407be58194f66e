import type { Id, Note } from '../model/entities';
import type { Place } from './place';

/** Ids of the notes a rectangle between two places touches, in any direction it was drawn. */
export function notesInRectangle(notes: readonly Note[], from: Place, to: Place): Id[] {
  const startTick = Math.min(from.tick, to.tick);
  const endTick = Math.max(from.tick, to.tick);
  const low = Math.min(from.pitch, to.pitch);
  const high = Math.max(from.pitch, to.pitch);
  return notes
    .filter(({ start, length, pitch }) => start < endTick && start + length > startTick && pitch >= low && pitch <= high)
    .map(({ id }) => id);
}

/** Distances in pixels: how big a tick and a row are drawn, and the least half-size a note has for the pointer
 *  (22 for a finger, so that every note is a target of 44; 0 for a mouse). */
export interface PixelScale {
  readonly pixelsPerTick: number;
  readonly rowPixels: number;
  readonly reachPixels: number;
}

/** The note under a place, small ones grown about their middle to what a finger can hit; of several the nearest.
 *  `rowIndex` gives the drawn row of a pitch, or null where it is not shown; `rowPosition` may be fractional. */
export function nearestNote(
  notes: readonly Note[],
  at: { readonly tick: number; readonly rowPosition: number },
  rowIndex: (pitch: number) => number | null,
  { pixelsPerTick, rowPixels, reachPixels }: PixelScale,
): Note | null {
  let best: Note | null = null;
  let bestDistance = Infinity;
  for (const note of notes) {
    const index = rowIndex(note.pitch);
    if (index === null) continue;
    const halfWidth = (note.length / 2) * pixelsPerTick;
    const halfHeight = rowPixels / 2;
    const across = Math.abs(at.tick - note.start - note.length / 2) * pixelsPerTick;
    const down = Math.abs(at.rowPosition - index - 0.5) * rowPixels;
    if (across > Math.max(halfWidth, reachPixels) || down > Math.max(halfHeight, reachPixels)) continue;
    const distance = Math.max(0, across - halfWidth) + Math.max(0, down - halfHeight);
    if (distance < bestDistance || (distance === 0 && bestDistance === 0)) {
      best = note;
      bestDistance = distance;
    }
  }
  return best;
}
