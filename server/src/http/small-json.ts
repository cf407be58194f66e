import { raw, type RequestHandler } from 'express';
import { bodyOf } from './doors';
import { readJson } from './json';

const LIMIT = 64 * 1024;

/** Reads a small JSON body into `request.body`. */
export const smallJson: readonly RequestHandler[] = [
  bodyOf('application/json'),
  raw({ limit: LIMIT, type: () => true }),
  (request, _response, next) => {
    request.body = readJson(Buffer.isBuffer(request.body) ? request.body : new Uint8Array());
    next();
  },
];
