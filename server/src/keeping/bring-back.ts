import type { BroughtBack, Id, SongCopy } from '@yibbo/core';
import type { ListedSong, SongQueries } from '../database/songs';
import { RequestError } from '../errors';
import type { LiveSongs } from '../live/live-songs';
import { copyPath, dayCopies, dayOf } from './copies';
import type { CopyWork, SongInCopy, Wanted } from './copy-work';

export interface BringBackParts {
  readonly folder: string;
  readonly live: LiveSongs;
  readonly queries: SongQueries;
  readonly copies: CopyWork;
  readonly newId: () => Id;
}

/** Brings songs back from copies. What is here stays as it is: a song that is here as something else comes beside it, named by the day. */
export class BringBack {
  constructor(private readonly parts: BringBackParts) {}

  /** From a day's copy: all songs that are not here as they were then, or further on. */
  fromDay(day: string): Promise<BroughtBack> {
    return this.fromFile(this.pathOf(day), day);
  }

  /** From a file with all songs, of a day or else as each was changed last; also what is the person's own and not here. */
  async fromFile(path: string, day: string | null): Promise<BroughtBack> {
    const { copies, live, queries, newId } = this.parts;
    const there = await copies.look(path).catch(() => {
      throw new RequestError(422, 'noCopy', 'This is no file of songs that Yibbo has written, or it is damaged. Choose another.');
    });
    const broken = await live.makeCards();
    const here = new Map([...(await queries.list(false)), ...(await queries.list(true))].map((song) => [song.id, song]));
    const names = new Set([...here.values()].map(({ name }) => name));
    const wanted: Wanted[] = [];
    const known: string[] = [];
    for (const song of there) {
      const present = here.get(song.id);
      const name = nameBeside(song.name, day ?? dayOf(song.changedAt));
      if (!present) wanted.push({ id: song.id });
      else if (names.has(name) || (!broken.has(song.id) && (await this.hasAll(present, song)))) known.push(song.name);
      else wanted.push({ id: song.id, beside: { id: newId(), name } });
    }
    const songs = await this.bring(path, wanted);
    await copies.bringBelongings(path);
    return { songs: [...songs], known };
  }

  /** The song as the days' copies have it, newest first. */
  async daysOf(id: Id): Promise<SongCopy[]> {
    const { folder, copies } = this.parts;
    const found: SongCopy[] = [];
    for (const { day } of dayCopies(folder)) {
      const [song] = await copies.look(copyPath(folder, day), id).catch(() => []);
      if (song) found.push({ day, name: song.name, revision: song.revision, changedAt: song.changedAt });
    }
    return found;
  }

  /** Makes a song of what one was in a day's copy, beside the one that is here. */
  async songFromDay(id: Id, day: string): Promise<{ id: Id; name: string }> {
    const { copies, newId } = this.parts;
    const path = this.pathOf(day);
    const [song] = await copies.look(path, id).catch(() => []);
    if (!song) throw new RequestError(404, 'notInCopy', 'The copy of this day does not have this song.');
    const beside = { id: newId(), name: nameBeside(song.name, day) };
    const [name] = await this.bring(path, [{ id, beside }]);
    if (name === undefined) throw new RequestError(422, 'unreadable', 'This song cannot be read in the copy of this day. Try another day.');
    return { id: beside.id, name };
  }

  private async bring(path: string, wanted: readonly Wanted[]): Promise<readonly string[]> {
    if (wanted.length === 0) return [];
    const names = await this.parts.copies.bring(path, wanted);
    for (const { id, beside } of wanted) if (!beside) await this.parts.live.forget(id);
    return names;
  }

  /** Whether a song that is here has all that it had there. */
  private async hasAll({ id, missing }: ListedSong, { head }: SongInCopy): Promise<boolean> {
    return missing === null && (head === null || this.parts.queries.hasChange(id, head));
  }

  private pathOf(day: string): string {
    const { folder } = this.parts;
    if (!dayCopies(folder).some((copy) => copy.day === day)) throw new RequestError(404, 'noSuchCopy', 'There is no copy of this day.');
    return copyPath(folder, day);
  }
}

function nameBeside(name: string, day: string): string {
  const words = new Date(`${day}T12:00:00`).toLocaleDateString('en-GB', { weekday: 'long', day: 'numeric', month: 'long' });
  return `${name.slice(0, 150)}, as it was on ${words}`;
}
