import {
  BELONGINGS,
  broughtInSchema,
  copySong,
  counted,
  filePath,
  hashText,
  historyPath,
  MANIFEST,
  manifestSchema,
  MOST_PARTS_OF_FILE,
  MOST_JSON_BYTES,
  MOST_SONG_FILE_BYTES,
  newSong,
  ownThingSchema,
  readChanges,
  readDocument,
  salvageDocument,
  SONG_FILE_VERSION,
  songEntry,
  songPath,
  type BroughtIn,
  type Change,
  type Document,
  type Id,
  type OwnThing,
  type SongEntry,
} from '@yibbo/core';
import { Unzip, UnzipInflate, UnzipPassThrough, Zip, ZipDeflate, ZipPassThrough, type UnzipFile } from 'fflate';
import { createReadStream } from 'node:fs';
import { once } from 'node:events';
import type { Readable, Writable } from 'node:stream';
import type { Belongings } from '../database/belongings';
import type { SongQueries } from '../database/songs';
import { RequestError } from '../errors';
import { MOST_FILE_BYTES, type FileStore } from '../files/file-store';

export interface SongFileParts {
  readonly queries: SongQueries;
  readonly files: FileStore;
  readonly belongings: Belongings;
  /** The song as it is now. */
  readonly read: (id: Id) => Promise<Document>;
  readonly newId: () => Id;
  readonly now: () => number;
}

interface Wish {
  readonly ids: readonly Id[];
  readonly hasHistory: boolean;
  readonly hasBelongings: boolean;
}

const MENTION = /"hash":"([0-9a-f]{64})"/g;
const encode = (value: unknown) => new TextEncoder().encode(JSON.stringify(value));

/** Songs as one open file: a zip of JSON and of the sound files they use (docs/song-file.md), out and in. */
export class SongFiles {
  constructor(private readonly parts: SongFileParts) {}

  /** Writes songs, each with all its sound files, into a stream, piece by piece. */
  async write({ ids, hasHistory, hasBelongings }: Wish, out: Writable): Promise<void> {
    const { queries, belongings, now } = this.parts;
    const zip = new Packer(out);
    const songs = await Promise.all(ids.map((id) => this.parts.read(id)));
    const made = new Date(now()).toISOString();
    await zip.json(MANIFEST, {
      yibbo: 'songs',
      version: SONG_FILE_VERSION,
      made,
      songs: songs.map(({ song: { id, name } }) => ({ id, name })),
    });
    const hashes = new Set<string>();
    for (const song of songs) {
      await zip.json(songPath(song.song.id), song);
      mentioned(JSON.stringify(song), hashes);
      if (!hasHistory) continue;
      const history = await queries.allChanges(song.song.id);
      await zip.json(historyPath(song.song.id), history);
      mentioned(JSON.stringify(history), hashes);
    }
    if (hasBelongings) {
      const things = belongings.after(0).filter(({ value }) => value !== null);
      await zip.json(BELONGINGS, things);
      mentioned(JSON.stringify(things), hashes);
    }
    for (const hash of hashes) await this.writeFile(zip, hash);
    await zip.end();
  }

  /** A file that is not here is left out: the song says so wherever it is opened. */
  private async writeFile(zip: Packer, hash: string): Promise<void> {
    const path = await this.parts.files.pathOf(hash);
    if (path) await zip.file(filePath(hash), createReadStream(path));
  }

