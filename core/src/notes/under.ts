import type { Note } from '../model/entities';

/** The note that sounds at a place: on its row, else the nearest row within an octave of it that has one there. */
export function noteUnder(notes: readonly Note[], { tick, pitch }: { readonly tick: number; readonly pitch: number }): Note | undefined {
  const there = notes.filter(({ start, length }) => start <= tick && tick < start + length);
  const away = (note: Note) => Math.abs(note.pitch - pitch);
  return there.filter((note) => away(note) <= 12).sort((a, b) => away(a) - away(b))[0];
}
