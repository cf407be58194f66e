import type { Note } from '../model/entities';
import { pitchName } from '../model/names';
import { lengthWords, type MeterShape } from '../time';

/** What the selection is, in words and ranges: "4 notes · C3–G3 · 1/2 beat · vel 80–100". */
export function notesInWords(notes: readonly Note[], meter: MeterShape, nameOf: (pitch: number) => string = pitchName): string {
  if (notes.length === 0) return 'No notes';
  const count = `${notes.length} ${notes.length === 1 ? 'note' : 'notes'}`;
  const pitches = range(notes.map(({ pitch }) => pitch), nameOf);
  const lengths = range(notes.map(({ length }) => length), (ticks) => lengthWords(ticks, meter));
  const velocities = range(notes.map(({ velocity }) => velocity), String);
  return [count, pitches, lengths, `vel ${velocities}`].join(' · ');
}

function range(values: readonly number[], say: (value: number) => string): string {
  let low = Infinity;
  let high = -Infinity;
  for (const value of values) {
    low = Math.min(low, value);
    high = Math.max(high, value);
  }
  return low === high ? say(low) : `${say(low)}–${say(high)}`;
}
