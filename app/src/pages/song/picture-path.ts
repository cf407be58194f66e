import { rowLength, type Note, type Pattern } from '@yibbo/core';

/** A note is drawn at least so long, in pixels, and so high. */
const LEAST = 2;
export const NOTE_HEIGHT = 3;

interface Picture {
  readonly fromTick: number;
  readonly lengthTicks: number;
  readonly width: number;
  readonly height: number;
}

const ranges = new WeakMap<readonly Note[], readonly [low: number, high: number]>();

/** The lowest and the highest pitch of some notes; remembered, for a long pattern is drawn in many rows. */
export function pitchRange(notes: readonly Note[]): readonly [low: number, high: number] {
  const known = ranges.get(notes);
  if (known) return known;
  const range = [
    notes.reduce((least, { pitch }) => Math.min(least, pitch), 127),
    notes.reduce((most, { pitch }) => Math.max(most, pitch), 0),
  ] as const;
  ranges.set(notes, range);
  return range;
}

/** The notes that begin in a stretch of a pattern as it goes round, as the path of an SVG: time across, pitch up. Muted notes and notes beyond
 *  their row's end are not among them. The pitches fill the height, unless it is said which ones do. */
export function picturePath(
  notes: readonly Note[],
  pattern: Pattern,
  { fromTick, lengthTicks, width, height }: Picture,
  [low, high] = pitchRange(notes),
): string {
  const step = (height - NOTE_HEIGHT) / Math.max(1, high - low);
  const scale = width / lengthTicks;
  const end = fromTick + lengthTicks;
  const parts: string[] = [];
  const draw = (note: Note, tick: number) => {
    const long = Math.max(LEAST, Math.min(note.length, end - tick) * scale - 1).toFixed(1);
    parts.push(`M${((tick - fromTick) * scale).toFixed(1)} ${((high - note.pitch) * step).toFixed(1)}h${long}v${NOTE_HEIGHT}h-${long}z`);
  };
  // Rounds closer together than notes are drawn look no different from fewer.
  const strideOf = (loop: number) => loop * Math.max(1, Math.ceil(LEAST / (loop * scale)));
  if (pattern.rowLengths) drawRows(notes, pattern, { fromTick, endTick: end, strideOf }, draw);
  else drawRounds(notes, pattern.length, { fromTick, endTick: end, strideOf }, draw);
  return parts.join('');
}

type Draw = (note: Note, tick: number) => void;

interface Stretch {
  readonly fromTick: number;
  readonly endTick: number;
  /** How far from one round that is drawn to the next, for a loop: as many loops as it takes to be seen apart. */
  readonly strideOf: (loop: number) => number;
}

/** Rows that each go round by themselves. */
function drawRows(notes: readonly Note[], pattern: Pattern, { fromTick, endTick, strideOf }: Stretch, draw: Draw): void {
  for (const note of notes) {
    const loop = rowLength(pattern, note.pitch);
    if (note.muted || note.start >= loop) continue;
    for (let tick = note.start + Math.ceil((fromTick - note.start) / loop) * loop; tick < endTick; tick += strideOf(loop)) draw(note, tick);
  }
}

/** All rows together, round by round; of each round only what is in the stretch is looked at. */
function drawRounds(notes: readonly Note[], loop: number, { fromTick, endTick, strideOf }: Stretch, draw: Draw): void {
  for (let round = Math.floor(fromTick / loop) * loop; round < endTick; round += strideOf(loop)) {
    const last = Math.min(loop, endTick - round);
    for (let index = firstFrom(notes, fromTick - round); index < notes.length && notes[index]!.start < last; index++)
      if (!notes[index]!.muted) draw(notes[index]!, round + notes[index]!.start);
  }
}

/** The index of the first note that begins at a tick or later; notes are sorted by their start. */
function firstFrom(notes: readonly Note[], tick: number): number {
  let [low, high] = [0, notes.length];
  while (low < high) {
    const middle = (low + high) >> 1;
    if (notes[middle]!.start < tick) low = middle + 1;
    else high = middle;
  }
  return low;
}
