import type { Note } from '../model/entities';
import { TICKS_PER_WHOLE } from '../time';

/** How long after its first note the others of a chord may begin, in ticks: a strummed chord is still one. */
const CHORD_TICKS = TICKS_PER_WHOLE / 32;

/** Notes gathered into chords, in order of their first notes: those that begin within a 1/32 of the chord's first one while that sounds. So a quick
 *  run is no chord. `notes` are in order of start, then pitch, and so are those of each chord. */
export function chordsOf(notes: readonly Note[]): readonly (readonly Note[])[] {
  const chords: Note[][] = [];
  let open: Note[][] = [];
  for (const note of notes) {
    open = open.filter(([first]) => note.start - first!.start <= CHORD_TICKS);
    const chord = open.find(([first]) => note.start < first!.start + first!.length);
    if (chord) chord.push(note);
    else {
      const fresh = [note];
      chords.push(fresh);
      open.push(fresh);
    }
  }
  return chords;
}

/** Whether notes are one chord, or one note, or none. They are in order of start, then pitch. */
export function isOneChord(notes: readonly Note[]): boolean {
  const [first] = notes;
  return first === undefined || notes.every(({ start }) => start - first.start <= CHORD_TICKS && start < first.start + first.length);
}