  /** Brings in what a song file has. A song that is here already comes beside it under a new name. Throws RequestError for what is no song file, or one of a
   *  later version. */
  async take(body: Readable): Promise<BroughtIn> {
    const read = new Unpacker(this.parts.files);
    for await (const piece of body) await read.add(piece as Uint8Array);
    const { json, said } = await read.end();
    const manifest = manifestSchema.safeParse(json.get(MANIFEST));
    if (!manifest.success)
      throw new RequestError(422, 'noSongFile', 'This is no song file of Yibbo, or its beginning is damaged. Choose another.');
    if (manifest.data.version > SONG_FILE_VERSION)
      throw new RequestError(
        422,
        'newerVersion',
        'This song file was made by a later version of Yibbo. Bring Yibbo up to date, then choose it again.',
      );
    const songs: { id: Id; name: string }[] = [];
    for (const { id, name } of manifest.data.songs) {
      const taken = await this.takeSong(id, name, json);
      if (typeof taken === 'string') said.push(taken);
      else songs.push(taken);
    }
    const things = ownThings(json.get(BELONGINGS));
    if (things.length > 0) await this.parts.belongings.take(things.map((thing) => ({ ...thing, putId: this.parts.newId() })));
    return broughtInSchema.parse({ songs, said });
  }

  private async takeSong(id: Id, name: string, json: ReadonlyMap<string, unknown>): Promise<{ id: Id; name: string } | string> {
    const { queries, newId } = this.parts;
    const read = readDocument(json.get(songPath(id)));
    if (!read.ok && read.code === 'newerVersion') return `${name} was made by a later version of Yibbo: bring Yibbo up to date to open it.`;
    if (!read.ok) return this.saveWhatCan(id, name, json.get(songPath(id)));
    if (await queries.state(id)) {
      const copy = copySong(read.document, newId(), `${read.document.song.name.slice(0, 180)}, from a file`);
      await queries.create(copy);
      return { id: copy.song.id, name: copy.song.name };
    }
    await queries.create(read.document);
    const history = changesIn(json.get(historyPath(id)));
    if (history.length > 0) await this.withHistory(read.document, history);
    return { id, name: read.document.song.name };
  }

  /** Makes a song of what can be read of one that is damaged. */
  private async saveWhatCan(id: Id, name: string, value: unknown): Promise<{ id: Id; name: string } | string> {
    const fresh = newSong(this.parts.newId(), `${name.slice(0, 180)}, saved`, hashText(id)).song;
    const { document, lost } = salvageDocument(value, fresh);
    if (value === undefined || document.tracks.length === 0) return `${name} is damaged in this file and could not be read.`;
    const saved = copySong(document, fresh.id, fresh.name);
    await this.parts.queries.create(saved);
    return { id: fresh.id, name: `${fresh.name} (without ${counted(lost, 'damaged thing', 'damaged things')})` };
  }

  private withHistory(document: Document, changes: readonly Change[]): Promise<void> {
    const added = changes.map((change, index) => ({ revision: index + 1, change, body: JSON.stringify(change) }));
    return this.parts.queries.append(document.song.id, added, document, true);
  }
}

/** The Changes in a history, up to the first that cannot be read. */
function changesIn(value: unknown): Change[] {
  const found: Change[] = [];
  for (const each of Array.isArray(value) ? (value as unknown[]) : []) {
    const read = readChanges([each]);
    if (!read.ok) break;
    for (const change of read.changes) found.push(change);
  }
  return found;
}

function mentioned(text: string, hashes: Set<string>): void {
  for (const found of text.matchAll(MENTION)) hashes.add(found[1]!);
}

function ownThings(value: unknown): OwnThing[] {
  return Array.isArray(value) ? value.flatMap((each) => ownThingSchema.safeParse(each).data ?? []) : [];
}

/** Writes a zip into a stream, no faster than that takes it. */
class Packer {
  private readonly zip = new Zip((error, data) => {
    if (error) throw error;
    if (!this.out.write(data)) this.isFull = true;
  });
  private isFull = false;

  constructor(private readonly out: Writable) {}

  async json(name: string, value: unknown): Promise<void> {
    const entry = new ZipDeflate(name, { level: 6 });
    this.zip.add(entry);
    entry.push(encode(value), true);
    await this.drained();
  }

