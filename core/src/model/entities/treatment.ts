import { z } from 'zod';
import { byteSchema, idSchema } from './basics';

const paramsSchema = z.record(z.string().max(64), z.union([z.string().max(2000), z.number(), z.boolean()]));
/** The most notes one treatment may name. */
export const MOST_TREATED = 20_000;

/** An action kept live on a pattern (in all its places), a placement, a track or the song: the notes stay as they are written, and sound as it would
 *  leave them. */
export const treatmentSchema = z.object({
  id: idSchema,
  /** The pattern, placement, track or song it is kept on. */
  parentId: idSchema,
  /** Its place among those of its parent: each works on what the one before leaves. */
  order: z.number(),
  actionId: z.string().min(1).max(64),
  /** The action's params as they are stored: a distance says its division or ticks, never "the grid". */
  params: paramsSchema,
  on: z.boolean(),
  /** The very notes it is for; absent where it is for all, or for those a rule picks. */
  noteIds: z.array(idSchema).max(MOST_TREATED).optional(),
  /** A selection rule that picks the notes it is for, each time the notes change. */
  rule: z.object({ ruleId: z.string().min(1).max(64), params: paramsSchema }).optional(),
  /** The row it is for, by its pitch, where its action works on one. */
  row: byteSchema.optional(),
  /** Where it begins, in ticks of the pattern, where its action makes notes from a place on. */
  tick: z.int().min(0).optional(),
  /** The stretch of time marked when it was made, for actions that work in one, in ticks of the pattern. */
  span: z.object({ start: z.int().min(0), end: z.int().min(1) }).optional(),
});
export type Treatment = z.infer<typeof treatmentSchema>;
