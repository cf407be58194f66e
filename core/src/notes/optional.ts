import type { BendPoint, Note } from '../model/entities';

/** The properties a note may have or not. */
export type OptionalField = { [F in keyof Note]-?: undefined extends Note[F] ? F : never }[keyof Note];

interface FieldRules<F extends OptionalField> {
  /** Words for the readout; null for none. */
  readonly words: (value: NonNullable<Note[F]>, note: Note) => string | null;
  /** The small figures on the note; null where it is drawn another way or not at all. */
  readonly figure: (value: NonNullable<Note[F]>, note: Note) => string | null;
  /** Its value on a copy: the same; a group of its own shared with the notes copied along; the copy of the note it names, if that was copied. */
  readonly copied: 'same' | 'ownGroup' | 'ownLeader';
}

const unsaid = () => null;

/** The rules of each optional property, in the readout's order. A new one does not compile without
 *  its record here and its generator among the tests. */
export const OPTIONAL_FIELDS: { readonly [F in OptionalField]: FieldRules<F> } = {
  releaseVelocity: { words: unsaid, figure: unsaid, copied: 'same' },
  muted: { words: unsaid, figure: unsaid, copied: 'same' },
  oneOf: {
    words: (_group, { share }) => `one of a group${share === undefined ? '' : `, odds ${share}`}`,
    figure: (_group, { share }) => (share === undefined ? 'or' : `or×${share}`),
    copied: 'ownGroup',
  },
  share: { words: unsaid, figure: unsaid, copied: 'same' },
  chance: { words: (chance, { oneOf }) => (oneOf === undefined ? `chance ${chance} %` : null), figure: unsaid, copied: 'same' },
  drawnWith: { words: unsaid, figure: unsaid, copied: 'ownLeader' },
  passes: { words: (passes) => `passes ${passesShort(passes)}`, figure: passesShort, copied: 'same' },
  roll: { words: ({ hits }) => `roll of ${hits}`, figure: unsaid, copied: 'same' },
  voice: { words: (voice) => `voice ${voice}`, figure: (voice) => `v${voice}`, copied: 'same' },
  pan: { words: (pan) => `pan ${panShort(pan)}`, figure: panShort, copied: 'same' },
  bend: { words: bendWords, figure: unsaid, copied: 'same' },
};

const FIELDS = Object.keys(OPTIONAL_FIELDS) as OptionalField[];

/** A note's optional properties in words: when it sounds, where that is not simply every time, and how: "chance 50 %", "passes 1/2", "roll of 3",
 *  "one of a group", "pan L50", "bend −2 to 0". */
export function otherWords(note: Note): string[] {
  return said(note, 'words');
}

/** The small figures on a note: the passes it sounds in, that it is one of a group, its voice, its pan. */
export function figuresOf(note: Note): string {
  return said(note, 'figure').join(' ');
}

function said(note: Note, how: 'words' | 'figure'): string[] {
  return FIELDS.flatMap((field) => {
    const value = note[field];
    return value === undefined ? [] : ((OPTIONAL_FIELDS[field] as FieldRules<OptionalField>)[how](value, note) ?? []);
  });
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
