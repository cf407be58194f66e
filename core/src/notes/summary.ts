import type { Note } from '../model/entities';
import { pitchName } from '../theory';
import { division, gridOf, isOnGrid, lengthWords, type Division, type MeterShape } from '../time';

/** What the selection is, in words and ranges: "4 notes · C3–G3 · 1/2 beat · vel 80–100". */
export function notesInWords(notes: readonly Note[], meter: MeterShape, nameOf: (pitch: number) => string = pitchName): string {
  if (notes.length === 0) return 'No notes';
  const count = `${notes.length} ${notes.length === 1 ? 'note' : 'notes'}`;
  const pitches = range(
    notes.map(({ pitch }) => pitch),
    nameOf,
  );
  const lengths = range(
    notes.map(({ length }) => length),
    (ticks) => lengthWords(ticks, meter),
  );
  const velocities = range(
    notes.map(({ velocity }) => velocity),
    String,
  );
  return [count, pitches, lengths, `vel ${velocities}`].join(' · ');
}

/** When a note sounds, in words, where that is not simply every time: "chance 50 %", "1st of 2 passes", "roll of 3". */
export function whenWords({ chance, passes, roll, voice }: Note): string[] {
  return [
    chance === undefined ? '' : `chance ${chance} %`,
    passes ? `passes ${passesShort(passes)}` : '',
    roll ? `roll of ${roll.hits}` : '',
    voice === undefined ? '' : `voice ${voice}`,
  ].filter(Boolean);
}

/** The passes a note sounds in, as small as it gets: "1/2" is the first of two, "1+3/4" the first and third of four. */
export function passesShort({ of, mask }: NonNullable<Note['passes']>): string {
  const sounding = Array.from({ length: of }, (_, pass) => pass + 1).filter((pass) => (mask >> (pass - 1)) & 1);
  return `${sounding.join('+')}/${of}`;
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
