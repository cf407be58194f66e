import cookieParser from 'cookie-parser';
import type { Request, RequestHandler, Response } from 'express';
import { timingSafeEqual } from 'node:crypto';
import { RequestError } from '../errors';
import { isFromHere } from '../http/doors';
import type { Device, Devices } from './devices';

const COOKIE = 'yibbo-device';
const YEAR_MS = 365 * 24 * 3600 * 1000;

export interface GateParts {
  readonly devices: Devices;
  readonly code: string;
  /** Signs the cookies. */
  readonly secret: string;
}

/** Asks devices other than this machine for the code, once each. */
export class Gate {
  readonly readCookies: RequestHandler;

  constructor(private readonly parts: GateParts) {
    this.readCookies = cookieParser(parts.secret);
  }

  get code(): string {
    return this.parts.code;
  }

  get devices(): Devices {
    return this.parts.devices;
  }

  mayEnter(request: Request): boolean {
    return isFromHere(request) || this.deviceOf(request) !== null;
  }

  readonly guard: RequestHandler = (request, _response, next) => {
    if (!this.mayEnter(request)) throw new RequestError(401, 'codeNeeded', 'Enter the code that Yibbo shows on the machine it runs on.');
    next();
  };

  /** Lets a device in that knows the code. Throws a 401 where it does not. */
  enter(given: string, request: Request, response: Response): void {
    const digits = given.replace(/\D/g, '');
    if (!isSame(digits, this.parts.code))
      throw new RequestError(401, 'wrongCode', 'This is not the code. It stands where Yibbo was started, and there under Settings.');
    const device: Device = this.parts.devices.add(deviceName(request.get('user-agent') ?? ''));
    response.cookie(COOKIE, device.id, { signed: true, httpOnly: true, sameSite: 'strict', path: '/', maxAge: YEAR_MS });
  }

  /** The device a request comes from; null where it has not entered the code, or was sent away since. */
  deviceOf(request: Request): string | null {
    const id = (request.signedCookies as Record<string, unknown> | undefined)?.[COOKIE];
    return typeof id === 'string' && this.parts.devices.isKnown(id) ? id : null;
  }
}

function isSame(given: string, code: string): boolean {
  return given.length === code.length && timingSafeEqual(Buffer.from(given), Buffer.from(code));
}

/** What a device is called in the list: its kind and its browser, as far as it says. */
export function deviceName(agent: string): string {
  const kind = /iPhone|iPad|Android|Windows|Macintosh|CrOS|Linux/.exec(agent)?.[0] ?? 'Device';
  const browser = /Firefox|Edg|OPR|Chrome|Safari/.exec(agent)?.[0];
  const names: Readonly<Record<string, string>> = { Macintosh: 'Mac', CrOS: 'Chromebook', Edg: 'Edge', OPR: 'Opera' };
  const named = (word: string) => names[word] ?? word;
  return browser ? `${named(kind)}, ${named(browser)}` : named(kind);
}
