import type { Id, Note } from '../model/entities';
import type { Place } from './gesture';

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

/** Distances in pixels: how big a tick and a row are drawn, and how far a finger may miss. */
export interface PixelScale {
  readonly pixelsPerTick: number;
  readonly rowPixels: number;
  readonly reachPixels: number;
}

/** The note under a place or, failing that, the nearest within reach; null where none is near. `rowIndex` gives the drawn
 *  row of a pitch (may be fractional for the place), or null where it is not shown. */
export function nearestNote(
  notes: readonly Note[],
  at: { readonly tick: number; readonly rowPosition: number },
  rowIndex: (pitch: number) => number | null,
  scale: PixelScale,
): Note | null {
  let best: Note | null = null;
  let bestDistance = scale.reachPixels;
  for (const note of notes) {
    const index = rowIndex(note.pitch);
    if (index === null) continue;
    const across = Math.max(note.start - at.tick, 0, at.tick - note.start - note.length) * scale.pixelsPerTick;
    const down = Math.max(index - at.rowPosition, 0, at.rowPosition - index - 1) * scale.rowPixels;
    const distance = Math.hypot(across, down);
    if (distance < bestDistance || (distance === 0 && bestDistance === 0)) {
      best = note;
      bestDistance = distance;
    }
  }
  return best;
}
