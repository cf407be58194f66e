import type { Id, Note } from '../model/entities';
import { gridOfRow, lineAfter, lineBefore, type Grids } from '../time';
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

/** Context for picking the note under a pointer. */
export interface PickSetting extends Grids {
  /** How far a note is drawn, in ticks: short ones have a least width. */
  readonly drawnTicks: (note: Note) => number;
  readonly isTouch: boolean;
}

/** The note under a place: the block that is drawn there, the one begun last where several are. A finger reaches up to half a step outside of a
 *  block, but only within the step it is on, so that an empty step always wins over a note beside it. A step that a note begins
 *  on, though it ends before the pointer, means that note too: another there would stand on it. */
export function noteAt(notes: readonly Note[], { tick, pitch }: Place, setting: PickSetting): Note | null {
  const grid = gridOfRow(setting, pitch);
  const line = lineBefore(grid, tick);
  const next = lineAfter(grid, tick);
  const reach = setting.isTouch ? (next - line) / 2 : 0;
  let best: Note | null = null;
  let bestDistance = Infinity;
  for (const note of notes) {
    if (note.pitch !== pitch) continue;
    const end = note.start + setting.drawnTicks(note);
    if (note.start >= next || end <= line) continue;
    const away = Math.max(0, note.start - tick, tick - end);
    const distance = away === 0 || note.start === line || away <= reach ? away : Infinity;
    if (distance < bestDistance || (distance === bestDistance && best !== null && note.start > best.start)) {
      best = note;
      bestDistance = distance;
    }
  }
  return best;
}
