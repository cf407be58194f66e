import { counted, rowLength, type Note } from '@yibbo/core';
import type { OpenPart } from '../../../state/session/selectors';
import { barSpan } from './step-cells';

/** A hit of a row in the bar on show: where it is written, or where it comes round again. */
export interface ShownHit {
  readonly note: Note;
  readonly tick: number;
}

/** The hits of a row within a bar (from 0), and those of its repeats there. */
export function hitsInBar(part: OpenPart, pitch: number, bar: number, notes: readonly Note[]): ShownHit[] {
  const { start, end } = barSpan(part, bar);
  const loop = rowLength(part.pattern, pitch);
  const mine = notes.filter((note) => note.pitch === pitch && note.start < loop);
  const shown: ShownHit[] = [];
  for (let from = Math.floor(start / loop) * loop; from < end; from += loop)
    for (const note of mine) if (from + note.start >= start && from + note.start < end) shown.push({ note, tick: from + note.start });
  return shown;
}

/** How many hits a row has in the bar on show, and of how many in all: "3 of 5 hits". */
export function hitWords(shown: number, all: number): string {
  return shown === all ? counted(all, 'hit') : `${shown} of ${counted(all, 'hit')}`;
}
