import type { Answer, Change, Here, Id, ServerSong } from '@yibbo/core';
import { ApiError, isAway, type Server } from './api';
import type { Link } from './link';
import type { Outbox } from './outbox';
import type { KeptSongs, SongToMake } from './kept-songs';
import { firstPiece } from './pieces';
import { notIn } from './unsent';

const FIRST_WAIT_MS = 1000;
const LONGEST_WAIT_MS = 30_000;

/** How long the server may take before a song that is kept here opens without it. */
const OPENS_WITHOUT_MS = 3000;

/** Where a song comes from, and whether the server must make it first. */
interface FoundSong {
  readonly server: ServerSong;
  readonly isFromHere: boolean;
  readonly toMake: SongToMake | null;
}

/** A song on its way from the server, with what this browser still had to send. */
export type AskedSong = ReturnType<typeof askForSong>;

/** Asks the server for a song; one that is kept in this browser opens from there while the server is away, slow, or has yet to make it. */
export function askForSong(songId: Id, outbox: Outbox, server: Pick<Server, 'open'>, kept: Pick<KeptSongs, 'open'>) {
  let late: readonly Change[] | ((changes: readonly Change[]) => void) = [];
  const unsent = outbox
    .unsent(songId, (changes) => (typeof late === 'function' ? late(changes) : (late = changes)))
    .then(
      (changes) => ({ changes, isKept: true }),
      // Without storage the song opens all the same; what storage says later is taken in then.
      () => ({ changes: [] as Change[], isKept: false }),
    );
  const asked = Promise.all([findSong(songId, server, kept), unsent]);
  // Whoever opens it is told what went wrong; where nobody does, nobody need be.
  asked.catch(() => undefined);
  const onLate = (take: (changes: readonly Change[]) => void) => {
    if (typeof late !== 'function' && late.length) take(late);
    late = take;
  };
  return { asked, onLate };
}

async function findSong(songId: Id, server: Pick<Server, 'open'>, kept: Pick<KeptSongs, 'open'>): Promise<FoundSong> {
  const fromHere = async (): Promise<FoundSong | null> => {
    const song = await kept.open(songId).catch(() => null);
    return song && { server: song.server, isFromHere: true, toMake: song.toMake };
  };
  const fromServer = server.open(songId).then((song): FoundSong => ({ server: song, isFromHere: false, toMake: null }));
  // Where the kept song was opened meanwhile, nobody waits for this any more.
  fromServer.catch(() => undefined);
  let timer: ReturnType<typeof setTimeout> | undefined;
  const tooSlow = new Promise<null>((resolve) => (timer = setTimeout(() => resolve(null), OPENS_WITHOUT_MS)));
  try {
    return (await Promise.race([fromServer, tooSlow])) ?? (await fromHere()) ?? (await fromServer);
  } catch (error) {
    // A song that only this device has opens whatever the server says.
    const song = await fromHere();
    if (song && (song.toMake || isAway(error))) return song;
    throw isAway(error) ? new ApiError(0, 'away', NOT_HERE) : error;
  } finally {
    clearTimeout(timer);
  }
}

const NOT_HERE = 'The server cannot be reached, and this song is not kept on this device. It opens once the server is back.';

/** Resolves once the page has nothing else to do, or after two seconds. */
function whenIdle(): Promise<void> {
  return new Promise((resolve) => {
    if (typeof requestIdleCallback === 'function') requestIdleCallback(() => resolve(), { timeout: 2000 });
    else setTimeout(resolve, 50);
  });
}

/** The state of a song that syncing needs. */
export interface SongStanding {
  readonly revision: number;
  /** The Change that made it; null for none. */
  readonly head: Id | null;
  readonly unsent: readonly Change[];
  readonly link: Link;
}

