import { pitchIn, pitchName, readPitchName, type Naming } from '../theory';
import { lineBefore, lineFrom, MAX_TICK, type Grid, type MeterShape } from '../time';
import { readLength } from './note-value';

/** A note of a typed phrase. */
export interface PhraseNote {
  readonly start: number;
  readonly length: number;
  readonly pitch: number;
  readonly isAccented: boolean;
}

/** A part of the text that cannot be read: characters [from, to). */
export interface PhraseProblem {
  readonly from: number;
  readonly to: number;
  readonly words: string;
}

export type Phrase =
  | { readonly ok: true; readonly notes: readonly PhraseNote[]; readonly endTick: number }
  | { readonly ok: false; readonly problem: PhraseProblem };

export interface PhraseContext {
  readonly grid: Grid;
  readonly meter: MeterShape;
  readonly naming: Naming;
  /** Rows that may be called by name, as those of a kit. */
  readonly rows: readonly { readonly pitch: number; readonly name: string }[];
  readonly startTick: number;
  /** Octave of the first note where none is typed. */
  readonly octave: number;
}

/** A word of the phrase: notes joined by + or a rest, then how often (*3 or x3), how long (:2 steps, :1/8) and ! for an accent. */
const WORD = /[^\s,|;]+/g;
const MOST_NOTES = 2000;
const ACCENT = '!';

/** Reads a phrase such as "D2*3 F2 - C3*2" or "Kick - Snare! -*5": each note lasts one step of the grid unless it says otherwise, a note
 *  without an octave takes the last one's, - is a rest, bars and commas are skipped. */
export function readPhrase(text: string, context: PhraseContext): Phrase {
  const notes: PhraseNote[] = [];
  let tick = context.startTick;
  let { octave } = context;
  for (const match of text.matchAll(WORD)) {
    const at = match.index;
    const word = readWord(match[0], at, octave, context);
    if (!word.ok) return word;
    octave = word.octave;
    for (let time = 0; time < word.count; time++) {
      const length = word.ticks ?? lineFrom(context.grid, tick, word.steps) - lineBefore(context.grid, tick);
      for (const pitch of word.pitches) notes.push({ start: tick, length, pitch, isAccented: word.isAccented });
      tick += length;
    }
    if (notes.length > MOST_NOTES || tick > MAX_TICK)
      return problem(at, at + match[0].length, 'That is too long for one phrase. Type fewer or shorter notes.');
  }
  return { ok: true, notes, endTick: tick };
}

function problem(from: number, to: number, words: string): { readonly ok: false; readonly problem: PhraseProblem } {
  return { ok: false, problem: { from, to, words } };
}

interface Word {
  readonly ok: true;
  readonly pitches: readonly number[];
  readonly octave: number;
  readonly count: number;
  readonly steps: number;
  /** A length that is no number of steps. */
  readonly ticks: number | null;
  readonly isAccented: boolean;
}

function readWord(word: string, at: number, lastOctave: number, context: PhraseContext): Word | ReturnType<typeof problem> {
  const [names] = /^[^*×:!]*?(?=[*×:!]|x\d|$)/.exec(word)!;
  const marks = readMarks(word.slice(names.length), at + names.length, context.meter);
  if (!marks.ok) return marks;
  if (/^(-|–|—|_|\.|r|rest)$/i.test(names)) return { ...marks, pitches: [], octave: lastOctave };
  if (names === '') return problem(at, at + 1, `Character ${at + 1}: a note's name or - for a rest has to come first.`);
  let octave = lastOctave;
  let from = at;
  const pitches: number[] = [];
  for (const name of names.split('+')) {
    const read = readName(name, octave, context);
    if (read === null) return problem(from, from + Math.max(1, name.length), unknownName(name, from, context));
    if (read.pitch < 0 || read.pitch > 127)
      return problem(from, from + name.length, `Character ${from + 1}: “${name}” lies outside the keyboard. Choose another octave.`);
    pitches.push(read.pitch);
    octave = read.octave;
    from += name.length + 1;
  }
  return { ...marks, pitches, octave };
}

function unknownName(name: string, from: number, { rows, naming }: PhraseContext): string {
  const example = rows.length ? `${rows[0]!.name.replace(/\s/g, '')} or - for a rest` : `${pitchName(62, naming)}, B♭ or - for a rest`;
  return `Character ${from + 1}: “${name}” is no note here. Type one such as ${example}.`;
}

function readName(name: string, lastOctave: number, { rows, naming }: PhraseContext): { pitch: number; octave: number } | null {
  const plain = (text: string) => text.toLowerCase().replace(/[^a-z0-9]/g, '');
  const row =
    rows.find((each) => plain(each.name) === plain(name)) ??
    rows.find((each) => plain(name).length > 1 && plain(each.name).startsWith(plain(name)));
  if (row) return { pitch: row.pitch, octave: lastOctave };
  const typed = readPitchName(name);
  if (!typed) return null;
  const octave = typed.octave ?? lastOctave;
  return { pitch: pitchIn(typed, octave, naming), octave };
}

type Marks = Pick<Word, 'ok' | 'count' | 'steps' | 'ticks' | 'isAccented'>;

/** Reads what follows a note's name, mark by mark. */
function readMarks(text: string, at: number, meter: MeterShape): Marks | ReturnType<typeof problem> {
  let marks: Marks = { ok: true, count: 1, steps: 1, ticks: null, isAccented: false };
  let index = 0;
  while (index < text.length) {
    const [part] = /^(?:!|[*×x]\d*|:[^*×!:x]*|.)/.exec(text.slice(index))!;
    const from = at + index;
    const rest = part.slice(1);
    const whole = /^\d{1,3}$/.test(rest) && Number(rest) >= 1 ? Number(rest) : null;
    if (part === ACCENT) marks = { ...marks, isAccented: true };
    else if (part[0] === ':') {
      const ticks = whole === null ? readLength(rest, meter) : null;
      if (whole === null && (ticks === null || !rest.includes('/') || ticks < 1))
        return problem(
          from,
          from + part.length,
          `Character ${from + 1}: after “:” comes how many steps it lasts, or a note value such as 1/8.`,
        );
      marks = { ...marks, steps: whole ?? 1, ticks: ticks === null ? null : Math.round(ticks) };
    } else if (/[*×x]/.test(part[0]!)) {
      if (whole === null) return problem(from, from + part.length, `Character ${from + 1}: after “${part[0]}” comes how often, 1 to 999.`);
      marks = { ...marks, count: whole };
    } else
      return problem(
        from,
        from + part.length,
        `Character ${from + 1}: “${part}” cannot stand here. After a note come *3 (how often), :2 (how long) or !.`,
      );
    index += part.length;
  }
  return marks;
}
