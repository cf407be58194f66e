import type { Note } from '../model/entities';
import { groupedBy } from '../model/grouped';
import { pitchName, type Naming } from '../theory';
import { lineBefore, lineFrom, type Grid } from '../time';

/** Notes that were copied, where they stood; they have no pattern. */
export type Clip = readonly Omit<Note, 'patternId'>[];

/** What is kept of notes that are copied: all but where they belong. */
export function clipOf(notes: readonly Note[]): Clip {
  return notes.map(({ patternId: _patternId, ...kept }) => kept);
}

interface PhraseWords {
  readonly grid: Grid;
  readonly naming: Naming;
  /** Rows that have names of their own. */
  readonly rows: readonly { readonly pitch: number; readonly name: string }[];
}

/** Notes as a typed phrase that reads as the same starts, lengths and pitches (see `readPhrase`); null where a phrase cannot say them: off the grid,
 *  or over each other. Velocities are not said. */
export function phraseOf(notes: Clip, { grid, naming, rows }: PhraseWords): string | null {
  if (notes.length === 0) return null;
  const first = notes.reduce((tick, note) => Math.min(tick, note.start), Infinity);
  const start = lineBefore(grid, first);
  const names = new Map(rows.map(({ pitch, name }) => [pitch, name.replace(/[^A-Za-z0-9]/g, '')]));
  const words: string[] = [];
  let tick = start;
  for (const chord of chordsOf(notes)) {
    const [{ start: at, length }] = chord as [Clip[number]];
    const rest = stepsBetween(grid, tick, at);
    const steps = stepsBetween(grid, at, at + length);
    if (rest === null || !steps || chord.some((note) => note.length !== length)) return null;
    if (rest) words.push(rest === 1 ? '-' : `-:${rest}`);
    const said = chord.map(({ pitch }) => names.get(pitch) ?? pitchName(pitch, naming));
    words.push(`${said.join('+')}${steps === 1 ? '' : `:${steps}`}`);
    tick = at + length;
  }
  return words.join(' ');
}

/** Notes that start together, in the order of their starts. */
function chordsOf(notes: Clip): Clip[] {
  return [...groupedBy(notes, ({ start }) => start).values()].sort((a, b) => a[0]!.start - b[0]!.start);
}

/** How many steps lie between two ticks; null where they are not both on lines, or the second comes first. */
function stepsBetween(grid: Grid, from: number, to: number): number | null {
  if (to < from || lineBefore(grid, from) !== from) return null;
  for (let steps = 0; steps <= MOST_STEPS; steps++) {
    const line = lineFrom(grid, from, steps);
    if (line === to) return steps;
    if (line > to) return null;
  }
  return null;
}

/** What a phrase can say of a length. */
const MOST_STEPS = 999;
