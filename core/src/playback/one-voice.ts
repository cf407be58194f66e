import type { Id, Note, Track } from '../model/entities';
import type { PlayEvent } from './line-events';

export type VoiceMode = NonNullable<Track['voiceMode']>;

interface Held {
  readonly start: number;
  readonly end: number;
  readonly pitch: number;
}

/** Whether a note takes the voice from another, or keeps it: by its pitch, or because it began later. */
function isBefore(mode: VoiceMode, a: Held, b: Held): boolean {
  if (mode === 'lowest') return a.pitch < b.pitch;
  if (mode === 'highest') return a.pitch > b.pitch;
  return a.start > b.start || (a.start === b.start && a.pitch > b.pitch);
}

/** Until when each of some notes sounds where only one may: not at all (null) while a better one is held already, else until a better one begins.
 *  Each is judged by the notes that are held beside it, whether those sound or not, so that a part of the song tells as much as all of it. */
function heardUntil(notes: readonly Held[], mode: VoiceMode): (number | null)[] {
  const byStart = notes.map((_, index) => index).sort((a, b) => notes[a]!.start - notes[b]!.start);
  const until: (number | null)[] = notes.map(({ end }) => end);
  let held: number[] = [];
  for (const index of byStart) {
    const note = notes[index]!;
    held = held.filter((other) => notes[other]!.end > note.start);
    for (const other of held) {
      const before = notes[other]!;
      if (isBefore(mode, note, before)) {
        const end = until[other];
        if (before.start === note.start) until[other] = null;
        else if (end !== null && end !== undefined) until[other] = Math.min(end, note.start);
      } else if (isBefore(mode, before, note)) until[index] = null;
    }
    held.push(index);
  }
  return until;
}

/** The events of a track of which one sounds at a time. `found` reaches far enough before and behind what is wanted. */
export function oneVoice(found: readonly PlayEvent[], mode: VoiceMode): PlayEvent[] {
  const held = found.map(({ tick, lengthTicks, pitch }) => ({ start: tick, end: tick + lengthTicks, pitch }));
  const until = heardUntil(held, mode);
  return found.flatMap((event, index) => {
    const end = until[index];
    return end === null || end === undefined ? [] : [{ ...event, lengthTicks: end - event.tick }];
  });
}

/** The notes of a pattern that are not heard where one sounds at a time, muted ones aside. */
export function unheardNotes(notes: readonly Note[], mode: VoiceMode): ReadonlySet<Id> {
  const sounding = notes.filter(({ muted }) => !muted);
  const until = heardUntil(
    sounding.map(({ start, length, pitch }) => ({ start, end: start + length, pitch })),
    mode,
  );
  return new Set(sounding.filter((_, index) => until[index] === null).map(({ id }) => id));
}
