import {
  apply,
  arranged,
  copySong,
  invert,
  layOnTop,
  newSong,
  readChanges,
  readingChanges,
  readDocument,
  salvageDocument,
  sendSchema,
  type Arrangement,
  type Change,
  type Document,
  type Id,
  type Lost,
  glanceOf,
  type SongGlance,
} from '@yibbo/core';
import { exportMidi, importMidi, type ExportMode, type ImportReport } from '@yibbo/core/midi';
import { databaseRefusal } from '../database/failures';
import type { NumberedChange, SongQueries, StoredSong } from '../database/songs';
import { noSuchSong, RequestError } from '../errors';
import { checked } from '../http/checked';
import { readJson } from '../http/json';
import { givingWay } from './giving-way';
import type { SongWork, Taken } from './work';

/** A song in memory. */
interface OpenSong {
  readonly document: Document;
  readonly revision: number;
  /** The id of the Change that made this revision. */
  readonly head: Id | null;
  /** Bytes of the Changes since the snapshot on disk. */
  readonly bytesSince: number;
}

/** A Change the window has not had, or one of its own as it was taken: `change` is left out where it went in as sent. */
interface Missed {
  readonly revision: number;
  readonly id: Id;
  readonly change?: Change;
}

const SNAPSHOT_EVERY = 200;
const SNAPSHOT_BYTES = 1024 * 1024;
const SONGS_KEPT_OPEN = 40;

export interface KeeperParts {
  readonly queries: SongQueries;
  readonly newId: () => Id;
  /** A seed for a new song's chances. */
  readonly newSeed: () => number;
}

/** Keeps songs: the last used in memory, all in the database. Each is laid on by one piece of work at a time; see LiveSongs. */
export class SongKeeper implements SongWork {
  private readonly open = new Map<Id, OpenSong>();

  constructor(private readonly parts: KeeperParts) {}

  async read(id: Id): Promise<Uint8Array> {
    const { document, revision } = await this.song(id);
    const { queries } = this.parts;
    const [history, missing] = [await queries.labels(id), await queries.missing(id)];
    return Buffer.from(JSON.stringify({ song: document, revision, history, ...(missing === null ? {} : { missing }) }));
  }

  async take(id: Id, body: Uint8Array): Promise<Taken> {
    const { base, head, changes } = checked(sendSchema, readJson(body));
    const read = await givingWay(readingChanges(changes));
    if (!read.ok)
      throw new RequestError(read.code === 'tooMany' ? 413 : 400, read.code, 'The changes cannot be taken; see details.', read.message);
    const song = await this.song(id);
    await this.checkHistory(id, song, base, head);
    return this.lay(id, song, base, read.changes);
  }

  async rename(id: Id, name: string): Promise<Taken> {
    const song = await this.song(id);
    const change: Change = {
      id: this.parts.newId(),
      label: `Rename song to ${name}`.slice(0, 300),
      at: Date.now(),
      device: 'server',
      entries: [{ kind: 'edit', of: 'song', ids: [id], fields: { name: [[song.document.song.name], [name]] } }],
    };
    return this.lay(id, song, song.revision, [change]);
  }

  async refreshCard(id: Id): Promise<SongGlance> {
    const { document, revision } = await this.song(id);
    // The Songs screen can do without it being kept.
    await this.parts.queries.setCard(id, document, revision).catch(() => undefined);
    return glanceOf(document);
  }

  async readAt(id: Id, changeId: Id): Promise<Uint8Array> {
    return Buffer.from(JSON.stringify({ song: await this.at(id, changeId) }));
  }

  async copy(id: Id, changeId?: Id): Promise<{ id: Id; name: string }> {
    const document = changeId === undefined ? (await this.song(id)).document : await this.at(id, changeId);
    return this.createCopy(document, `${document.song.name}, copy`);
  }

  /** The song as it was right after a Change: all that came after it is taken back, the newest first. */
  private async at(id: Id, changeId: Id): Promise<Document> {
    const { document } = await this.song(id);
    const revision = await this.parts.queries.revisionOf(id, changeId);
    if (revision === null) throw new RequestError(404, 'noSuchChange', 'There is no such change in this song.');
    const later = await this.parts.queries.changesAfter(id, revision);
    return later.reduceRight((each, { change }) => {
      const taken = apply(each, invert(change, change));
      if (!taken.ok) throw unreadable(`Change ${change.id} cannot be taken back: ${JSON.stringify(taken.mismatch)}`);
      return taken.document;
    }, document);
  }