/** The open song, as those see it that keep it in step: what it is, and whom to tell what. */
export interface SongPort {
  standing(): SongStanding;
  opened(song: ServerSong, unsent: readonly Change[]): void;
  answered(answer: Answer): void;
  /** Too much was missed to be told step by step: this is the song, with these of what was sent. */
  caughtUp(server: ServerSong, known: readonly Id[]): void;
  /** So many puts of what is the person's own the server has now. */
  belongingsPut(revision: number): void;
  linked(link: Link): void;
  stored(isKept: boolean): void;
  found(unsent: readonly Change[]): void;
  parted(server: ServerSong): void;
  /** The server tells of the other windows from now on, first of all that are there. */
  lineOpened(): void;
  otherMoved(moved: OtherMoved): void;
}

/** Where another window of the song is now; null once it is gone. */
export interface OtherMoved {
  readonly window: Id;
  readonly here: Here | null;
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
  private toMake: SongToMake | null = null;
  /** The last revision that the server told of. */
  private heard = 0;
  /** Writing to the kept songs, in order. */
  private keptUntil: Promise<unknown> = Promise.resolve();

  constructor(
    readonly songId: Id,
    private readonly song: SongPort,
    private readonly outbox: Outbox,
    private readonly server: Pick<Server, 'open' | 'send' | 'create'>,
    private readonly kept: Pick<KeptSongs, 'put' | 'answered' | 'made'>,
    private readonly windowId: Id,
  ) {}

  /** Opens the song that was asked for. Throws an ApiError where it cannot. */
  async open({ asked, onLate }: AskedSong): Promise<void> {
    const [{ server, isFromHere, toMake }, { changes, isKept }] = await asked;
    if (this.isClosed) return;
    this.toMake = toMake;
    const unsent = notIn(server.history, changes);
    this.song.opened(server, unsent);
    this.song.stored(isKept);
    if (isFromHere) this.song.linked('away');
    else this.keepHere(() => whenIdle().then(() => this.kept.put(server)));
    onLate((found) => this.takeLate(found));
    const had = changes.filter((change) => !unsent.includes(change)).map(({ id }) => id);
    void this.outbox.drop(this.songId, had).catch(() => undefined);
    this.listen();
    addEventListener('online', this.goOn);
    document.addEventListener('visibilitychange', this.comeBack);
    if (unsent.length || isFromHere) this.goOn();
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
    const tell = () => this.isClosed || this.song.stored(this.outbox.hasAll);
    this.outbox.keep(this.songId, change).then(tell, tell);
    void this.exchange();
  }

  /** Tries at once, however long it was going to wait: the line is back, the page is looked at again, or someone asks for it. */
  readonly goOn = (): void => {
    this.waitMs = FIRST_WAIT_MS;
    void this.exchange();
  };

  /** Keeps these Changes as all that is unsent. */
  async rekeep(unsent: readonly Change[]): Promise<void> {
    await this.outbox.replace(this.songId, unsent);
  }

  private takeLate(found: readonly Change[]): void {
    if (this.isClosed) return;
    this.song.stored(true);
    this.song.found(found);
    if (found.length) this.goOn();
  }

  private listen(): void {
    if (this.events || this.isClosed) return;
    this.events = new EventSource(`/api/songs/${this.songId}/events?window=${this.windowId}`);
    this.events.onopen = () => this.song.lineOpened();
    this.events.addEventListener('here', ({ data }) => this.song.otherMoved(JSON.parse(data as string) as OtherMoved));
    this.events.onmessage = ({ data }) => {
      const { revision, link } = this.song.standing();
      this.heard = Number(data);
      if (this.heard !== revision || link === 'away') void this.exchange();
    };
    this.events.addEventListener('belongings', ({ data }) => this.song.belongingsPut(Number(data)));
    // A line that was cut for good: this device may have been sent away, which the next request tells.
    this.events.onerror = () => this.events?.readyState === EventSource.CLOSED && void this.exchange();
    this.events.addEventListener('deleted', () => this.song.linked('deleted'));
  }

