import { z } from 'zod';
import { MAX_TICK } from '../../time';
import { listOf } from '../list-of';
import { byteSchema, idSchema, lengthSchema, tickSchema } from './basics';

export const VOICES = 8;
export const MAX_PASSES = 16;
export const MAX_HITS = 16;
/** How loud the hits of a roll are: all as the note, or rising to it, or falling from it. */
export const ROLL_SHAPES = ['even', 'rising', 'falling'] as const;

/** A bend line's course from one point to the next: straight, or easing out and in. */
export const BEND_SHAPES = ['straight', 'smooth'] as const;
export const MAX_BEND_POINTS = 64;
export const MAX_BEND_CENTS = 2400;

const bendPointSchema = z.object({
  /** From the note's start. A piece of a cut note keeps points before its own start and after its end, for the line passes through them. */
  tick: z.int().min(-MAX_TICK).max(MAX_TICK),
  /** Hundredths of a semitone away from the note's pitch. */
  cents: z.int().min(-MAX_BEND_CENTS).max(MAX_BEND_CENTS),
  shape: z.enum(BEND_SHAPES),
});
export type BendPoint = z.infer<typeof bendPointSchema>;

export const MAX_SHARE = 16;

export const noteSchema = z.object({
  id: idSchema,
  patternId: idSchema,
  start: tickSchema,
  length: lengthSchema,
  /** MIDI key number; 60 is C4. */
  pitch: byteSchema,
  velocity: z.int().min(1).max(127),
  /** Present only where a file ended the note with a real note-off. */
  releaseVelocity: byteSchema.optional(),
  muted: z.boolean().optional(),
  /** Notes of one pitch in different voices do not end each other. Absent means voice 1. */
  voice: z.int().min(2).max(VOICES).optional(),
  /** How often it sounds, in percent of its passes; absent means always. */
  chance: z.int().min(0).max(99).optional(),
  /** The note whose draw this one shares, so that the pieces of a split note sound or rest together. */
  drawnWith: idSchema.optional(),
  /** The passes it sounds in: bit k of `mask` stands for pass k, counted round every `of` passes. Absent means each. */
  passes: z
    .object({
      of: z.int().min(2).max(MAX_PASSES),
      mask: z
        .int()
        .min(1)
        .max(2 ** MAX_PASSES - 1),
    })
    .refine(({ of, mask }) => mask < 2 ** of, 'The passes it sounds in are among those it counts.')
    .optional(),
  /** Equal hits inside its length, played in place of one. */
  roll: z.object({ hits: z.int().min(2).max(MAX_HITS), shape: z.enum(ROLL_SHAPES) }).optional(),
  /** Left or right of where its track is heard; absent means there. */
  pan: z.number().min(-1).max(1).optional(),
  /** Its own pitch curve, in order of time: before the first point it has that point's pitch, after the last that one's. */
  bend: listOf(bendPointSchema, { least: 1, most: MAX_BEND_POINTS })
    .refine(
      (points) => points.every(({ tick }, index) => index === 0 || tick >= points[index - 1]!.tick),
      'Points of a bend go on in time.',
    )
    .optional(),
  /** The group of which one note sounds in each pass. What chance a note has does not count in a group. */
  oneOf: idSchema.optional(),
  /** Its odds in its group's draw; absent means 1. */
  share: z.int().min(2).max(MAX_SHARE).optional(),
});
export type Note = z.infer<typeof noteSchema>;
