import { z } from 'zod';
import { keySchema } from '../model/entities/key';
import { lanePointSchema, laneSchema, noteSchema, trackSchema, type Id } from '../model/entities';
import { lengthSchema, nameSchema } from '../model/entities/basics';
import { listOf } from '../model/list-of';

/** A phrase's role; "whole" has several parts. */
export const PHRASE_ROLES = ['drums', 'bass', 'chords', 'lead', 'fill', 'whole'] as const;
export type PhraseRole = (typeof PHRASE_ROLES)[number];

/** The most notes and parts that a phrase on the shelf has. */
export const MOST_PHRASE_NOTES = 3000;
const MOST_PARTS = 32;
const MOST_TAGS = 12;

const phraseNoteSchema = noteSchema.omit({ patternId: true });
export type PhraseNote = z.infer<typeof phraseNoteSchema>;

const phraseLaneSchema = laneSchema.pick({ target: true, range: true }).extend({
  points: listOf(lanePointSchema.pick({ tick: true, value: true, shape: true }), { least: 1, most: 2000 }),
});
export type PhraseLane = z.infer<typeof phraseLaneSchema>;

/** One track's part of a phrase. */
export const phrasePartSchema = z.object({
  name: nameSchema,
  kind: trackSchema.shape.kind,
  /** How it sounded where it was saved; a new track for it sounds so. */
  sound: trackSchema.pick({ soundId: true, setting: true, octave: true, otherDrums: true, voiceMode: true }),
  /** Drum rows with names, top first. */
  rows: trackSchema.shape.rows,
  notes: listOf(phraseNoteSchema, { most: MOST_PHRASE_NOTES }),
  lanes: listOf(phraseLaneSchema, { most: 16 }).optional(),
});
export type PhrasePart = z.infer<typeof phrasePartSchema>;

/** Notes to be brought into any song, with what is known of where they come from. Times are in ticks from its beginning. */
export const shelfPhraseSchema = z
  .object({
    name: nameSchema.min(1),
    role: z.enum(PHRASE_ROLES),
    tags: listOf(z.string().min(1).max(40), { most: MOST_TAGS }),
    key: keySchema.optional(),
    bpm: z.number().min(3.5).max(1000),
    meter: z.object({ numerator: z.int().min(1).max(255), denominator: z.union([1, 2, 4, 8, 16, 32, 64].map((each) => z.literal(each))) }),
    /** A whole number of its bars, but for what was saved of an odd stretch. */
    length: lengthSchema,
    parts: listOf(phrasePartSchema, { least: 1, most: MOST_PARTS }),
    /** When it was saved, to order by; milliseconds since 1970. */
    at: z.number(),
  })
  .refine(
    ({ parts }) => parts.reduce((count, { notes }) => count + notes.length, 0) <= MOST_PHRASE_NOTES,
    `A phrase has at most ${MOST_PHRASE_NOTES} notes.`,
  );
export type ShelfPhrase = z.infer<typeof shelfPhraseSchema>;

/** A phrase by its id: one of ours, or one's own. */
export interface KnownPhrase {
  readonly id: Id;
  readonly phrase: ShelfPhrase;
  readonly isOwn: boolean;
}