  async rescue(id: Id): Promise<{ id: Id; name: string; lost: number }> {
    const { document, lost } = await this.salvaged(id);
    return { ...(await this.createCopy(document, `${document.song.name}, rescued`)), lost };
  }

  async sendOut(id: Id, mode: ExportMode): Promise<{ name: string; bytes: Uint8Array }> {
    const document = await this.song(id).then(
      (song) => song.document,
      async (error: unknown) => {
        if (error instanceof RequestError && error.code === 'unreadable') return (await this.salvaged(id)).document;
        throw error;
      },
    );
    return { name: document.song.name, bytes: exportMidi(document, mode).bytes };
  }

  async bringIn(bytes: Uint8Array, name: string, arrangement: Arrangement): Promise<{ id: Id; report: ImportReport }> {
    const imported = importMidi(bytes, { newId: this.parts.newId, seed: this.parts.newSeed(), name });
    if (!imported.ok)
      throw new RequestError(imported.refusal.code === 'tooLarge' ? 413 : 422, imported.refusal.code, imported.refusal.message);
    const { report } = imported;
    const document = arranged(imported.document, arrangement, this.parts.newId);
    // A song that is made must open: what is stored is what was read back.
    const body = JSON.stringify(document);
    const read = readDocument(JSON.parse(body));
    if (!read.ok)
      throw new RequestError(422, 'notReadable', 'This file makes a song that could not be opened again. It was left out.', read.details);
    await this.parts.queries.create(read.document, body);
    return { id: document.song.id, report };
  }

  async forget(id: Id): Promise<void> {
    this.open.delete(id);
  }

  private async createCopy(document: Document, name: string): Promise<{ id: Id; name: string }> {
    const copy = copySong(document, this.parts.newId(), name.slice(0, 200));
    await this.parts.queries.create(copy);
    return { id: copy.song.id, name: copy.song.name };
  }

  /** Whether the window's history is the beginning of the song's, as it must be for the two to go on together. */
  private async checkHistory(id: Id, song: OpenSong, base: number, head: Id | null | undefined): Promise<void> {
    const isAhead = base > song.revision;
    const own = head === undefined || isAhead ? undefined : base === song.revision ? song.head : await this.parts.queries.headAt(id, base);
    if (!isAhead && (head === undefined || own === head)) return;
    throw new RequestError(
      409,
      'otherHistory',
      'This window knows changes of the song that the server does not have. An older copy of the songs may have been put back.',
      { revision: song.revision },
    );
  }

  private async lay(id: Id, song: OpenSong, base: number, sent: readonly Change[]): Promise<Taken> {
    const { queries } = this.parts;
    // A window that was away for long is not told of each step, but to ask for the song.
    const isFar = base !== song.revision && (await queries.isFar(id, base));
    const since = base === song.revision || isFar ? [] : await queries.changesAfter(id, base);
    const fresh = await this.unknown(id, sent);
    const { document, added, lost } = await givingWay(laid(song, fresh));
    const revision = song.revision + added.length;
    if (added.length) {
      const rows = added.map((each) => ({ ...each, body: JSON.stringify(each.change) }));
      const bytesSince = rows.reduce((sum, { body }) => sum + body.length, song.bytesSince);
      const isDue = Math.floor(revision / SNAPSHOT_EVERY) > Math.floor(song.revision / SNAPSHOT_EVERY) || bytesSince > SNAPSHOT_BYTES;
      await queries.append(id, rows, document, isDue);
      this.keep(id, { document, revision, head: added.at(-1)!.change.id, bytesSince: isDue ? 0 : bytesSince });
    }
    const asSent = new Set(fresh);
    const missed = [...since, ...added].map((each): Missed => ({
      revision: each.revision,
      id: each.change.id,
      ...(asSent.has(each.change) ? {} : { change: each.change }),
    }));
    const known = sent.map((change) => change.id);
    const answer = JSON.stringify(isFar ? { revision, isFar, missed: [], lost, known } : { revision, missed, lost, known });
    return { revision, hasChanged: added.length > 0, answer };
  }

