import type { Note } from '../model/entities';
import { pitchIn, pitchName, readPitchName, type Naming } from '../theory';
import { clamp, roundEvenly, tickOfBar, beatTicks, meterAt, MAX_TICK, type MeterAt } from '../time';
import { moveNotes } from './move';
import { readLength } from './note-value';
import { withChance, withPan } from './with';

/** The values of a note that can be typed. */
export const TYPED_FIELDS = ['start', 'length', 'pitch', 'velocity', 'chance', 'pan'] as const;
export type TypedField = (typeof TYPED_FIELDS)[number];

/** Context for reading typed notes: the meters and names in use. */
export interface TypedContext {
  readonly meters: readonly MeterAt[];
  readonly naming: Naming;
}

export type Typed = { readonly ok: true; readonly notes: readonly Note[] } | { readonly ok: false; readonly words: string };

const HOW: Readonly<Record<TypedField, string>> = {
  start: 'Type a place such as 2.3 (bar 2, beat 3), or +1/16, -0.5 (beats), *2, /2.',
  length: 'Type a note value such as 1/8, beats such as 1.5, or +1/16, -0.5, *2, /2, 50%.',
  pitch: 'Type a note such as F#3, or +12, -1.',
  velocity: 'Type 1 to 127, or +10, -10, *1.2, /2, 80%.',
  chance: 'Type 0 to 100 (percent), or +10, -10, *1.2, /2.',
  pan: 'Type L50, R30 or 0 for the middle, or +10 (to the right), -10, *2, /2.',
};

/** Changes one value of all notes as typed: a plain value sets it, + and - add, * and / scale. Nothing typed changes nothing. Velocities
 *  stay within 1..127, chances and pans within their bounds and lengths at 1 tick or more; starts and pitches move as one group. */
export function typeValue(notes: readonly Note[], field: TypedField, text: string, context: TypedContext): Typed {
  const typed = text.trim().replace('−', '-').replace('×', '*').replace('÷', '/');
  if (typed === '' || notes.length === 0) return { ok: true, notes };
  const sign = /^[=+\-*/]/.exec(typed)?.[0] ?? '';
  const rest = typed.slice(sign.length).trim();
  const scale = scaleTyped(field, sign, rest);
  if (scale !== null) return scaled(notes, field, rest === '' || !(scale > 0 && Number.isFinite(scale)) ? null : scale);
  const result =
    sign === '+' || sign === '-' ? added(notes, field, rest, sign === '+' ? 1 : -1, context) : set(notes, field, rest, context);
  return result ? { ok: true, notes: result } : { ok: false, words: HOW[field] };
}

/** The factor a typed text stands for: "*1.2", "/2", "80%", "+10%"; null where it does not. Chance and pan are percent themselves. */
function scaleTyped(field: TypedField, sign: string, rest: string): number | null {
  const percent = field === 'chance' || field === 'pan' ? null : /^(\d+(?:[.,]\d+)?)\s*%$/.exec(rest);
  const share = percent ? Number(percent[1]!.replace(',', '.')) / 100 : Number(rest);
  if (sign === '*') return share;
  if (sign === '/') return 1 / share;
  if (!percent) return null;
  return sign === '+' ? 1 + share : sign === '-' ? 1 - share : share;
}

function scaled(notes: readonly Note[], field: TypedField, by: number | null): Typed {
  if (by === null || field === 'pitch') return { ok: false, words: HOW[field] };
  if (field === 'velocity') return { ok: true, notes: notes.map((note) => ({ ...note, velocity: loudness(note.velocity * by) })) };
  if (field === 'length') return { ok: true, notes: notes.map((note) => ({ ...note, length: long(note.length * by) })) };
  if (field !== 'start') return { ok: true, notes: notes.map((note) => SHARES[field].with(note, SHARES[field].of(note) * by)) };
  const first = notes.reduce((tick, { start }) => Math.min(tick, start), Infinity);
  return { ok: true, notes: notes.map((note) => ({ ...note, start: first + Math.round((note.start - first) * by) })) };
}

