import { z } from 'zod';
import { listOf } from '../list-of';
import { byteSchema, idSchema, lengthSchema, nameSchema } from './basics';
import { keySchema } from './key';
import { takeSchema } from './take';

export const patternSchema = z.object({
  id: idSchema,
  songId: idSchema,
  name: nameSchema,
  length: lengthSchema,
  /** The pattern this one is another version of, to be switched with it. */
  versionOf: idSchema.optional(),
  /** Its own key, where it is not the song's. */
  key: keySchema.optional(),
  /** Rows that loop by themselves: each goes round in its own length, whatever the pattern's is. */
  rowLengths: listOf(z.object({ pitch: byteSchema, length: lengthSchema }), { most: 128 })
    .refine((rows) => new Set(rows.map(({ pitch }) => pitch)).size === rows.length, 'A row has one length.')
    .optional(),
  /** Present where it was played in. */
  take: takeSchema.optional(),
});
export type Pattern = z.infer<typeof patternSchema>;
