import type { SongQueries } from '../database/songs';

const KEY = 'notice';

/** Things people must be told once, kept until they have seen them. */
export class Notices {
  /** Where they cannot be kept, they are at least said while the server runs. */
  private unkept: string | null = null;

  constructor(private readonly queries: SongQueries) {}

  /** Says this too, once however often it comes. */
  async add(words: string): Promise<void> {
    const before = await this.read();
    if (before?.includes(words)) return;
    this.unkept = before ? `${before} ${words}` : words;
    await this.queries.setSetting(KEY, this.unkept).catch(() => undefined);
  }

  async read(): Promise<string | null> {
    return this.unkept ?? (await this.queries.setting(KEY).catch(() => null));
  }

  async seen(): Promise<void> {
    this.unkept = null;
    await this.queries.setSetting(KEY, null);
  }
}