function added(notes: readonly Note[], field: TypedField, text: string, sign: 1 | -1, { meters }: TypedContext): readonly Note[] | null {
  if (field !== 'start' && field !== 'length') {
    const number = /^(\d+)\s*%?$/.exec(text);
    if (!number) return null;
    const by = sign * Number(number[1]);
    if (field === 'pitch') return moveNotes(notes, 0, by);
    if (field !== 'velocity') return notes.map((note) => SHARES[field].with(note, SHARES[field].of(note) + by));
    return notes.map((note) => ({ ...note, velocity: loudness(note.velocity + by) }));
  }
  const ticks = readLength(text, meterAt(meters, 0));
  if (ticks === null || ticks > MAX_TICK) return null;
  const by = sign * roundEvenly(ticks);
  return field === 'start' ? moveNotes(notes, by, 0) : notes.map((note) => ({ ...note, length: long(note.length + by) }));
}

function set(notes: readonly Note[], field: TypedField, text: string, { meters, naming }: TypedContext): readonly Note[] | null {
  if (field === 'velocity') {
    const velocity = /^\d{1,3}$/.test(text) ? Number(text) : 0;
    return velocity >= 1 && velocity <= 127 ? notes.map((note) => ({ ...note, velocity })) : null;
  }
  if (field === 'chance' || field === 'pan') {
    const share = readShare(field, text);
    return share === null ? null : notes.map((note) => SHARES[field].with(note, share));
  }
  if (field === 'length') {
    const ticks = readLength(text, meterAt(meters, 0));
    return ticks !== null && ticks >= 1 && ticks <= MAX_TICK ? notes.map((note) => ({ ...note, length: long(ticks) })) : null;
  }
  if (field === 'pitch') {
    const read = readPitchName(text);
    const pitch = read
      ? pitchIn(read, read.octave ?? octaveOf(notes[0]!.pitch, naming), naming)
      : /^\d{1,3}$/.test(text)
        ? Number(text)
        : -1;
    return pitch >= 0 && pitch <= 127 ? notes.map((note) => ({ ...note, pitch })) : null;
  }
  const start = readPlace(text, meters);
  return start === null ? null : notes.map((note) => ({ ...note, start }));
}

/** Reads a chance "50", a pan "L50", "R30" or "0"; null where it is neither. */
function readShare(field: 'chance' | 'pan', text: string): number | null {
  const match = /^([LR]?)(\d{1,3})\s*%?$/i.exec(text);
  if (!match || Number(match[2]) > 100 || (match[1] !== '') !== (field === 'pan' && match[2] !== '0')) return null;
  return Number(match[2]) * (match[1]!.toUpperCase() === 'L' ? -1 : 1);
}

/** Values in percent that a note may have or not: how each is read from it and set. */
const SHARES = {
  chance: { of: ({ chance = 100 }: Note) => chance, with: withChance },
  pan: { of: ({ pan = 0 }: Note) => 100 * pan, with: withPan },
} as const;

function octaveOf(pitch: number, naming: Naming): number {
  return Number(/-?\d+$/.exec(pitchName(pitch, naming))![0]);
}

/** Reads "2", "2.3" or "2.3+50" (bar, beat, percent of a beat, as places are shown); null where it is no place. */
export function readPlace(text: string, meters: readonly MeterAt[]): number | null {
  const match = /^(\d{1,6})(?:[.:](\d{1,3}))?(?:\s*\+\s*(\d{1,2}))?$/.exec(text);
  if (!match) return null;
  const [bar, beat, share] = [Number(match[1]), Number(match[2] ?? 1), Number(match[3] ?? 0)];
  if (bar < 1 || beat < 1) return null;
  const start = tickOfBar(meters, bar);
  const meter = meterAt(meters, start);
  if (beat > meter.numerator) return null;
  return start + Math.round((beat - 1 + share / 100) * beatTicks(meter));
}

function loudness(value: number): number {
  return clamp(roundEvenly(value), 1, 127);
}

function long(ticks: number): number {
  return clamp(Math.round(ticks), 1, MAX_TICK);
}
