import cookieParser from 'cookie-parser';
import type { Request, RequestHandler, Response } from 'express';
import { timingSafeEqual } from 'node:crypto';
import { RequestError } from '../errors';
import { isFromHere } from '../http/doors';
import type { Devices } from './devices';
import { OpenLines } from './lines';
import type { WrongCodeBook } from './wrong-codes';

const COOKIE = 'yibbo-device';
const YEAR_MS = 365 * 24 * 3600 * 1000;

export interface GateParts {
  readonly devices: Devices;
  readonly wrongCodes: WrongCodeBook;
  readonly code: string;
  /** Signs the cookies. */
  readonly secret: string;
}

/** Asks devices other than this machine for the code, once each. */
export class Gate {
  readonly readCookies: RequestHandler;
  private readonly lines = new OpenLines();

  constructor(private readonly parts: GateParts) {
    this.readCookies = cookieParser(parts.secret);
  }

  get code(): string {
    return this.parts.code;
  }

  get devices(): Devices {
    return this.parts.devices;
  }

  get wrongCodes(): WrongCodeBook {
    return this.parts.wrongCodes;
  }

  mayEnter(request: Request): boolean {
    return isFromHere(request) || this.deviceOf(request) !== null;
  }

  readonly guard: RequestHandler = (request, _response, next) => {
    if (!this.mayEnter(request)) throw new RequestError(401, 'codeNeeded', 'Enter the code that Yibbo shows on the machine it runs on.');
    next();
  };

  /** Lets a device in that knows the code. Throws a 401 where it does not. */
  async enter(given: string, request: Request, response: Response): Promise<void> {
    const { code, devices, wrongCodes } = this.parts;
    if (!isSame(given.replace(/\D/g, ''), code)) {
      await wrongCodes.note(addressOf(request));
      throw new RequestError(401, 'wrongCode', 'This is not the code. It stands where Yibbo was started, and there under Settings.');
    }
    await wrongCodes.forgetSlips(addressOf(request));
    const device = await devices.add(deviceName(request.get('user-agent') ?? ''));
    response.cookie(COOKIE, device.id, { signed: true, httpOnly: true, sameSite: 'strict', path: '/', maxAge: YEAR_MS });
  }

  /** Sends a device away: it hears nothing from now on, and has to enter the code again. */
  async sendAway(id: string): Promise<void> {
    await this.parts.devices.remove(id);
    this.lines.cut(id);
  }

  /** Holds a line that the device of a request listens on, to be cut when it is sent away. */
  readonly holdLine = (request: Request, response: Response): void => {
    const device = this.deviceOf(request);
    if (device !== null) this.lines.hold(device, response);
  };

  /** Who counts as one when codes are tried: the machine itself; a device that once entered the code, whether or not it was sent away since;
   *  and all others together, for an address is cheap to change. */
  tries(request: Request): string {
    return isFromHere(request) ? 'here' : (cookieOf(request) ?? 'all');
  }

  /** The device a request comes from; null where it has not entered the code, or was sent away since. */
  deviceOf(request: Request): string | null {
    const id = cookieOf(request);
    return id !== null && this.parts.devices.isKnown(id) ? id : null;
  }
}

/** The device that a signed cookie names: it has entered the code at some time. */
function cookieOf(request: Request): string | null {
  const id = (request.signedCookies as Record<string, unknown> | undefined)?.[COOKIE];
  return typeof id === 'string' ? id : null;
}

/** The address a request came from, as people write it. */
export function addressOf(request: Request): string {
  return (request.socket.remoteAddress ?? 'an unknown address').replace(/^::ffff:/, '');
}

function isSame(given: string, code: string): boolean {
  return given.length === code.length && timingSafeEqual(Buffer.from(given), Buffer.from(code));
}

/** A device's name in the list: its kind and its browser, as far as it says. */
export function deviceName(agent: string): string {
  const kind = /iPhone|iPad|Android|Windows|Macintosh|CrOS|Linux/.exec(agent)?.[0] ?? 'Device';
  const browser = /Firefox|Edg|OPR|Chrome|Safari/.exec(agent)?.[0];
  const names: Readonly<Record<string, string>> = { Macintosh: 'Mac', CrOS: 'Chromebook', Edg: 'Edge', OPR: 'Opera' };
  const named = (word: string) => names[word] ?? word;
  return browser ? `${named(kind)}, ${named(browser)}` : named(kind);
}
