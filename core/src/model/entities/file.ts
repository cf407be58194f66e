import { z } from 'zod';
import { listOf } from '../list-of';
import { nameSchema, tickSchema } from './basics';

/** A MIDI event the model has no place for: its raw bytes at `tick` of one file track, in `order`. */
const carriedSchema = z.object({
  fileTrack: z.int().min(0),
  tick: tickSchema,
  order: z.int().min(0),
  bytes: z.custom<number[]>(
    (value) => Array.isArray(value) && value.length > 0 && value.every((byte) => Number.isInteger(byte) && byte >= 0 && byte <= 255),
    'Bytes are whole numbers from 0 to 255.',
  ),
});
export type Carried = z.infer<typeof carriedSchema>;

/** Where a song was imported from: enough to give an untouched file its own numbers back. */
export const fileSchema = z.object({
  format: z.union([z.literal(0), z.literal(1), z.literal(2)]),
  division: z.int().min(1).max(1_000_000),
  /** The name each file track had; null where it had none. */
  trackNames: listOf(nameSchema.nullable()),
  /** Where each file track said it ends. */
  trackEnds: listOf(tickSchema),
  carried: listOf(carriedSchema),
  /** Whether sections were made of its markers, and the song's key of its key signature: those say then what holds. */
  hasSections: z.boolean().optional(),
  hasKey: z.boolean().optional(),
});
