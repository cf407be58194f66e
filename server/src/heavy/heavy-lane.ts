import { Piscina } from 'piscina';
import { RequestError } from '../errors';
import type { CopyWork } from '../keeping/copy-work';
import type { HeavyData, HeavyReply, HeavyTask, HeavyWork } from './heavy';
import type { SongWork } from '../songs/work';

/** Time limits of one piece of large work. The thread is ended with what takes longer, and a new one begun with the next. */
const LONGEST_MS = 60_000;
const MOST_MEMORY_MB = 1024;
/** Hundreds of thousands of notes are made in one go: with less room for what is new, much of the time goes into clearing it. */
const YOUNG_MEMORY_MB = 96;
/** Pieces of work that may wait. */
const MOST_WAITING = 64;
/** How long the thread and the songs in its memory are kept without work. */
const IDLE_MS = 120_000;

const BUSY = 'The server has more large work than it can take at a time. Try again in a moment.';
const TOO_MUCH = 'This takes more time or memory than the server gives to one request. Nothing was changed.';

export interface HeavyLane extends HeavyWork {
  end(): Promise<void>;
}

/** Songs and requests so large that others would have to wait: all of it runs in one other thread, one piece at a time. */
export function heavyLane(script: string, data: HeavyData): HeavyLane {
  const pool = new Piscina({
    filename: script,
    workerData: data,
    minThreads: 0,
    maxThreads: 1,
    maxQueue: MOST_WAITING,
    idleTimeout: IDLE_MS,
    resourceLimits: { maxOldGenerationSizeMb: MOST_MEMORY_MB, maxYoungGenerationSizeMb: YOUNG_MEMORY_MB },
  });
  const call =
    (of: keyof HeavyWork, act: string) =>
    async (...args: unknown[]): Promise<unknown> => {
      // Nothing to forget where there is no thread.
      if (act === 'forget' && pool.threads.length === 0) return undefined;
      const reply = await run(pool, { of, act, args });
      if (reply.ok) return reply.value;
      const { status, code, message, details } = reply.refusal;
      throw new RequestError(status, code, message, details);
    };
  const all = <T>(of: keyof HeavyWork, acts: readonly (keyof T & string)[]) =>
    Object.fromEntries(acts.map((act) => [act, call(of, act)])) as unknown as T;
  return { songs: all<SongWork>('songs', SONG_ACTS), copies: all<CopyWork>('copies', COPY_ACTS), end: () => pool.destroy() };
}

/** The method names of each interface, complete. */
const actsOf = <T>(acts: Readonly<Record<keyof T & string, true>>) => Object.keys(acts) as (keyof T & string)[];
const SONG_ACTS = actsOf<SongWork>({
  read: true,
  take: true,
  rename: true,
  refreshCard: true,
  readAt: true,
  copy: true,
  rescue: true,
  sendOut: true,
  bringIn: true,
  forget: true,
});
const COPY_ACTS = actsOf<CopyWork>({ make: true, count: true, look: true, bring: true, bringBelongings: true, pack: true });

async function run(pool: Piscina, task: HeavyTask): Promise<HeavyReply> {
  try {
    const transferList = task.args.flatMap(ownBuffer);
    return (await pool.run(task, { signal: AbortSignal.timeout(LONGEST_MS), transferList })) as HeavyReply;
  } catch (error) {
    const { name, code, message } = error as { name?: string; code?: string; message?: string };
    if (message?.includes('queue')) throw new RequestError(503, 'busy', BUSY);
    if (name === 'AbortError' || code === 'ERR_WORKER_OUT_OF_MEMORY') throw new RequestError(413, 'tooMuch', TOO_MUCH);
    throw error;
  }
}

/** The memory of bytes that share it with nothing else: it changes hands instead of being copied. */
function ownBuffer(value: unknown): ArrayBuffer[] {
  const isOwn = value instanceof Uint8Array && value.byteLength === value.buffer.byteLength;
  return isOwn ? [value.buffer as ArrayBuffer] : [];
}
