import { bpmAt, middleKey, notesOf, trackSound, TICKS_PER_QUARTER, type Document, type Track } from '@yibbo/core';
import type { PhraseNote } from '../../audio/sound';

const MOST_NOTES = 12;
const BEATS = 4;

/** The phrase a sound is tried with while nothing plays: its own first notes, as far as a bar; while it has none, a few that suit its sound. */
export function phraseOf(document: Document, track: Track): PhraseNote[] {
  const { tempos } = document.song;
  const secondsPerTick = 60 / bpmAt(tempos, 0) / TICKS_PER_QUARTER;
  for (const { patternId } of document.placements.filter(({ trackId }) => trackId === track.id)) {
    const notes = notesOf(document, patternId).filter(({ muted }) => !muted);
    const first = notes[0]?.start ?? 0;
    const own = notes.filter(({ start }) => start < first + BEATS * TICKS_PER_QUARTER).slice(0, MOST_NOTES);
    if (own.length > 0)
      return own.map(({ pitch, velocity, start, length }) => ({
        pitch,
        velocity,
        after: (start - first) * secondsPerTick,
        seconds: length * secondsPerTick,
      }));
  }
  const sound = trackSound(track);
  if (sound.kind === 'drums') return [36, 42, 38, 42].map((pitch, index) => ({ pitch, velocity: 100, after: index / 4 }));
  const root = middleKey(sound);
  return [0, 4, 7].map((above, index) => ({ pitch: root + above, velocity: 96, after: index / 4, seconds: index === 2 ? 1.2 : 0.3 }));
}

/** One hit of a drum row. */
export function hitOf(pitch: number): PhraseNote[] {
  return [{ pitch, velocity: 100 }];
}
