import type { SongQueries } from '../database/songs';

const KEY = 'notice';

/** Something people must be told once, kept until they have seen it. */
export class Notices {
  /** Where it cannot be kept, it is at least said while the server runs. */
  private unkept: string | null = null;

  constructor(private readonly queries: SongQueries) {}

  async add(words: string): Promise<void> {
    this.unkept = words;
    await this.queries.setSetting(KEY, words).catch(() => undefined);
  }

  async read(): Promise<string | null> {
    return this.unkept ?? (await this.queries.setting(KEY).catch(() => null));
  }

  async seen(): Promise<void> {
    this.unkept = null;
    await this.queries.setSetting(KEY, null);
  }
}
