import type { ErrorRequestHandler, RequestHandler, Response } from 'express';
import type { Logger } from 'pino';
import { databaseRefusal } from '../database/failures';
import { RequestError } from '../errors';

function send(response: Response, status: number, code: string, message: string, details?: unknown): void {
  response.status(status).json({ error: { code, message, ...(details === undefined ? {} : { details }) } });
}

export const noSuchAddress: RequestHandler = (request, response) => {
  send(response, 404, 'noSuchAddress', `There is nothing at ${request.method} ${request.originalUrl.slice(0, 200)}.`);
};

/** Errors of the body reader and the router, in our words. */
const KNOWN: Readonly<Record<string, [number, string, string]>> = {
  'entity.parse.failed': [400, 'badJson', 'The body is not valid JSON.'],
  'entity.too.large': [413, 'tooLarge', 'The body is too large: 64 kB is the most, 20 MB for a MIDI file, 64 MB for changes.'],
  'encoding.unsupported': [415, 'badEncoding', 'The encoding of the body is not supported; send it plain or as gzip.'],
  'charset.unsupported': [415, 'badEncoding', 'The character set of the body is not supported; send UTF-8.'],
  'request.aborted': [400, 'cutOff', 'The request ended before its body did.'],
};

/** Turns every failure into a JSON answer; what is not the caller's fault is logged and says no more than that. */
export function errorAnswers(log: Logger): ErrorRequestHandler {
  return (error: Error & { type?: string; status?: number }, request, response, next) => {
    if (response.headersSent) return next(error);
    if (error instanceof RequestError) return send(response, error.status, error.code, error.message, error.details);
    const known = KNOWN[error.type ?? ''];
    if (known) return send(response, ...known);
    if (error instanceof URIError || (error.status ?? 500) < 500) return send(response, 400, 'badRequest', 'The request is not valid.');
    const refusal = databaseRefusal(error);
    const remedy = refusal?.message ?? 'A fault of ours: the stack says where. The song was not changed.';
    log.error({ err: error, request: `${request.method} ${request.baseUrl}${request.path}`, remedy }, error.message);
    if (refusal) return send(response, refusal.status, refusal.code, refusal.message);
    return send(response, 500, 'ourFault', 'Something went wrong on the server. Nothing was changed; try again.');
  };
}
