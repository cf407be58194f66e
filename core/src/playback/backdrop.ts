import type { Document } from '../model/document';
import type { Id, Note, Track } from '../model/entities';
import { rowLength } from '../model/row-length';
import { playLines } from './lines';
import { treatedNotes } from './treated';

/** The notes of other tracks that sound with a placement's pattern while it loops, as they stand in its first pass: where each would lie in
 *  the pattern. Muted notes are not among them, nor tracks that are not to be shown: muted ones, unless it is said which. Repeats of a note get ids of their own. */
export function notesBehind(document: Document, placementId: Id, lengthTicks: number, isShown = isHeard): Note[] {
  const lines = playLines(document, { kind: 'pattern', placementId });
  return lines
    .filter((line) => line.placementId !== placementId && isShown(line.track))
    .flatMap((line) => {
      const origin = line.startTick - line.offsetTicks;
      return treatedNotes(document, line).flatMap((note) => {
        const loop = rowLength(line.pattern, note.pitch);
        if (note.muted || note.start >= loop) return [];
        const found: Note[] = [];
        for (
          let tick = origin + note.start + Math.max(0, Math.ceil((-origin - note.start) / loop)) * loop;
          tick < lengthTicks;
          tick += loop
        )
          found.push({ ...note, id: `${line.placementId} ${note.id} ${tick}`, start: tick });
        return found;
      });
    });
}

function isHeard({ muted }: Track): boolean {
  return !muted;
}