  /** A page that is not looked at listens to nothing: browsers allow a server only a few lines, and the others' songs need them. */
  private readonly comeBack = (): void => {
    if (document.visibilityState === 'visible') {
      this.listen();
      const { unsent, link } = this.song.standing();
      if (unsent.length || link !== 'saved') this.goOn();
    } else {
      this.events?.close();
      this.events = null;
    }
  };

  private async exchange(): Promise<void> {
    const { link } = this.song.standing();
    if (this.isSending || this.isClosed || link === 'parted') return;
    this.isSending = true;
    let isBehind = false;
    if (this.timer) clearTimeout(this.timer);
    try {
      await this.sendAll();
      this.waitMs = FIRST_WAIT_MS;
      this.song.linked('saved');
      // Heard of while this was under way, when the answer had left already.
      isBehind = this.heard > this.song.standing().revision;
    } catch (error) {
      if (!this.isClosed) await this.failed(error);
    } finally {
      this.isSending = false;
    }
    if (isBehind) void this.exchange();
  }

  /** Sends piece after piece, and once where there is nothing to send, to hear of what was missed. After a refusal Changes go one by one,
   *  so that the one that is refused holds up none before it. */
  private async sendAll(): Promise<void> {
    const { link } = this.song.standing();
    const isRefused = link === 'refused';
    let { unsent } = this.song.standing();
    if (unsent.length) this.song.linked('saving');
    await this.makeFirst();
    do {
      const { revision, head } = this.song.standing();
      const { body } = firstPiece(revision, head, unsent, isRefused ? 1 : undefined);
      const sent = unsent;
      const answer = await this.server.send(this.songId, body);
      if (this.isClosed) return;
      if (answer.isFar) await this.catchUp(answer);
      else this.song.answered(answer);
      // A Change leaves the outbox only once the kept song has it: closed in between, it is sent twice, which does nothing.
      if (!answer.isFar) this.keepHere(() => this.kept.answered(this.songId, revision, answer, sent));
      this.keepHere(() => this.outbox.drop(this.songId, answer.known));
      if (this.isClosed) return;
      const now = this.song.standing();
      if (now.unsent.length && now.revision === revision && answer.known.length === 0) throw new NothingGained();
      unsent = now.unsent;
    } while (unsent.length);
  }

  private async catchUp({ known }: Answer): Promise<void> {
    const server = await this.server.open(this.songId);
    if (this.isClosed) return;
    this.song.caughtUp(server, known);
    this.keepHere(() => this.kept.put(server));
  }

  /** Has the server make a song that was made while it was away. */
  private async makeFirst(): Promise<void> {
    if (!this.toMake) return;
    await this.server.create(this.toMake);
    await this.kept.made(this.songId).catch(() => undefined);
    this.toMake = null;
  }

  /** Writes to this browser's storage after what was written before; where it cannot, the song is on the server all the same. */
  private keepHere(write: () => Promise<unknown>): void {
    this.keptUntil = this.keptUntil.then(write).catch(() => undefined);
  }

  private async failed(error: unknown): Promise<void> {
    const status = error instanceof ApiError ? error.status : null;
    if (error instanceof ApiError && (error.code === 'deleted' || error.code === 'noSuchSong')) return void this.song.linked('deleted');
    // An answer that does not fit what this window knows is another history too.
    const isParted =
      (error instanceof ApiError && error.code === 'otherHistory') || !(error instanceof ApiError || error instanceof NothingGained);
    if (isParted && (await this.part())) return;
    this.song.linked(status === 0 ? 'away' : status !== null && status < 500 ? 'refused' : 'stalled');
    this.timer = setTimeout(() => void this.exchange(), this.waitMs);
    this.waitMs = Math.min(LONGEST_WAIT_MS, this.waitMs * 2);
  }

  /** Asks for the song as the server has it, so that whoever works here can choose; false where it cannot be had. */
  private async part(): Promise<boolean> {
    const server = await this.server.open(this.songId).catch(() => null);
    if (server && !this.isClosed) {
      this.song.parted(server);
      this.keepHere(() => this.kept.put(server));
    }
    return server !== null;
  }
}
