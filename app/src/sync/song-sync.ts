import type { Change, Id } from '@yibbo/core';
import { notIn } from '../store/song';
import type { AppDispatch, GetState } from '../store/store';
import { rerunTrial } from '../store/trials';
import { api, ApiError, type Answer } from './api';
import { ownOutbox } from './outbox';
import { firstPiece } from './pieces';

const FIRST_WAIT_MS = 1000;
const LONGEST_WAIT_MS = 30_000;

/** A song on its way from the server, with what this browser still had to send. */
export type AskedSong = ReturnType<typeof askForSong>;

export function askForSong(songId: Id) {
  let late: readonly Change[] | ((changes: readonly Change[]) => void) = [];
  const unsent = ownOutbox()
    .unsent(songId, (changes) => (typeof late === 'function' ? late(changes) : (late = changes)))
    .then(
      (changes) => ({ changes, isKept: true }),
      // Without storage the song opens all the same; what storage says later is taken in then.
      () => ({ changes: [] as Change[], isKept: false }),
    );
  const asked = Promise.all([api.open(songId), unsent]);
  // Whoever opens it is told what went wrong; where nobody does, nobody need be.
  asked.catch(() => undefined);
  const onLate = (take: (changes: readonly Change[]) => void) => {
    if (typeof late !== 'function' && late.length) take(late);
    late = take;
  };
  return { asked, onLate };
}

/** An exchange that brought nothing: what was sent is still unsent, and nothing new came. */
class NothingGained extends Error {}

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
  async open({ asked, onLate }: AskedSong): Promise<void> {
    const [{ song, revision, history }, { changes, isKept }] = await asked;
    if (this.isClosed) return;
    const unsent = notIn(history, changes);
    this.dispatch({ type: 'song/opened', document: song, revision, history, unsent });
    this.dispatch({ type: 'song/storage', isKept });
    onLate((found) => this.takeLate(found));
    const had = changes.filter((change) => !unsent.includes(change)).map(({ id }) => id);
    void ownOutbox()
      .drop(this.songId, had)
      .catch(() => undefined);
    this.listen();
    addEventListener('online', this.goOn);
    document.addEventListener('visibilitychange', this.comeBack);
    if (unsent.length) this.goOn();
  }

  close(): void {
    this.isClosed = true;
    this.events?.close();
    removeEventListener('online', this.goOn);
    document.removeEventListener('visibilitychange', this.comeBack);
    if (this.timer) clearTimeout(this.timer);
  }

  /** Keeps a Change in this browser and sends it. */
  keep(change: Change): void {
    const outbox = ownOutbox();
    const tell = () => this.isClosed || this.dispatch({ type: 'song/storage', isKept: outbox.hasAll });
    outbox.keep(this.songId, change).then(tell, tell);
    void this.exchange();
  }

  /** Tries at once, however long it was going to wait: the line is back, the page is looked at again, or someone asks for it. */
  readonly goOn = (): void => {
    this.waitMs = FIRST_WAIT_MS;
    void this.exchange();
  };

  /** Keeps these Changes as all that is unsent. */
  async rekeep(unsent: readonly Change[]): Promise<void> {
    await ownOutbox().replace(this.songId, unsent);
  }

  private takeLate(found: readonly Change[]): void {
    if (this.isClosed) return;
    this.dispatch({ type: 'song/storage', isKept: true });
    this.dispatch({ type: 'song/foundUnsent', changes: found });
    if (found.length) this.goOn();
  }

  private listen(): void {
    if (this.events || this.isClosed) return;
    this.events = new EventSource(`/api/songs/${this.songId}/events`);
    this.events.onmessage = ({ data }) => {
      const { revision, link } = this.getState().song;
      if (Number(data) !== revision || link === 'away') void this.exchange();
    };
    this.events.addEventListener('deleted', () => this.dispatch({ type: 'song/linked', link: 'deleted' }));
  }

  /** A page that is not looked at listens to nothing: browsers allow a server only a few lines, and the others' songs need them. */
  private readonly comeBack = (): void => {
    if (document.visibilityState === 'visible') {
      this.listen();
      const { unsent, link } = this.getState().song;
      if (unsent.length || link !== 'saved') this.goOn();
    } else {
      this.events?.close();
      this.events = null;
    }
  };

  private async exchange(): Promise<void> {
    const { link } = this.getState().song;
    if (this.isSending || this.isClosed || link === 'parted') return;
    this.isSending = true;
    if (this.timer) clearTimeout(this.timer);
    try {
      await this.sendAll();
      this.waitMs = FIRST_WAIT_MS;
      this.dispatch({ type: 'song/linked', link: 'saved' });
    } catch (error) {
      if (!this.isClosed) await this.failed(error);
    } finally {
      this.isSending = false;
    }
  }

  /** Sends piece after piece, and once where there is nothing to send, to hear of what was missed. After a refusal Changes go one by one,
   *  so that the one that is refused holds up none before it. */
  private async sendAll(): Promise<void> {
    const isRefused = this.getState().song.link === 'refused';
    let { unsent } = this.getState().song;
    if (unsent.length) this.dispatch({ type: 'song/linked', link: 'saving' });
    do {
      const { revision, acknowledgedLabels } = this.getState().song;
      const { body } = firstPiece(revision, acknowledgedLabels.at(-1)?.id ?? null, unsent, isRefused ? 1 : undefined);
      const answer = await api.send(this.songId, body);
      if (this.isClosed) return;
      this.take(answer);
      void ownOutbox()
        .drop(this.songId, answer.known)
        .catch(() => undefined);
      const now = this.getState().song;
      if (now.unsent.length && now.revision === revision && answer.known.length === 0) throw new NothingGained();
      unsent = now.unsent;
    } while (unsent.length);
  }

  private take(answer: Answer): void {
    this.dispatch({ type: 'song/answered', answer });
    if (answer.missed.some(({ change }) => change)) this.dispatch(rerunTrial());
  }

  private async failed(error: unknown): Promise<void> {
    const status = error instanceof ApiError ? error.status : null;
    if (error instanceof ApiError && (error.code === 'deleted' || error.code === 'noSuchSong'))
      return void this.dispatch({ type: 'song/linked', link: 'deleted' });
    // An answer that does not fit what this window knows is another history too.
    const isParted =
      (error instanceof ApiError && error.code === 'otherHistory') || !(error instanceof ApiError || error instanceof NothingGained);
    if (isParted && (await this.part())) return;
    this.dispatch({ type: 'song/linked', link: status === 0 ? 'away' : status !== null && status < 500 ? 'refused' : 'stalled' });
    this.timer = setTimeout(() => void this.exchange(), this.waitMs);
    this.waitMs = Math.min(LONGEST_WAIT_MS, this.waitMs * 2);
  }

  /** Asks for the song as the server has it, so that whoever works here can choose; false where it cannot be had. */
  private async part(): Promise<boolean> {
    const server = await api.open(this.songId).catch(() => null);
    if (server && !this.isClosed) this.dispatch({ type: 'song/parted', server });
    return server !== null;
  }
}
