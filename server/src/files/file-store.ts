import { createHash } from 'node:crypto';
import { createReadStream, existsSync } from 'node:fs';
import { mkdir, open, readdir, rename, rm, stat, utimes } from 'node:fs/promises';
import { join } from 'node:path';
import { RequestError } from '../errors';

const HASH = /^[0-9a-f]{64}$/;
/** The largest file that is kept, in bytes: twenty minutes of stereo at 24 bits and 48 kHz, with room. */
export const MOST_FILE_BYTES = 360 * 1024 * 1024;

export interface FileStanding {
  /** Bytes that are here. */
  readonly has: number;
  readonly isWhole: boolean;
}

export interface KeptFile {
  readonly hash: string;
  readonly bytes: number;
}

/** Sound files beside the database, each under the SHA-256 of its bytes, so that the same file is kept once. What is on its way stands as ".part"; what was
 *  taken out stands in a bin, and comes out of it by itself when it is asked for. */
export class FileStore {
  private readonly folder: string;
  private readonly bin: string;
  /** One piece of a file at a time. */
  private readonly busy = new Map<string, Promise<unknown>>();

  constructor(
    dataFolder: string,
    private readonly now: () => number,
  ) {
    this.folder = join(dataFolder, 'files');
    this.bin = join(this.folder, 'bin');
  }

  async standing(hash: string): Promise<FileStanding> {
    if (await this.pathOf(hash)) return { has: (await stat(join(this.folder, hash))).size, isWhole: true };
    return { has: await sizeOf(this.part(hash)), isWhole: false };
  }

  /** Where a whole file stands; null where there is none. One from the bin comes back. Throws RequestError for what is no hash. */
  async pathOf(hash: string): Promise<string | null> {
    const path = join(this.folder, checked(hash));
    if (existsSync(path)) return path;
    const binned = join(this.bin, hash);
    if (!existsSync(binned)) return null;
    await rename(binned, path);
    return path;
  }

  /** Takes a piece of a file that begins at byte `at`, of `size` in all. One that does not follow what is here changes nothing; the answer says what
   *  is. Throws RequestError where the whole is not what its name says. */
  take(hash: string, at: number, size: number, bytes: Uint8Array): Promise<FileStanding> {
    if (size > MOST_FILE_BYTES) throw new RequestError(413, 'tooLarge', 'The file is too large: 360 MB is the most.');
    const before = this.busy.get(checked(hash)) ?? Promise.resolve();
    const work = before.catch(() => undefined).then(() => this.append(hash, at, size, bytes));
    this.busy.set(hash, work);
    void work.catch(() => undefined).finally(() => this.busy.get(hash) === work && this.busy.delete(hash));
    return work;
  }

  private async append(hash: string, at: number, size: number, bytes: Uint8Array): Promise<FileStanding> {
    const standing = await this.standing(hash);
    if (standing.isWhole || standing.has !== at || at + bytes.length > size) return standing;
    await mkdir(this.folder, { recursive: true });
    const file = await open(this.part(hash), 'a');
    try {
      await file.write(bytes);
      if (at + bytes.length === size) await file.sync();
    } finally {
      await file.close();
    }
    if (at + bytes.length < size) return { has: at + bytes.length, isWhole: false };
    if ((await hashOf(this.part(hash))) !== hash) {
      await rm(this.part(hash), { force: true });
      throw new RequestError(422, 'damaged', 'The file did not arrive as it was sent. Send it again.');
    }
    await rename(this.part(hash), join(this.folder, hash));
    return { has: size, isWhole: true };
  }

  /** All whole files. */
  async list(): Promise<readonly KeptFile[]> {
    return listed(this.folder);
  }

  async binned(): Promise<readonly KeptFile[]> {
    return listed(this.bin);
  }

  /** Puts files that nothing uses into the bin. */
  async putAway(hashes: readonly string[]): Promise<void> {
    await mkdir(this.bin, { recursive: true });
    for (const hash of hashes) {
      const to = join(this.bin, checked(hash));
      await rename(join(this.folder, hash), to);
      await utimes(to, new Date(this.now()), new Date(this.now()));
    }
  }

  /** Brings back all that is in the bin. */
  async bringBack(): Promise<void> {
    for (const { hash } of await this.binned()) await this.pathOf(hash);
  }

  /** Removes for good what was put away before a moment. */
  async throwAwayBefore(moment: number): Promise<void> {
    for (const { hash } of await this.binned()) {
      const path = join(this.bin, hash);
      if ((await stat(path)).mtimeMs < moment) await rm(path, { force: true });
    }
  }

  private part(hash: string): string {
    return join(this.folder, `${checked(hash)}.part`);
  }
}

function checked(hash: string): string {
  if (!HASH.test(hash)) throw new RequestError(404, 'noSuchFile', 'Files are named by the 64 hexadecimal digits of their SHA-256.');
  return hash;
}

async function sizeOf(path: string): Promise<number> {
  return stat(path).then(
    ({ size }) => size,
    () => 0,
  );
}

async function listed(folder: string): Promise<KeptFile[]> {
  const names = await readdir(folder).catch(() => []);
  const hashes = names.filter((name) => HASH.test(name)).sort();
  return Promise.all(hashes.map(async (hash) => ({ hash, bytes: await sizeOf(join(folder, hash)) })));
}

function hashOf(path: string): Promise<string> {
  return new Promise((resolve, reject) => {
    const hash = createHash('sha256');
    createReadStream(path)
      .on('data', (bytes) => hash.update(bytes))
      .on('error', reject)
      .on('end', () => resolve(hash.digest('hex')));
  });
}
