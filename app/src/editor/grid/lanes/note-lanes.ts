import { panShort, VELOCITY, withChance, withPan, type Note, type NoteValue } from '@yibbo/core';

/** A lane with a stem for a value of each note. */
export interface NoteLaneKind extends NoteValue {
  readonly name: string;
  /** Content beside the lane. */
  readonly short: string;
  /** Where stems begin. */
  readonly ground: number;
  readonly given: (note: Note, value: number) => Note;
  readonly words: (value: number) => string;
}

/** The lanes of values that every note has, by the name they are kept under. */
export const NOTE_LANES = {
  velocity: {
    ...VELOCITY,
    name: 'Velocity',
    short: 'velocity',
    ground: 0,
    given: (note, velocity) => ({ ...note, velocity }),
    words: String,
  },
  pan: {
    low: -100,
    high: 100,
    ground: 0,
    of: ({ pan = 0 }) => Math.round(100 * pan),
    name: 'Pan',
    short: 'pan',
    given: withPan,
    words: (value) => panShort(value / 100),
  },
  chance: {
    low: 0,
    high: 100,
    ground: 0,
    of: ({ chance = 100 }) => chance,
    name: 'Chance',
    short: 'chance',
    given: withChance,
    words: (value) => `${value} %`,
  },
} as const satisfies Readonly<Record<string, NoteLaneKind>>;

export type NoteLaneId = keyof typeof NOTE_LANES;

export function noteLane(of: string): NoteLaneKind | null {
  return Object.hasOwn(NOTE_LANES, of) ? NOTE_LANES[of as NoteLaneId] : null;
}
