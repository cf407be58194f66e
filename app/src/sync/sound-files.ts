import type { FileSamples, SoundFile } from '@yibbo/core';
import type { FoundHit } from '@yibbo/core/hits-read';
import { openDB, type DBSchema, type IDBPDatabase } from 'idb';
import type { Server } from './api';
import { noteUnsentFiles } from './unsent-files';

/** The state of a sound file in this window. */
export interface FileNews {
  readonly state: 'fetching' | 'decoding' | 'listening' | 'there' | 'missing' | 'broken';
  /** How far that is, 0..1, where it can be told. */
  readonly share?: number;
  readonly hits?: readonly FoundHit[];
  /** Whether the server has all of it. */
  readonly isSent?: boolean;
}

/** The lowest and highest sample of every so many frames, one after the other, for pictures. */
export interface Peaks {
  readonly framesEach: number;
  readonly pairs: Float32Array;
}

export interface Listened {
  readonly hits: readonly FoundHit[];
  readonly peaks: Peaks;
}

export interface SoundFilesParts {
  readonly server: Pick<Server, 'file' | 'fileStanding' | 'sendPiece'>;
  /** Samples at 48 kHz. Rejects with an Error in words where it is no sound that this browser reads. */
  readonly decode: (bytes: ArrayBuffer) => Promise<FileSamples & { readonly channels: 1 | 2 }>;
  readonly listen: (samples: FileSamples, onProgress: (share: number) => void) => Promise<Listened>;
  readonly hashOf: (file: Blob, onProgress: (share: number) => void) => Promise<string>;
  readonly tell: (hash: string, news: FileNews) => void;
}

interface KeptFile {
  readonly hash: string;
  readonly blob: Blob;
  readonly isSent: boolean;
}

interface FilesSchema extends DBSchema {
  files: { key: string; value: KeptFile };
}

const NAME = 'yibbo sound files';
/** Bytes sent per request. */
const PIECE = 2 * 1024 * 1024;
/** How soon a file that was nowhere is looked for again. */
const MISSING_AGAIN_MS = 10_000;
const FIRST_WAIT_MS = 2000;
const LONGEST_WAIT_MS = 60_000;

/** Sound files of the open song and of the person: kept in this browser until the server has them, sent in pieces, read for playing, for pictures and for
 *  their hits. */
export class SoundFiles {
  private readonly database: Promise<IDBPDatabase<FilesSchema>>;
  private readonly samples = new Map<string, FileSamples>();
  private readonly peaks = new Map<string, Peaks>();
  private readonly news = new Map<string, FileNews>();
  private readonly wanted = new Map<string, Promise<void>>();
  private readonly asked = new Set<string>();
  /** Files that this browser would not keep. */
  private readonly unkept = new Map<string, Blob>();
  private isSending = false;
  private waitMs = FIRST_WAIT_MS;

  constructor(private readonly parts: SoundFilesParts) {
    this.database = openDB<FilesSchema>(NAME, 1, { upgrade: (database) => void database.createObjectStore('files', { keyPath: 'hash' }) });
    this.database.catch(() => undefined);
    addEventListener('online', () => this.goOn());
    this.goOn();
  }

  samplesOf(hash: string): FileSamples | null {
    return this.samples.get(hash) ?? null;
  }

  peaksOf(hash: string): Peaks | null {
    return this.peaks.get(hash) ?? null;
  }

  /** Takes a file in: keeps it here, reads it, and sends it as soon as that can be. Rejects with an Error in words. */
  async add(file: File, onProgress: (words: string, share: number) => void): Promise<SoundFile> {
    const hash = await this.parts.hashOf(file, (share) => onProgress('Reading', share));
    onProgress('Decoding', 0);
    const decoded = await this.parts.decode(await file.arrayBuffer());
    await this.keep(hash, file);
    this.samples.set(hash, decoded);
    this.tell(hash, { state: 'listening', share: 0 });
    this.wanted.set(hash, this.listenTo(hash, decoded));
    this.goOn();
    const { left, channels } = decoded;
    return { hash, name: file.name.slice(0, 200), frames: left.length, channels, bytes: file.size };
  }

  /** Sees to it that a file can be heard here. */
  want(hash: string): Promise<void> {
    const known = this.wanted.get(hash);
    if (known) return known;
    this.asked.add(hash);
    const work = this.fetchAndRead(hash).catch((error: unknown) => {
      this.wanted.delete(hash);
      const isMissing = error instanceof NotHere;
      this.tell(hash, { state: isMissing ? 'missing' : 'broken' });
      // Another device may still be sending it.
      if (isMissing) setTimeout(() => this.asked.has(hash) && void this.want(hash), MISSING_AGAIN_MS);
    });
    this.wanted.set(hash, work);
    return work;
  }

