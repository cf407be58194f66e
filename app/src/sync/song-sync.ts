import type { Change, Id } from '@yibbo/core';
import { rerunTrial } from '../store/trials';
import type { AppDispatch, GetState } from '../store/store';
import { noticeSet } from '../store/view';
import { api, ApiError } from './api';
import { dropUnsent, keepUnsent, unsentChanges } from './outbox';

const FIRST_WAIT_MS = 1000;
const LONGEST_WAIT_MS = 15_000;

/** A song on its way from the server, with what this browser still had to send. */
export type AskedSong = ReturnType<typeof askForSong>;

export function askForSong(songId: Id) {
  const asked = Promise.all([api.open(songId), unsentChanges(songId)]);
  // Whoever opens it is told what went wrong; where nobody does, nobody need be.
  asked.catch(() => undefined);
  return asked;
}

/** Keeps the open song and the server's in step: sends what is done here as it is done, fetches what other windows do, and
 *  while the server is away keeps everything and tries again. */
export class SongSync {
  private isSending = false;
  private isClosed = false;
  private waitMs = FIRST_WAIT_MS;
  private timer: ReturnType<typeof setTimeout> | null = null;
  private events: EventSource | null = null;

  constructor(
    private readonly songId: Id,
    private readonly dispatch: AppDispatch,
    private readonly getState: GetState,
  ) {}

  /** Opens the song that was asked for. Throws an ApiError where it cannot. */
  async open(asked: AskedSong): Promise<void> {
    const [{ song, revision, history }, unsent] = await asked;
    if (this.isClosed) return;
    this.dispatch({ type: 'song/opened', document: song, revision, history, unsent });
    this.events = new EventSource(`/api/songs/${this.songId}/events`);
    this.events.onmessage = ({ data }) => {
      if (Number(data) > this.getState().song.revision) void this.exchange();
    };
    if (unsent.length) void this.exchange();
  }

  close(): void {
    this.isClosed = true;
    this.events?.close();
    if (this.timer) clearTimeout(this.timer);
  }

  /** Keeps a Change in this browser, then sends it. */
  async keep(change: Change): Promise<void> {
    await keepUnsent(this.songId, change).catch(() => undefined);
    void this.exchange();
  }

  private async exchange(): Promise<void> {
    if (this.isSending || this.isClosed) return;
    this.isSending = true;
    try {
      let { unsent, revision } = this.getState().song;
      if (unsent.length) this.dispatch({ type: 'song/linked', link: 'saving' });
      do {
        const answer = await api.send(this.songId, revision, unsent);
        if (this.isClosed) return;
        this.dispatch({ type: 'song/answered', answer });
        if (answer.missed.some(({ change }) => change)) this.dispatch(rerunTrial());
        await dropUnsent(
          this.songId,
          answer.missed.map(({ id }) => id),
        ).catch(() => undefined);
        ({ unsent, revision } = this.getState().song);
      } while (unsent.length);
      this.waitMs = FIRST_WAIT_MS;
      this.dispatch({ type: 'song/linked', link: 'saved' });
    } catch (error) {
      this.failed(error);
    } finally {
      this.isSending = false;
    }
  }

  private failed(error: unknown): void {
    if (this.isClosed) return;
    if (!(error instanceof ApiError)) throw error;
    this.dispatch({ type: 'song/linked', link: 'away' });
    if (error.status >= 400) this.dispatch(noticeSet(`Kept in this browser, but the server did not take it: ${error.message}`));
    if (this.timer) clearTimeout(this.timer);
    this.timer = setTimeout(() => void this.exchange(), this.waitMs);
    this.waitMs = Math.min(LONGEST_WAIT_MS, this.waitMs * 2);
  }
}
