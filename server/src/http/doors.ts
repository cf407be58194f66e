import type { Request, RequestHandler } from 'express';
import { RequestError } from '../errors';

const LOOPBACK_NAMES = new Set(['localhost', '127.0.0.1', '[::1]']);
const LOOPBACK_ADDRESSES = new Set(['127.0.0.1', '::1', '::ffff:127.0.0.1']);

/** The name or address in a Host header, without its port; null where it is none. */
export function hostName(header: string | undefined): string | null {
  const found = /^(\[[\da-f:.]+\]|[^:/\s@]+)(?::\d{1,5})?$/i.exec(header ?? '');
  return found ? found[1]!.toLowerCase() : null;
}

/** Whether a request comes from the machine that Yibbo runs on, and was meant for it. */
export function isFromHere(request: Request): boolean {
  const name = hostName(request.get('host'));
  return name !== null && LOOPBACK_NAMES.has(name) && LOOPBACK_ADDRESSES.has(request.socket.remoteAddress ?? '');
}

/** Lets in only requests for a name that this server goes by. A page of another site can have its own name lead to this machine and then
 *  reads here as if it were ours (DNS rebinding); it cannot change the name in the request. */
export function ownNamesOnly(names: readonly string[]): RequestHandler {
  const own = new Set([...LOOPBACK_NAMES, ...names.map((name) => name.toLowerCase())]);
  return (request, _response, next) => {
    const name = hostName(request.get('host'));
    if (name === null || !own.has(name))
      throw new RequestError(
        421,
        'otherName',
        'Yibbo does not go by this name. Open the address it shows when it starts, or name it: YIBBO_NAMES=name npm start',
      );
    next();
  };
}

const READS = new Set(['GET', 'HEAD']);

/** Lets only pages of this very server write. Browsers say with each write which page it comes from; programs that are no browser
 *  say nothing and are let through. */
export const ownPagesOnly: RequestHandler = (request, _response, next) => {
  if (!READS.has(request.method) && !isOwnPage(request))
    throw new RequestError(403, 'otherSite', 'Another site may not change songs here.');
  next();
};

function isOwnPage(request: Request): boolean {
  const site = request.get('sec-fetch-site');
  if (site !== undefined && site !== 'same-origin' && site !== 'none') return false;
  const origin = request.get('origin');
  if (origin === undefined) return true;
  const from = /^https?:\/\/([^/]+)$/i.exec(origin)?.[1];
  return from !== undefined && from.toLowerCase() === request.get('host')?.toLowerCase();
}

/** Refuses a body of any other type: those that forms of other pages can send without being asked are not among them. */
export function bodyOf(...types: readonly string[]): RequestHandler {
  return (request, _response, next) => {
    const type = request.get('content-type')?.split(';')[0]!.trim().toLowerCase();
    if (type === undefined || !types.includes(type)) throw new RequestError(415, 'badType', `Send this as ${types.join(' or ')}.`);
    next();
  };
}

export const MIDI_TYPES = ['audio/midi', 'audio/mid', 'audio/x-midi', 'application/octet-stream'] as const;
