import type { SongQueries } from '../database/songs';
import { dayOf } from './copies';

const KEY = 'days';
const DAYS_KEPT = 400;

/** The days that Yibbo has been running on, each once, in the order they were seen: what an age is counted by beside the clock. A clock that jumps
 *  ahead by a year is one more day here. */
export class RunDays {
  constructor(private readonly queries: SongQueries) {}

  /** Notes that it ran on the day of `now`. */
  async note(now: number): Promise<void> {
    const days = await this.seen();
    const today = dayOf(now);
    if (!days.includes(today)) await this.queries.setSetting(KEY, JSON.stringify([...days, today].slice(-DAYS_KEPT)));
  }

  /** The moment before which all that happened is at least so many days old, by the clock and by the days that were seen; null where
   *  not that many were. */
  async before(now: number, days: number): Promise<number | null> {
    const seen = (await this.seen()).filter((day) => day <= dayOf(now));
    const witness = seen.at(-1 - days);
    return witness === undefined ? null : Math.min(now - days * 24 * 3600 * 1000, Date.parse(witness));
  }

  private async seen(): Promise<readonly string[]> {
    const kept = await this.queries.setting(KEY);
    return kept === null ? [] : (JSON.parse(kept) as string[]);
  }
}
