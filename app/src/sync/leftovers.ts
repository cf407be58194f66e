import type { Change, Id } from '@yibbo/core';
import { afterAnswer } from './answers';
import { ApiError, type Server } from './api';
import type { KeptSongs } from './kept-songs';
import type { Outbox } from './outbox';
import { firstPiece } from './pieces';
import { notIn } from './unsent';

interface Parts {
  readonly outbox: () => Pick<Outbox, 'songs' | 'unsent' | 'drop'>;
  readonly kept: Pick<KeptSongs, 'ids' | 'open' | 'answered' | 'made'>;
  readonly server: Pick<Server, 'create' | 'open' | 'send'>;
  /** Whether a song is open in this window, which then sends for itself. */
  readonly isOpen: (songId: Id) => boolean;
}

/** Sends the Changes that closed pages left unsent, and has the server make the songs that were made while it was away. */
export class Leftovers {
  private running: Promise<number> | null = null;

  constructor(private readonly parts: Parts) {}

  /** Sends all there is, song by song, and returns for how many songs that worked. A song that the server will not take keeps its Changes
   *  until it is opened, where the person can choose. Stops where the server is away. */
  send(): Promise<number> {
    this.running ??= this.sendAll().finally(() => (this.running = null));
    return this.running;
  }

  private async sendAll(): Promise<number> {
    let sent = 0;
    for (const songId of await this.waiting()) {
      try {
        await this.sendSong(songId);
        sent++;
      } catch (error) {
        if (!(error instanceof ApiError) || error.status === 0) return sent;
      }
    }
    return sent;
  }

  private async waiting(): Promise<readonly Id[]> {
    const { outbox, kept, isOpen } = this.parts;
    const unsent = await outbox()
      .songs()
      .catch(() => []);
    const made: Id[] = [];
    for (const id of await kept.ids().catch(() => [])) if ((await kept.open(id))?.toMake) made.push(id);
    return [...new Set([...made, ...unsent])].filter((id) => !isOpen(id));
  }

  private async sendSong(songId: Id): Promise<void> {
    const { outbox, kept, server } = this.parts;
    const known = await kept.open(songId);
    if (known?.toMake) {
      await server.create(known.toMake);
      await kept.made(songId);
    }
    let song = known?.server ?? (await server.open(songId));
    let unsent: readonly Change[] = notIn(song.history, await outbox().unsent(songId, () => undefined));
    while (unsent.length > 0) {
      const { body } = firstPiece(song.revision, song.history.at(-1)?.id ?? null, unsent);
      const answer = await server.send(songId, body);
      if (answer.known.length === 0) return;
      if (!answer.isFar) await kept.answered(songId, song.revision, answer, unsent).catch(() => undefined);
      await outbox().drop(songId, answer.known);
      song = answer.isFar ? await server.open(songId) : afterAnswer(song, answer, unsent);
      unsent = notIn(song.history, unsent);
    }
  }
}
