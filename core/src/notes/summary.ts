import type { BendPoint, Note } from '../model/entities';
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
  return [count, pitches, lengths, velocityWords(notes), ...sharedWords(notes)].join(' · ');
}

/** "vel 80–100". */
export function velocityWords(notes: readonly Note[]): string {
  return `vel ${range(
    notes.map(({ velocity }) => velocity),
    String,
  )}`;
}

/** What else each of the notes is. */
function sharedWords([first, ...others]: readonly Note[]): string[] {
  let shared = first ? otherWords(first) : [];
  for (const note of others) {
    if (shared.length === 0) break;
    const words = otherWords(note);
    shared = shared.filter((each) => words.includes(each));
  }
  return shared;
}

/** What else a note is, in words: when it sounds, where that is not simply every time, and how: "chance 50 %", "passes 1/2", "roll of 3",
 *  "one of a group", "pan L50", "bend −2 to 0". */
export function otherWords({ chance, passes, roll, voice, pan, bend, oneOf, share }: Note): string[] {
  return [
    oneOf === undefined ? '' : `one of a group${share === undefined ? '' : `, ${share} lots`}`,
    chance === undefined || oneOf !== undefined ? '' : `chance ${chance} %`,
    passes ? `passes ${passesShort(passes)}` : '',
    roll ? `roll of ${roll.hits}` : '',
    voice === undefined ? '' : `voice ${voice}`,
    pan === undefined ? '' : `pan ${panShort(pan)}`,
    bend ? bendWords(bend) : '',
  ].filter(Boolean);
}

/** The small figures on a note: the passes it sounds in, that it is one of a group, its voice, its pan. */
export function figuresOf({ passes, voice, pan, oneOf, share }: Note): string {
  return [
    passes ? passesShort(passes) : '',
    oneOf === undefined ? '' : share === undefined ? 'or' : `or×${share}`,
    voice === undefined ? '' : `v${voice}`,
    pan === undefined ? '' : panShort(pan),
  ]
    .filter(Boolean)
    .join(' ');
}

/** Whether a note may rest in some pass by chance: its edge is broken. */
export function isUnsure({ chance, oneOf }: Note): boolean {
  return chance !== undefined || oneOf !== undefined;
}

/** A pan as small as it gets: "L50" is half way to the left. */
export function panShort(pan: number): string {
  const percent = Math.round(Math.abs(pan) * 100);
  return percent === 0 ? 'M' : `${pan < 0 ? 'L' : 'R'}${percent}`;
}

/** From the first pitch of a line to its last, in semitones; "bend ±30 cents" where it comes back to where it began. */
function bendWords(bend: readonly BendPoint[]): string {
  const semitones = (cents: number) => `${cents < 0 ? '−' : cents > 0 ? '+' : ''}${Math.abs(Math.round(cents) / 100)}`;
  const [first, last] = [bend[0]!.cents, bend.at(-1)!.cents];
  const farthest = bend.reduce((most, { cents }) => Math.max(most, Math.abs(cents)), 0);
  return first === last && farthest !== Math.abs(first) ? `bend ±${farthest} cents` : `bend ${semitones(first)} to ${semitones(last)}`;
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
