import { z } from 'zod';
import { listOf } from '../list-of';
import { idSchema, lengthSchema, tickSchema } from './basics';
import { isTickSteps } from '../../time';

/** How what is played in is pulled to the lines of a grid. */
export const inputQuantizeSchema = z.object({
  steps: z.string().refine(isTickSteps, 'Steps are ticks, such as "5040 ticks".'),
  /** Percent of the way to the line. */
  strength: z.int().min(1).max(100),
});
export type InputQuantize = z.infer<typeof inputQuantizeSchema>;

/** Marks a pattern as a take: when it was played in, how it was quantized, and where its notes were before that. */
export const takeSchema = z.object({
  /** Milliseconds since 1970. */
  at: z.number().min(0),
  quantize: inputQuantizeSchema.optional(),
  /** Notes by their ids, with their starts and lengths as they were played, in ticks of the pattern. */
  raw: listOf(z.object({ id: idSchema, start: tickSchema, length: lengthSchema })),
});
export type Take = z.infer<typeof takeSchema>;
