import { z } from 'zod';
import { idSchema, lengthSchema, tickSchema } from './basics';

export const placementSchema = z.object({
  id: idSchema,
  songId: idSchema,
  trackId: idSchema,
  patternId: idSchema,
  start: tickSchema,
  length: lengthSchema,
  /** Where in the pattern the placement begins. */
  offset: tickSchema,
  muted: z.boolean(),
  /** Whether the song's swing and groove leave it as it is. */
  ownFeel: z.literal(true).optional(),
});
export type Placement = z.infer<typeof placementSchema>;