  /** Sound is not packed tighter: it would gain little. */
  async file(name: string, bytes: Readable): Promise<void> {
    const entry = new ZipPassThrough(name);
    this.zip.add(entry);
    for await (const piece of bytes) {
      entry.push(new Uint8Array(piece as Buffer));
      await this.drained();
    }
    entry.push(new Uint8Array(), true);
  }

  async end(): Promise<void> {
    this.zip.end();
    await this.drained();
    this.out.end();
  }

  private async drained(): Promise<void> {
    if (!this.isFull || this.out.destroyed) return;
    this.isFull = false;
    await once(this.out, 'drain');
  }
}

const TOO_MUCH = new RequestError(
  413,
  'tooLarge',
  'The file holds more than Yibbo takes at a time: 4 GB, 5,000 parts, 360 MB of one recording.',
);

/** Reads a zip as it comes: only entries of known names, each no larger than it may be, whatever the zip itself says of its size. */
class Unpacker {
  private readonly json = new Map<string, unknown>();
  private readonly said: string[] = [];
  private readonly unzip = new Unzip((file) => this.begin(file));
  private bytes = 0;
  private entries = 0;
  /** Queue of work on pieces of sound files. */
  private work: Promise<void> = Promise.resolve();
  private error: Error | null = null;

  constructor(private readonly files: FileStore) {
    this.unzip.register(UnzipInflate);
    this.unzip.register(UnzipPassThrough);
  }

  async add(piece: Uint8Array): Promise<void> {
    this.bytes += piece.length;
    if (this.bytes > MOST_SONG_FILE_BYTES) throw TOO_MUCH;
    this.push(piece, false);
    await this.work;
    if (this.error) throw this.error;
  }

  async end(): Promise<{ readonly json: ReadonlyMap<string, unknown>; readonly said: string[] }> {
    this.push(new Uint8Array(), true);
    await this.work;
    if (this.error) throw this.error;
    return { json: this.json, said: this.said };
  }

  private push(piece: Uint8Array, isLast: boolean): void {
    try {
      this.unzip.push(piece, isLast);
    } catch (error) {
      // Use the part read so far, and report the rest as missing.
      if (error instanceof RequestError) this.error = error;
      else if (this.json.size === 0)
        this.error = new RequestError(422, 'noSongFile', 'This is no song file of Yibbo, or it is damaged. Choose another.');
    }
  }

  private begin(file: UnzipFile): void {
    if (++this.entries > MOST_PARTS_OF_FILE) throw TOO_MUCH;
    const entry = songEntry(file.name);
    if (!entry) return;
    const most = entry.kind === 'file' ? MOST_FILE_BYTES : MOST_JSON_BYTES;
    if ((file.originalSize ?? 0) > most) throw TOO_MUCH;
    const pieces: Uint8Array[] = [];
    let size = 0;
    file.ondata = (error, data, isLast) => {
      if (error) return void this.said.push(`${file.name} is damaged in this file.`);
      size += data.length;
      if (size > most) {
        file.terminate();
        this.error = TOO_MUCH;
        return;
      }
      pieces.push(data);
      if (isLast) this.finish(entry, file.name, pieces, size);
    };
    file.start();
  }

  private finish(entry: SongEntry, name: string, pieces: readonly Uint8Array[], size: number): void {
    const bytes = Buffer.concat(pieces, size);
    if (entry.kind === 'file') this.work = this.work.then(() => this.keep(entry.hash, bytes));
    else {
      try {
        this.json.set(name, JSON.parse(bytes.toString('utf8')));
      } catch {
        this.said.push(`${name} is damaged in this file.`);
      }
    }
  }

  private async keep(hash: string, bytes: Uint8Array): Promise<void> {
    const { has, isWhole } = await this.files.standing(hash);
    if (isWhole) return;
    await this.files.take(hash, has, bytes.length, bytes.subarray(has)).catch(() => {
      this.said.push('A recording is damaged in this file and was left out.');
    });
  }
}
