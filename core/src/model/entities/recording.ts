import { z } from 'zod';
import { idSchema, nameSchema, tickSchema } from './basics';

/** A file of sound as the song names it: by what is in it (SHA-256), so that the same file is kept once. */
export const soundFileSchema = z.object({
  hash: z.string().regex(/^[0-9a-f]{64}$/, 'A file is named by the 64 hexadecimal digits of its SHA-256.'),
  name: nameSchema,
  /** Frames that it has at 48 kHz. */
  frames: z
    .int()
    .min(1)
    .max(48_000 * 60 * 60),
  channels: z.union([z.literal(1), z.literal(2)]),
  bytes: z.int().min(1),
});
export type SoundFile = z.infer<typeof soundFileSchema>;

export const MOST_HITS_BY_HAND = 2000;
const frameSchema = z
  .int()
  .min(0)
  .max(48_000 * 60 * 60);

/** A recording laid under the notes. It keeps its own time: it begins at a tick, and goes on as it was recorded whatever the tempo is. Frames are counted
 *  at 48 kHz. */
export const recordingSchema = z.object({
  id: idSchema,
  songId: idSchema,
  tick: tickSchema,
  name: nameSchema,
  file: soundFileSchema,
  /** The part of its file that is heard. */
  offset: frameSchema,
  frames: frameSchema.min(1),
  levelDb: z.number().min(-60).max(6),
  muted: z.boolean(),
  /** How readily something counts as a hit, 0..1; absent means 0.5. */
  sensitivity: z.number().min(0).max(1).optional(),
  /** Hits put in and taken out by hand, as frames of its file. */
  hitsAdded: z.array(frameSchema).max(MOST_HITS_BY_HAND).optional(),
  hitsRemoved: z.array(frameSchema).max(MOST_HITS_BY_HAND).optional(),
});
export type Recording = z.infer<typeof recordingSchema>;
