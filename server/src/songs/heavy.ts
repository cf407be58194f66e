import { move, transferableSymbol, valueSymbol, workerData } from 'piscina';
import { databaseRefusal } from '../database/failures';
import { connect } from '../database/open';
import { RequestError, type Refusal } from '../errors';
import { makeKeeper } from './make-keeper';
import type { SongKeeper } from './keeper';
import type { SongWork } from './work';

/** What the thread for large work is begun with. */
export interface HeavyData {
  readonly folder: string;
}

export interface HeavyTask {
  readonly act: keyof SongWork;
  readonly args: readonly unknown[];
}

export type HeavyReply = { readonly ok: true; readonly value: unknown } | { readonly ok: false; readonly refusal: Refusal };

/** Begun with the first piece of work: the database may not be there before. */
let keeper: SongKeeper | null = null;

/** The thread that large work runs in: the same keeper as in the main thread, on a connection of its own. Gives a HeavyReply. */
export default async function work({ act, args }: HeavyTask): Promise<unknown> {
  try {
    keeper ??= makeKeeper(connect((workerData as HeavyData).folder));
    const run = keeper[act].bind(keeper) as (...given: readonly unknown[]) => Promise<unknown>;
    const value = await run(...args);
    const reply: HeavyReply = { ok: true, value };
    return value instanceof Uint8Array && value.byteLength === value.buffer.byteLength ? handedOver(reply, value) : reply;
  } catch (error) {
    const refusal = error instanceof RequestError ? error : databaseRefusal(error);
    if (!refusal) throw error;
    const { status, code, message, details } = refusal;
    return { ok: false, refusal: { status, code, message, details } };
  }
}

/** A reply whose bytes change hands instead of being copied. */
function handedOver(reply: HeavyReply, { buffer }: Uint8Array): unknown {
  return move({ [transferableSymbol]: buffer, [valueSymbol]: reply } as never);
}
