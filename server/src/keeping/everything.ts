import type { BroughtBack } from '@yibbo/core';
import type { Request, Response } from 'express';
import { createWriteStream } from 'node:fs';
import { rm, stat } from 'node:fs/promises';
import { join } from 'node:path';
import { Transform } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { RequestError } from '../errors';
import type { BringBack } from './bring-back';
import { dayOf } from './copies';
import type { CopyWork } from './copy-work';

const MOST_BYTES = 4 * 1024 ** 3;

export interface EverythingParts {
  /** Where files stand while they are on their way. */
  readonly folder: string;
  readonly copies: CopyWork;
  readonly bringBack: BringBack;
  readonly newId: () => string;
  readonly now: () => number;
}

/** All there is as one file, out and in. */
export class Everything {
  constructor(private readonly parts: EverythingParts) {}

  async send(response: Response): Promise<void> {
    const { copies, now } = this.parts;
    await this.withFile(async (path) => {
      await copies.pack(path);
      await new Promise<void>((done, failed) => {
        // A download that is broken off is over too.
        response.on('close', done);
        response.download(path, `yibbo-${dayOf(now())}.sqlite`, { dotfiles: 'allow' }, (error) =>
          error && !response.headersSent ? failed(error) : done(),
        );
      });
    });
  }

  async take(request: Request): Promise<BroughtBack> {
    return this.withFile(async (path) => {
      let bytes = 0;
      const counted = new Transform({
        transform: (part: Buffer, _encoding, done) => {
          bytes += part.length;
          if (bytes > MOST_BYTES) done(new RequestError(413, 'tooLarge', 'The file is too large: 4 GB is the most.'));
          else done(null, part);
        },
      });
      await pipeline(request, counted, createWriteStream(path));
      const { size } = await stat(path);
      if (size === 0) throw new RequestError(422, 'noCopy', 'The file is empty. Choose one that Yibbo has written.');
      return this.parts.bringBack.fromFile(path, null);
    });
  }

  private async withFile<T>(work: (path: string) => Promise<T>): Promise<T> {
    const path = join(this.parts.folder, `everything-${this.parts.newId()}.tmp`);
    try {
      return await work(path);
    } finally {
      await Promise.all(['', '-journal'].map((part) => rm(`${path}${part}`, { force: true })));
    }
  }
}
