import { codeSchema } from '@yibbo/core';
import { Router } from 'express';
import { rateLimit } from 'express-rate-limit';
import { renderSVG } from 'uqr';
import type { Gate } from '../access/gate';
import { RequestError } from '../errors';
import { checked } from '../http/checked';
import { isFromHere } from '../http/doors';
import { smallJson } from '../http/small-json';

export interface ServerParts {
  readonly gate: Gate;
  /** Addresses that other devices reach this server by; none where it listens to this machine only. */
  readonly addresses: readonly string[];
  readonly isReadOnly: boolean;
  readonly notice: { read(): Promise<string | null>; seen(): Promise<void> };
  /** The days there are copies of, newest first. */
  readonly copyDays: () => readonly string[];
  /** Brings back from a day's copy the songs that are not here any more or cannot be read; gives their names. */
  readonly bringBack: (day: string) => Promise<readonly string[]>;
}

const TRIES_A_MINUTE = 5;

/** Where a device that scans the code is sent: the code stands behind "#", which browsers send to nobody. */
export function entryAddress(address: string, code: string): string {
  return `${address}/enter#${code}`;
}

/** About the server itself: whether one may come in, who else may, copies, and what has to be said. */
export function serverRoutes(parts: ServerParts): Router {
  const { gate, addresses } = parts;
  const router = Router();
  const tries = rateLimit({
    windowMs: 60_000,
    limit: TRIES_A_MINUTE,
    // All tries count as one person's: an address is cheap to change, and a code is entered once.
    keyGenerator: () => 'all',
    skipSuccessfulRequests: true,
    standardHeaders: 'draft-8',
    legacyHeaders: false,
    handler: () => {
      throw new RequestError(429, 'tooManyTries', `At most ${TRIES_A_MINUTE} tries a minute. Wait a minute, then try again.`);
    },
  });

  router.get('/', async (request, response) => {
    const isIn = gate.mayEnter(request);
    if (!isIn) return void response.json({ mayEnter: false });
    const here = isFromHere(request) ? { code: gate.code, qr: addresses[0] ? renderSVG(entryAddress(addresses[0], gate.code)) : null } : {};
    response.json({
      mayEnter: true,
      isHere: isFromHere(request),
      addresses,
      isReadOnly: parts.isReadOnly,
      notice: await parts.notice.read(),
      devices: gate.devices.list().map((device) => ({ ...device, isThis: device.id === gate.deviceOf(request) })),
      copies: parts.copyDays(),
      ...here,
    });
  });

  router.post('/devices', tries, ...smallJson, (request, response) => {
    gate.enter(checked(codeSchema, request.body).code, request, response);
    response.status(204).end();
  });

  router.delete('/devices/:id', gate.guard, (request, response) => {
    gate.devices.remove(String(request.params.id));
    response.status(204).end();
  });

  router.delete('/notice', gate.guard, async (_request, response) => {
    await parts.notice.seen();
    response.status(204).end();
  });

  router.post('/copies/:day/return', gate.guard, async (request, response) => {
    const day = String(request.params.day);
    if (!parts.copyDays().includes(day)) throw new RequestError(404, 'noSuchCopy', 'There is no copy of this day.');
    response.json({ songs: await parts.bringBack(day) });
  });

  return router;
}
