import type { SongQueries } from '../database/songs';

/** Codes that were tried from one address and were none. */
export interface WrongCodes {
  readonly address: string;
  readonly count: number;
  /** When the last one was, in milliseconds since 1970. */
  readonly at: number;
}

const KEY = 'wrong codes';
const ADDRESSES_KEPT = 20;
/** Whoever tries may not make the disk busy. */
const KEPT_EVERY_MS = 10_000;
const MOST_SLIPS = 4;

/** Who tried wrong codes, kept until whoever is in has seen it. */
export class WrongCodeBook {
  private readonly tries = new Map<string, WrongCodes>();
  private later: NodeJS.Timeout | null = null;

  constructor(
    private readonly queries: SongQueries,
    private readonly now: () => number,
  ) {}

  async open(): Promise<this> {
    const kept = await this.queries.setting(KEY).catch(() => null);
    for (const each of kept === null ? [] : (JSON.parse(kept) as WrongCodes[])) this.tries.set(each.address, each);
    return this;
  }

  /** Those who tried, the last one first. */
  list(): readonly WrongCodes[] {
    return [...this.tries.values()].reverse();
  }

  async note(address: string): Promise<void> {
    const count = (this.tries.get(address)?.count ?? 0) + 1;
    this.tries.delete(address);
    this.tries.set(address, { address, count, at: this.now() });
    for (const oldest of [...this.tries.keys()].slice(0, -ADDRESSES_KEPT)) this.tries.delete(oldest);
    if (count === 1) await this.keep();
    // The count of whoever goes on trying is kept now and then.
    else this.later ??= setTimeout(() => void this.keep(), KEPT_EVERY_MS).unref();
  }

  /** Someone at this address has found the right one: a few wrong ones before it were slips. Many were not. */
  async forgetSlips(address: string): Promise<void> {
    if ((this.tries.get(address)?.count ?? Infinity) > MOST_SLIPS) return;
    this.tries.delete(address);
    await this.keep();
  }

  async seen(): Promise<void> {
    this.tries.clear();
    await this.keep();
  }

  private async keep(): Promise<void> {
    if (this.later) clearTimeout(this.later);
    this.later = null;
    const value = this.tries.size ? JSON.stringify([...this.tries.values()]) : null;
    await this.queries.setSetting(KEY, value).catch(() => undefined);
  }
}