  /** Those that the history does not have yet, each once. */
  private async unknown(id: Id, sent: readonly Change[]): Promise<Change[]> {
    const fresh: Change[] = [];
    const seen = new Set<Id>();
    for (const change of sent) {
      if (!seen.has(change.id) && !(await this.parts.queries.hasChange(id, change.id))) fresh.push(change);
      seen.add(change.id);
    }
    return fresh;
  }

  private async song(id: Id): Promise<OpenSong> {
    const known = this.open.get(id) ?? (await this.load(id));
    this.keep(id, known);
    return known;
  }

  private async load(id: Id): Promise<OpenSong> {
    const stored = await this.stored(id);
    const read = readDocument(parsed(stored.snapshot));
    if (!read.ok) throw unreadable(read.details);
    const since = await this.changesSince(id, stored);
    const document = await givingWay(applied(read.document, since));
    if (stored.snapshotRevision + since.length !== stored.revision) throw unreadable('Changes of its history are missing.');
    const bytesSince = since.reduce((sum, { change }) => sum + JSON.stringify(change).length, 0);
    const head = since.at(-1)?.change.id ?? (await this.parts.queries.headAt(id, stored.revision));
    return { document, revision: stored.revision, head, bytesSince };
  }

  private async stored(id: Id): Promise<StoredSong> {
    const stored = await this.parts.queries.stored(id);
    if (!stored) throw (await this.parts.queries.state(id)) ? unreadable('Its content is missing.') : noSuchSong();
    return stored;
  }

  private async changesSince(id: Id, stored: StoredSong): Promise<NumberedChange[]> {
    return this.parts.queries.changesAfter(id, stored.snapshotRevision).catch((error: unknown) => {
      throw databaseRefusal(error) ?? unreadable(String(error));
    });
  }

  /** Salvages a song: its snapshot, and of each later Change the parts that still fit. No reference is left dangling. */
  private async salvaged(id: Id): Promise<{ document: Document; lost: number }> {
    const { queries } = this.parts;
    const stored = await queries.stored(id).catch(() => null);
    const name = (await queries.list(false)).find((song) => song.id === id)?.name ?? 'Song';
    const begun = salvageDocument(stored && parsed(stored.snapshot), newSong(id, name, this.parts.newSeed()).song);
    const since = await queries.readableAfter(id, stored?.snapshotRevision ?? 0).catch((): NumberedChange[] => []);
    let { document, lost } = begun;
    for (const { change } of since) {
      const read = readChanges([change]);
      if (!read.ok) {
        lost++;
        continue;
      }
      const layered = layOnTop(document, read.changes[0]!);
      document = layered.document;
      lost += layered.lost.length;
    }
    return { document, lost };
  }

  /** Keeps the song as the most recently used; the least recently used leave memory. */
  private keep(id: Id, song: OpenSong): void {
    this.open.delete(id);
    this.open.set(id, song);
    for (const oldest of this.open.keys()) {
      if (this.open.size <= SONGS_KEPT_OPEN) break;
      this.open.delete(oldest);
    }
  }
}

function parsed(json: string | null): unknown {
  try {
    return json === null ? null : (JSON.parse(json) as unknown);
  } catch {
    return null;
  }
}

function unreadable(details: string): RequestError {
  return new RequestError(
    422,
    'unreadable',
    'This song cannot be read. On the Songs screen you can rescue what can be read of it, send it out, or delete it.',
    details.slice(0, 500),
  );
}

/** The song with the Changes of its history laid on, step by step. */
function* applied(snapshot: Document, since: readonly NumberedChange[]): Generator<void, Document> {
  let document = snapshot;
  for (const { change } of since) {
    const next = apply(document, change);
    if (!next.ok) throw unreadable(`Change ${change.id} does not fit: ${JSON.stringify(next.mismatch)}`);
    document = next.document;
    yield;
  }
  return document;
}

/** The song with what a window sent laid on top, step by step. */
function* laid(
  song: OpenSong,
  fresh: readonly Change[],
): Generator<void, { readonly document: Document; readonly added: readonly NumberedChange[]; readonly lost: readonly Lost[] }> {
  let { document } = song;
  const lost: Lost[] = [];
  const added: NumberedChange[] = [];
  for (const change of fresh) {
    const layered = layOnTop(document, change, change.undoes === undefined ? 'later' : 'present');
    document = layered.document;
    for (const each of layered.lost) lost.push(each);
    added.push({ revision: song.revision + added.length + 1, change: layered.change });
    yield;
  }
  return { document, added, lost };
}
