import { z } from 'zod';
import { MAX_TICK } from '../../time';

/** Names that every object has: as a key one of them would be found where nothing was put. */
const NAMES_OF_OBJECTS = Object.getOwnPropertyNames(Object.prototype).join('|');

/** Ids are made by clients and by the server; they are safe in addresses, in file names and as keys of plain objects. One pattern says it
 *  all, since a song has hundreds of thousands of them to check. */
export const idSchema = z
  .string()
  .regex(
    new RegExp(`^(?!(?:${NAMES_OF_OBJECTS})$)[\\w-]{1,64}$`),
    'An id is 1 to 64 letters, digits, - or _, and no name that every object has.',
  );
export type Id = z.infer<typeof idSchema>;

export const tickSchema = z.int().min(0).max(MAX_TICK);
export const lengthSchema = z.int().min(1).max(MAX_TICK);
export const nameSchema = z.string().max(200);
export const byteSchema = z.int().min(0).max(127);
