import type { Note } from '../model/entities';
import { groupedBy } from '../model/grouped';
import { modulo } from '../time';

/** The notes gathered by start, in order of time; inside a chord in an order that no turn changes, by id. */
function chordsInOrder(notes: readonly Note[]): Note[][] {
  return [...groupedBy(notes, ({ start }) => start)]
    .sort(([a], [b]) => a - b)
    .map(([, chord]) => chord.sort((a, b) => (a.id < b.id ? -1 : a.id > b.id ? 1 : 0)));
}

/** The units of a turn: whole chords where all have the same number of notes, else single notes. */
function unitsOf(notes: readonly Note[]): Note[][] {
  const chords = chordsInOrder(notes);
  const size = chords[0]?.length;
  return chords.every(({ length }) => length === size) ? chords : chords.flat().map((note) => [note]);
}

/** Hands the value of each note on to the note `count` further on, round and round; starts stay. Turned back it restores exactly. */
function handedOn(notes: readonly Note[], count: number, value: (from: Note) => Partial<Note>): readonly Note[] {
  const units = unitsOf(notes);
  const given = new Map<string, Partial<Note>>();
  units.forEach((unit, index) => {
    const from = units[modulo(index - count, units.length)]!;
    unit.forEach((note, voice) => given.set(note.id, value(from[voice]!)));
  });
  return notes.map((note) => ({ ...note, ...given.get(note.id) }));
}

/** Turns the pitches through the rhythm: each note takes the pitch of the one `count` before it. */
export function turnPitches(notes: readonly Note[], count: number): readonly Note[] {
  return handedOn(notes, count, ({ pitch }) => ({ pitch }));
}

/** Turns the velocities through the rhythm. */
export function turnVelocities(notes: readonly Note[], count: number): readonly Note[] {
  return handedOn(notes, count, ({ velocity }) => ({ velocity }));
}

/** Turns the rhythm under the pitches: the distances from one start to the next, the last up to `endTick`, move on by `count` notes while
 *  the pitches keep their order. Lengths stay with their notes. Turned back it restores exactly. */
export function turnRhythm(notes: readonly Note[], count: number, endTick: number): readonly Note[] {
  const chords = chordsInOrder(notes);
  if (chords.length < 2) return notes;
  const starts = chords.map((chord) => chord[0]!.start);
  const gaps = starts.map((start, index) => (starts[index + 1] ?? Math.max(endTick, start + 1)) - start);
  const given = new Map<string, number>();
  let start = starts[0]!;
  chords.forEach((chord, index) => {
    for (const { id } of chord) given.set(id, start);
    start += gaps[modulo(index - count, gaps.length)]!;
  });
  return notes.map((note) => ({ ...note, start: given.get(note.id)! }));
}
