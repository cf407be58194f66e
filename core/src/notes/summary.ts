import { counted } from '../model';
import type { Note } from '../model/entities';
import { pitchName } from '../theory';
import { division, gridOf, isOnGrid, lengthWords, type Division, type MeterShape } from '../time';
import { otherWords } from './optional';

/** The selection summed up in ranges: "4 notes · C3–G3 · 1/2 beat · vel 80–100". */
export function notesInWords(notes: readonly Note[], meter: MeterShape, nameOf: (pitch: number) => string = pitchName): string {
  if (notes.length === 0) return 'No notes';
  const count = counted(notes.length, 'note');
  const pitches = range(
    notes.map(({ pitch }) => pitch),
    nameOf,
  );
  const lengths = range(
    notes.map(({ length }) => length),
    (ticks) => lengthWords(ticks, meter),
  );
  return [count, pitches, lengths, velocityWords(notes), ...sharedWords(notes)].join(' · ');
}

/** "vel 80–100". */
export function velocityWords(notes: readonly Note[]): string {
  return `vel ${range(
    notes.map(({ velocity }) => velocity),
    String,
  )}`;
}

/** The optional properties of the notes. */
function sharedWords([first, ...others]: readonly Note[]): string[] {
  let shared = first ? otherWords(first) : [];
  for (const note of others) {
    if (shared.length === 0) break;
    const words = otherWords(note);
    shared = shared.filter((each) => words.includes(each));
  }
  return shared;
}

/** Whether a note may rest in some pass by chance: its edge is broken. */
export function isUnsure({ chance, oneOf }: Note): boolean {
  return chance !== undefined || oneOf !== undefined;
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

/** Divisions people write in, plainest first. */
const USUAL_DIVISIONS = [division('1/16'), division('1/8', 'triplet'), division('1/32'), division('1/16', 'triplet')];

/** The plainest division on whose lines the most of these notes stand: where a grid may begin. */
export function fittingDivision(notes: readonly Note[], meter: MeterShape): Division {
  const fits = (candidate: Division) => notes.filter(({ start }) => isOnGrid(gridOf(candidate, meter), start)).length;
  return USUAL_DIVISIONS.reduce((best, candidate) => (fits(candidate) > fits(best) ? candidate : best));
}
