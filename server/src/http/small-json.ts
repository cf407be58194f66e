import { raw, type RequestHandler } from 'express';
import { bodyOf } from './doors';
import { readJson } from './json';

const SMALL = 64 * 1024;

/** Reads a JSON body of up to so many bytes into `request.body`. */
export function jsonUpTo(limit: number): readonly RequestHandler[] {
  return [
    bodyOf('application/json'),
    raw({ limit, type: () => true }),
    (request, _response, next) => {
      request.body = readJson(Buffer.isBuffer(request.body) ? request.body : new Uint8Array());
      next();
    },
  ];
}

/** Reads a small JSON body into `request.body`. */
export const smallJson = jsonUpTo(SMALL);
