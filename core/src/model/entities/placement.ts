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
});
export type Placement = z.infer<typeof placementSchema>;
