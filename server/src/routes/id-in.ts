import { idSchema, type Id } from '@yibbo/core';
import type { Request } from 'express';
import { noSuchSong } from '../errors';

/** The song's id in an address. Throws RequestError for what is none. */
export function idIn(request: Request): Id {
  const id = idSchema.safeParse(request.params.id);
  if (!id.success) throw noSuchSong();
  return id.data;
}
