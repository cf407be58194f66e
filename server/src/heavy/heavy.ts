import { move, transferableSymbol, valueSymbol, workerData } from 'piscina';
import { databaseRefusal } from '../database/failures';
import { connect } from '../database/open';
import { RequestError, type Refusal } from '../errors';
import { Copies, type CopyWork } from '../keeping/copy-work';
import { makeKeeper } from '../songs/make-keeper';
import type { SongWork } from '../songs/work';

/** Start data of the thread for large work. */
export interface HeavyData {
  readonly folder: string;
}

/** All that can be done there. */
export interface HeavyWork {
  readonly songs: SongWork;
  readonly copies: CopyWork;
}

export interface HeavyTask {
  readonly of: keyof HeavyWork;
  readonly act: string;
  readonly args: readonly unknown[];
}

export type HeavyReply = { readonly ok: true; readonly value: unknown } | { readonly ok: false; readonly refusal: Refusal };

/** Begun with the first piece of work: the database may not be there before. */
let workers: HeavyWork | null = null;

function begun(): HeavyWork {
  const { folder } = workerData as HeavyData;
  const database = connect(folder);
  return { songs: makeKeeper(database), copies: new Copies(folder, database) };
}

/** The thread that large work runs in: the same keeper as in the main thread, on a connection of its own. Gives a HeavyReply. */
export default async function work({ of, act, args }: HeavyTask): Promise<unknown> {
  try {
    workers ??= begun();
    const worker = workers[of] as unknown as Readonly<Record<string, (...given: readonly unknown[]) => Promise<unknown>>>;
    const value = await worker[act]!(...args);
    const reply: HeavyReply = { ok: true, value };
    return value instanceof Uint8Array && value.byteLength === value.buffer.byteLength ? handedOver(reply, value) : reply;
  } catch (error) {
    const refusal = error instanceof RequestError ? error : databaseRefusal(error);
    // Only errors of the language's own kind come through to the other thread with their words.
    if (!refusal) throw new Error(String((error as Error).message), { cause: error });
    const { status, code, message, details } = refusal;
    return { ok: false, refusal: { status, code, message, details } };
  }
}

/** A reply whose bytes change hands instead of being copied. */
function handedOver(reply: HeavyReply, { buffer }: Uint8Array): unknown {
  return move({ [transferableSymbol]: buffer, [valueSymbol]: reply } as never);
}
