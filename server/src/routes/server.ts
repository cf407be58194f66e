import { codeSchema } from '@yibbo/core';
import { Router } from 'express';
import { rateLimit } from 'express-rate-limit';
import { renderSVG } from 'uqr';
import { addressOf, type Gate } from '../access/gate';
import { RequestError } from '../errors';
import { checked } from '../http/checked';
import { bodyOf, isFromHere } from '../http/doors';
import { smallJson } from '../http/small-json';
import type { BringBack } from '../keeping/bring-back';
import type { DayCopy } from '../keeping/copies';
import type { Everything } from '../keeping/everything';
import type { SongFiles } from '../keeping/song-file';
import type { ReadOnly } from '../keeping/open-folder';

export interface ServerParts {
  readonly gate: Gate;
  /** Addresses that other devices reach this server by; none where it listens to this machine only. */
  readonly addresses: readonly string[];
  readonly readOnly: ReadOnly | null;
  readonly notice: { read(): Promise<string | null>; seen(): Promise<void> };
  /** The copies of earlier days, newest first. */
  readonly copies: () => readonly DayCopy[];
  readonly bringBack: BringBack;
  readonly everything: Everything;
  readonly songFiles: SongFiles;
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
    keyGenerator: (request) => gate.tries(request),
    skipSuccessfulRequests: true,
    standardHeaders: 'draft-8',
    legacyHeaders: false,
    handler: (request) => {
      // Heard of all the same.
      void gate.wrongCodes.note(addressOf(request));
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
      ...(parts.readOnly ? { readOnly: parts.readOnly } : {}),
      notice: await parts.notice.read(),
      devices: gate.devices.list().map((device) => ({ ...device, isThis: device.id === gate.deviceOf(request) })),
      wrongCodes: gate.wrongCodes.list(),
      copies: parts.copies(),
      ...here,
    });
  });

  router.post('/devices', tries, ...smallJson, async (request, response) => {
    await gate.enter(checked(codeSchema, request.body).code, request, response);
    response.status(204).end();
  });

  router.delete('/devices/:id', gate.guard, async (request, response) => {
    await gate.sendAway(String(request.params.id));
    response.status(204).end();
  });

  router.delete('/wrong-codes', gate.guard, async (_request, response) => {
    await gate.wrongCodes.seen();
    response.status(204).end();
  });

  router.delete('/notice', gate.guard, async (_request, response) => {
    await parts.notice.seen();
    response.status(204).end();
  });

  router.post('/copies/:day/return', gate.guard, async (request, response) => {
    response.json(await parts.bringBack.fromDay(String(request.params.day)));
  });

  router.get('/everything', gate.guard, (_request, response) => parts.everything.send(response));

  router.post('/everything/return', gate.guard, bodyOf('application/octet-stream'), async (request, response) => {
    response.json(await parts.everything.take(request));
  });

  return router;
}
