import { z } from 'zod';
import { idSchema, lengthSchema, nameSchema, tickSchema } from './basics';

/** A named stretch of the song: verse, chorus. Sections do not overlap; time between them has no name. */
export const sectionSchema = z.object({
  id: idSchema,
  songId: idSchema,
  name: nameSchema,
  start: tickSchema,
  length: lengthSchema,
});
export type Section = z.infer<typeof sectionSchema>;
