import { faultWords } from '@yibbo/core';
import type { z } from 'zod';
import { RequestError } from '../errors';

/** Parses a value from outside. Throws a 400 that says what is wrong. */
export function checked<T>(schema: z.ZodType<T>, value: unknown): T {
  const read = schema.safeParse(value ?? {});
  if (read.success) return read.data;
  throw new RequestError(400, 'badRequest', 'The request is not as it should be; see details.', faultWords(read.error));
}
