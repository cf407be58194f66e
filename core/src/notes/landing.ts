import { counted } from '../model';
import type { Id, Note } from '../model/entities';
import { groupedBy } from '../model/grouped';

/** Ticks that a pitch's row goes round in. */
export type LoopOf = (pitch: number) => number;

/** Effects of a result that a person may not expect. */
export interface Landing {
  /** Notes that land on another of the same pitch and start. */
  readonly coinciding: number;
  /** Notes that land at or beyond the pattern's end, where they are silent. */
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
    coinciding ? `${counted(coinciding, 'note')} would coincide` : '',
    beyondEnd ? `${beyondEnd} would leave the pattern` : '',
  ].filter(Boolean);
  return parts.length ? parts.join(', ') : null;
}

/** How notes land on others: both sound, the others go, or the others move on. */
export const NOTE_LANDINGS = ['merge', 'replace', 'push'] as const;
export type NoteLanding = (typeof NOTE_LANDINGS)[number];

/** The number of other notes that a landing covers. */
export function countHit(others: readonly Note[], put: readonly Note[]): number {
  return others.length - landedOn(others, put, 'replace').length;
}

/** The other notes once some have been put among them. Only those on the same pitch that a put note reaches into are hit: replaced they are gone,
 *  pushed they begin where it ends, and push on what they then reach into. */
export function landedOn(others: readonly Note[], put: readonly Note[], mode: NoteLanding): readonly Note[] {
  if (mode === 'merge' || put.length === 0) return others;
  const byPitch = groupedBy(put, ({ pitch }) => pitch);
  if (mode === 'replace') return others.filter((note) => !byPitch.get(note.pitch)?.some((each) => overlap(each, note)));
  const pushedTo = new Map<number, number>();
  const starts = new Map<Id, number>();
  for (const note of others) {
    const there = byPitch.get(note.pitch);
    if (!there) continue;
    const start = freeStart(note, there, pushedTo.get(note.pitch) ?? 0);
    if (start === note.start) continue;
    starts.set(note.id, start);
    pushedTo.set(note.pitch, start + note.length);
  }
  return starts.size ? others.map((note) => (starts.has(note.id) ? { ...note, start: starts.get(note.id)! } : note)) : others;
}

/** The first start from a note's own on at which it reaches into none of those put, nor begins before what was pushed before it ends. */
function freeStart(note: Note, put: readonly Note[], pushedTo: number): number {
  let start = note.start;
  // Notes that overlapped it beforehand still may.
  if (pushedTo > start) start = pushedTo;
  for (;;) {
    const hit = put.find((each) => overlap(each, { ...note, start }));
    if (!hit) return start;
    start = hit.start + hit.length;
  }
}

function overlap(a: Note, b: Note): boolean {
  return a.start < b.start + b.length && b.start < a.start + a.length;
}