  /** Lets go of what is in memory of all other files. */
  keepOnly(hashes: ReadonlySet<string>): void {
    for (const hash of [...this.asked]) if (!hashes.has(hash)) this.asked.delete(hash);
    for (const hash of [...this.samples.keys()]) {
      if (hashes.has(hash)) continue;
      this.samples.delete(hash);
      this.peaks.delete(hash);
      this.wanted.delete(hash);
      this.news.delete(hash);
    }
  }

  /** The bytes of a file, from here or from the server; null where neither has it. */
  async bytesOf(hash: string): Promise<Blob | null> {
    const here = this.unkept.get(hash) ?? (await this.kept(hash))?.blob;
    if (here) return here;
    const bytes = await this.parts.server.file(hash).catch(() => null);
    return bytes && new Blob([bytes]);
  }

  /** Keeps the bytes of a file that is known by its hash, to be sent. */
  async put(hash: string, blob: Blob): Promise<void> {
    await this.keep(hash, blob);
    this.goOn();
  }

  private async fetchAndRead(hash: string): Promise<void> {
    this.tell(hash, { state: 'fetching' });
    const blob = await this.bytesOf(hash);
    if (!blob) throw new NotHere();
    this.tell(hash, { state: 'decoding' });
    const decoded = await this.parts.decode(await blob.arrayBuffer());
    this.samples.set(hash, decoded);
    const kept = await this.kept(hash);
    // Keep the server's file here, so that it plays offline too.
    if (!kept) await this.write({ hash, blob, isSent: true });
    await this.listenTo(hash, decoded);
  }

  private async listenTo(hash: string, samples: FileSamples): Promise<void> {
    const { hits, peaks } = await this.parts.listen(samples, (share) => this.tell(hash, { state: 'listening', share }));
    this.peaks.set(hash, peaks);
    this.tell(hash, { state: 'there', hits });
  }

  private tell(hash: string, news: FileNews): void {
    const { share: _share, ...before } = this.news.get(hash) ?? {};
    const now = { ...before, ...news };
    this.news.set(hash, now);
    this.parts.tell(hash, now);
  }

  private async kept(hash: string): Promise<KeptFile | undefined> {
    return this.database.then((database) => database.get('files', hash)).catch(() => undefined);
  }

  private async write(kept: KeptFile): Promise<boolean> {
    return this.database
      .then((database) => database.put('files', kept))
      .then(
        () => true,
        () => false,
      );
  }

  private async keep(hash: string, blob: Blob): Promise<void> {
    if ((await this.kept(hash))?.isSent) return;
    noteUnsentFiles(true);
    if (!(await this.write({ hash, blob, isSent: false }))) this.unkept.set(hash, blob);
  }

  /** Sends what the server does not have yet, file by file, each from where it broke off. */
  goOn(): void {
    if (this.isSending) return;
    this.isSending = true;
    void this.sendAll()
      .then(
        () => (this.waitMs = FIRST_WAIT_MS),
        () => {
          setTimeout(() => this.goOn(), this.waitMs);
          this.waitMs = Math.min(LONGEST_WAIT_MS, this.waitMs * 2);
        },
      )
      .finally(() => (this.isSending = false));
  }

  private async sendAll(): Promise<void> {
    for (;;) {
      const next = await this.firstUnsent();
      noteUnsentFiles(next !== null);
      if (!next) return;
      await this.send(next);
    }
  }

  private async firstUnsent(): Promise<KeptFile | null> {
    for (const [hash, blob] of this.unkept) return { hash, blob, isSent: false };
    const all = await this.database.then((database) => database.getAll('files')).catch(() => []);
    return all.find(({ isSent }) => !isSent) ?? null;
  }

  private async send({ hash, blob }: KeptFile): Promise<void> {
    let { has, isWhole } = await this.parts.server.fileStanding(hash);
    while (!isWhole) {
      const before = has;
      ({ has, isWhole } = await this.parts.server.sendPiece(hash, has, blob.size, blob.slice(has, has + PIECE)));
      if (has === before && !isWhole) ({ has, isWhole } = await this.parts.server.fileStanding(hash));
    }
    this.unkept.delete(hash);
    await this.write({ hash, blob, isSent: true });
    const news = this.news.get(hash);
    if (news) this.tell(hash, { ...news, isSent: true });
  }
}

/** Neither here nor on the server. */
class NotHere extends Error {}
