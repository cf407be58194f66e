import type { Note } from '../model/entities';

/** Ticks that a pitch's row goes round in. */
export type LoopOf = (pitch: number) => number;

/** What a result would do that a person may not expect. */
export interface Landing {
  /** Notes that come to stand on another of the same pitch and start. */
  readonly coinciding: number;
  /** Notes that come to lie at or beyond the pattern's end, where they are silent. */
  readonly beyondEnd: number;
}

/** Counts what is new in `after`: coincidences and notes beyond the end that `before` did not have. Both lists are sorted. */
export function countLanding(before: readonly Note[], after: readonly Note[], loopOf: LoopOf): Landing {
  return {
    coinciding: Math.max(0, coincidences(after) - coincidences(before)),
    beyondEnd: Math.max(0, beyond(after, loopOf) - beyond(before, loopOf)),
  };
}

function beyond(notes: readonly Note[], loopOf: LoopOf): number {
  return notes.reduce((count, { start, pitch }) => count + (start >= loopOf(pitch) ? 1 : 0), 0);
}

/** How many notes share pitch and start with the one before; the list is sorted by start, then pitch. */
function coincidences(notes: readonly Note[]): number {
  let count = 0;
  for (let index = 1; index < notes.length; index++) {
    const [before, note] = [notes[index - 1]!, notes[index]!];
    if (note.start === before.start && note.pitch === before.pitch) count++;
  }
  return count;
}

/** The landing in words, or null where there is nothing to say: "2 notes would coincide, 1 would leave the pattern". */
export function landingWords({ coinciding, beyondEnd }: Landing): string | null {
  const parts = [
    coinciding ? `${coinciding} ${coinciding === 1 ? 'note' : 'notes'} would coincide` : '',
    beyondEnd ? `${beyondEnd} would leave the pattern` : '',
  ].filter(Boolean);
  return parts.length ? parts.join(', ') : null;
}
