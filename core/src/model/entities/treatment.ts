import { z } from 'zod';
import { idSchema } from './basics';

/** An action kept live on a track or a placement: the notes stay as they are written, and sound as it would leave them. */
export const treatmentSchema = z.object({
  id: idSchema,
  /** The track or placement it is kept on. */
  parentId: idSchema,
  /** Its place among those of its parent: each works on what the one before leaves. */
  order: z.number(),
  actionId: z.string().min(1).max(64),
  /** The action's params as they are stored: a distance says its division or ticks, never "the grid". */
  params: z.record(z.string().max(64), z.union([z.string().max(2000), z.number(), z.boolean()])),
  on: z.boolean(),
});
export type Treatment = z.infer<typeof treatmentSchema>;
