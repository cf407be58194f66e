import type { Here, Id } from '@yibbo/core';

/** News of a window: where it is in the song now; null once it is gone. */
export interface HereNews {
  readonly window: Id;
  readonly here: Here | null;
}

/** Windows that tell of themselves in one song at most: more would only fill the memory. */
const MOST_WINDOWS = 50;

/** Where the windows of each song are, as they say it themselves; kept in memory alone, for as long as they listen. */
export class OthersHere {
  private readonly songs = new Map<Id, Map<Id, Here>>();
  private readonly listeners = new Map<Id, Map<Id, (news: HereNews) => void>>();

  /** A window listens to a song: it hears of the others that are there, and from then on of each that moves. Returns what ends that: the others
   *  then hear that it is gone. */
  listen(songId: Id, window: Id, tell: (news: HereNews) => void): () => void {
    const listeners = this.listeners.get(songId) ?? new Map<Id, (news: HereNews) => void>();
    this.listeners.set(songId, listeners.set(window, tell));
    for (const [other, here] of this.songs.get(songId) ?? []) if (other !== window) tell({ window: other, here });
    return () => {
      // The same window may listen anew before its old line has ended.
      if (listeners.get(window) !== tell) return;
      listeners.delete(window);
      if (listeners.size === 0) this.listeners.delete(songId);
      this.set(songId, window, null);
    };
  }

  /** A window says where it is. One that does not listen has no say, for nobody would hear it leave. */
  move(songId: Id, window: Id, here: Here): void {
    if (this.listeners.get(songId)?.has(window)) this.set(songId, window, here);
  }

  private set(songId: Id, window: Id, here: Here | null): void {
    const windows = this.songs.get(songId) ?? new Map<Id, Here>();
    if (here ? windows.size >= MOST_WINDOWS && !windows.has(window) : !windows.has(window)) return;
    if (here) this.songs.set(songId, windows.set(window, here));
    else if (windows.delete(window) && windows.size === 0) this.songs.delete(songId);
    for (const [other, tell] of this.listeners.get(songId) ?? []) if (other !== window) tell({ window, here });
  }
}
