import { z } from 'zod';
import { listOf } from '../list-of';
import { idSchema, nameSchema, tickSchema } from './basics';
import { fileSchema } from './file';
import { keySchema } from './key';

const FROM_START = 'Tempos and meters begin at tick 0 and go on in time.';

function isFromStart(marks: readonly { readonly tick: number }[]): boolean {
  return marks[0]?.tick === 0 && marks.every(({ tick }, index) => index === 0 || tick >= marks[index - 1]!.tick);
}

/** On marks that were put in where time was cut and moved (see song/moved-marks). */
const seamSchema = z.enum(['bar', 'inside']).optional();

export const songSchema = z.object({
  id: idSchema,
  name: nameSchema,
  /** Feeds every chance the song takes: same seed, same song. */
  seed: z.int().min(0).max(0xffffffff),
  tempos: listOf(z.object({ tick: tickSchema, bpm: z.number().min(3.5).max(60_000_000), seam: seamSchema }), { least: 1 }).refine(
    isFromStart,
    FROM_START,
  ),
  meters: listOf(
    z.object({
      tick: tickSchema,
      numerator: z.int().min(1).max(255),
      denominator: z.union([1, 2, 4, 8, 16, 32, 64].map((value) => z.literal(value))),
      /** MIDI clocks per click and 32nds per quarter, kept from a file. */
      click: z.tuple([z.int().min(0).max(255), z.int().min(0).max(255)]).optional(),
      seam: seamSchema,
    }),
    { least: 1 },
  ).refine(isFromStart, FROM_START),
  key: keySchema.optional(),
  /** The range that repeats while the loop is on. */
  loop: z
    .object({ start: tickSchema, end: tickSchema, on: z.boolean() })
    .refine(({ start, end }) => end > start, 'A loop ends after it begins.')
    .optional(),
  /** Where the song ends; where its last placement does, if it is not set. */
  end: tickSchema.min(1).optional(),
  /** How long the echo takes, in ticks, so that it follows the tempo; a dotted eighth where it is not set. */
  echo: z
    .int()
    .min(1)
    .max(20160 * 8)
    .optional(),
  /** The room that all tracks stand in: how large it is beside a usual one, and how long it rings, in seconds; the usual one where it is not set. */
  room: z.object({ size: z.number().min(0.5).max(2), seconds: z.number().min(0.2).max(6) }).optional(),
  file: fileSchema.optional(),
});
export type Song = z.infer<typeof songSchema>;
