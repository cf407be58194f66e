import { readChord, type Chord, type Key } from '../theory';
import { MAX_TICK, meterAt, type MeterAt } from '../time';
import { readLength } from './note-value';
import type { PhraseProblem } from './phrase';

/** A chord of a typed line, with its place; null for a rest. */
export interface ChordWord {
  readonly chord: Chord | null;
  readonly start: number;
  readonly length: number;
  /** Characters [from, to) of the text. */
  readonly from: number;
  readonly to: number;
}

export type ChordLine =
  { readonly ok: true; readonly words: readonly ChordWord[] } | { readonly ok: false; readonly problem: PhraseProblem };

export interface ChordLineContext {
  readonly key: Key | null;
  readonly meters: readonly MeterAt[];
  readonly startTick: number;
  /** How long a chord lasts that begins at a tick, where nothing is said, in ticks. */
  readonly lengthAt: (tick: number) => number;
}

const WORD = /[^\s,|;]+/g;
const MOST_CHORDS = 256;

/** Reads a line of chords such as "Am7 F:2 G7:1/4 - ii V": names or degrees, - for a rest. ":" says how many beats each lasts, or which note value. */
export function readChords(text: string, { key, meters, startTick, lengthAt }: ChordLineContext): ChordLine {
  const words: ChordWord[] = [];
  let tick = startTick;
  for (const { 0: word, index: from } of text.matchAll(WORD)) {
    const to = from + word.length;
    const colon = word.indexOf(':');
    const [name, length] = colon < 0 ? [word, null] : [word.slice(0, colon), word.slice(colon + 1)];
    const isRest = /^[-–—]$/.test(name);
    const chord = isRest ? null : readChord(name, key);
    if (!chord && !isRest) return problem(from, from + Math.max(1, name.length), unknown(name, from, key));
    const ticks = length === null ? lengthAt(tick) : readLength(length, meterAt(meters, tick));
    if (ticks === null || Math.round(ticks) < 1)
      return problem(
        from + colon,
        to,
        `Character ${from + colon + 1}: after “:” comes how many beats it lasts, or a note value such as 1/8.`,
      );
    words.push({ chord, start: tick, length: Math.round(ticks), from, to });
    tick += Math.round(ticks);
    if (words.length > MOST_CHORDS || tick > MAX_TICK)
      return problem(from, to, 'That is too long for one line of chords. Type fewer or shorter ones.');
  }
  return { ok: true, words };
}

function unknown(name: string, from: number, key: Key | null): string {
  const example = key ? 'Am7, C/E, ii or - for a rest' : 'Am7, C/E or - for a rest (degrees such as ii need a key)';
  return `Character ${from + 1}: “${name}” is no chord. Type one such as ${example}.`;
}

function problem(from: number, to: number, words: string): ChordLine {
  return { ok: false, problem: { from, to, words } };
}
