import type { Id, Note } from '../model/entities';
import { groupedBy } from '../model/grouped';
import { pitchName, type Naming } from '../theory';
import { barBeatAt, lineBefore, lineFrom, type Grid, type MeterAt } from '../time';
import { spanOf } from './rotate';
import type { TickSpan } from './span';

/** A note that was copied, where it stood; it has no pattern. */
export type ClipNote = Omit<Note, 'patternId'>;

/** Notes that were copied, and where from. */
export interface Clip {
  readonly notes: readonly ClipNote[];
  /** The pattern they were copied in; absent where they come from a typed phrase. */
  readonly patternId?: Id;
  /** How far into its beat the first of them stands there, or the marked stretch begins. */
  readonly inBeat?: number;
  /** The stretch that was marked on the ruler when they were copied, or the frame they were selected by. */
  readonly stretch?: TickSpan & { readonly isMarked: boolean };
}

/** A copied note: everything but the pattern it belongs to. */
export function clipNotes(notes: readonly Note[]): readonly ClipNote[] {
  return notes.map(({ patternId: _patternId, ...kept }) => kept);
}

/** Notes as a clip, with where they stood in a pattern whose meters are `meters`. An empty list is no clip. */
export function clipOf(notes: readonly Note[], meters: readonly MeterAt[], stretch?: TickSpan & { readonly isMarked: boolean }): Clip {
  const [first] = notes;
  if (!first) return { notes: [] };
  const from = stretch?.isMarked ? stretch.start : spanOf(notes).start;
  const origin = { patternId: first.patternId, inBeat: barBeatAt(meters, from).ticks };
  return { notes: clipNotes(notes), ...origin, ...(stretch ? { stretch } : {}) };
}

interface PhraseWords {
  readonly grid: Grid;
  readonly naming: Naming;
  /** Rows that have names of their own. */
  readonly rows: readonly { readonly pitch: number; readonly name: string }[];
}

/** Notes as a typed phrase that reads as the same starts, lengths and pitches (see `readPhrase`); null where a phrase cannot say them: off the grid,
 *  or over each other. Velocities are not said. */
export function phraseOf(notes: readonly ClipNote[], { grid, naming, rows }: PhraseWords): string | null {
  if (notes.length === 0) return null;
  const first = notes.reduce((tick, note) => Math.min(tick, note.start), Infinity);
  const start = lineBefore(grid, first);
  const names = new Map(rows.map(({ pitch, name }) => [pitch, name.replace(/[^A-Za-z0-9]/g, '')]));
  const words: string[] = [];
  let tick = start;
  for (const chord of chordsOf(notes)) {
    const [{ start: at, length }] = chord as [ClipNote];
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
function chordsOf(notes: readonly ClipNote[]): ClipNote[][] {
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

/** Lengths a phrase can be copied by. */
const MOST_STEPS = 999;
