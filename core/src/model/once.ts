import type { z } from 'zod';

/** What `make` makes, made when it is first asked for and then kept. For schemas: making them all takes a tenth of the first load, where
 *  none is needed. */
export function once<T extends object>(make: () => T): () => T {
  let made: T | undefined;
  return () => (made ??= make());
}

/** What such a schema describes. */
export type Described<Schema extends () => z.ZodType> = z.infer<ReturnType<Schema>>;
