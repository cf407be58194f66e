import type { Note } from '../model/entities';

/** A note as it sounds in its loop: how long until its end or the next note of its pitch takes over. */
export interface SoundingNote {
  readonly note: Note;
  readonly lengthTicks: number;
}

export interface SoundingNotes {
  /** Sorted by start. Muted notes, notes beyond the end and those a louder one covers are not among them. */
  readonly notes: readonly SoundingNote[];
  readonly longestTicks: number;
}

const cache = new WeakMap<readonly Note[], Map<number, SoundingNotes>>();

/** The notes of a pattern as a loop of `loopTicks` sounds them. Remembered for each list of notes. */
export function soundingNotes(notes: readonly Note[], loopTicks: number): SoundingNotes {
  const byLoop = cache.get(notes) ?? new Map<number, SoundingNotes>();
  cache.set(notes, byLoop);
  const known = byLoop.get(loopTicks);
  if (known) return known;
  const made = resolve(notes, loopTicks);
  byLoop.set(loopTicks, made);
  return made;
}

/** Two notes of one pitch: the later start ends the earlier sound, also across the loop's end; same start: the louder sounds. */
function resolve(notes: readonly Note[], loopTicks: number): SoundingNotes {
  const byPitch = new Map<number, Note[]>();
  for (const note of notes) {
    if (note.muted || note.start >= loopTicks) continue;
    const row = byPitch.get(note.pitch) ?? [];
    const last = row.at(-1);
    if (last?.start === note.start) row[row.length - 1] = note.velocity > last.velocity ? note : last;
    else row.push(note);
    byPitch.set(note.pitch, row);
  }
  const sounding = [...byPitch.values()].flatMap((row) =>
    row.map((note, index) => {
      const next = row[index + 1]?.start ?? row[0]!.start + loopTicks;
      return { note, lengthTicks: Math.min(note.length, next - note.start) };
    }),
  );
  sounding.sort((a, b) => a.note.start - b.note.start || a.note.pitch - b.note.pitch);
  return { notes: sounding, longestTicks: sounding.reduce((longest, { lengthTicks }) => Math.max(longest, lengthTicks), 0) };
}
