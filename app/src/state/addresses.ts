import type { Id } from '@yibbo/core';

/** Where this browser remembers the song that was opened last. */
export const LAST_SONG_KEY = 'yibbo last song';

/** Where a song lives. `soundId` is what the first track of a new one is to have. */
export function songAddress(songId: Id, soundId?: string) {
  return { pathname: '/song/[songId]', params: { songId, ...(soundId ? { sound: soundId } : {}) } } as const;
}

/** Where the pattern of one placement is edited. */
export function patternAddress(songId: Id, placementId: Id) {
  return { pathname: '/song/[songId]/pattern/[placementId]', params: { songId, placementId } } as const;
}
