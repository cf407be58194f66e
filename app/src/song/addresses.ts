import type { Id } from '@yibbo/core';

/** Where a song lives. */
export function songAddress(songId: Id) {
  return { pathname: '/song/[songId]', params: { songId } } as const;
}

/** Where the pattern of one placement is edited. */
export function patternAddress(songId: Id, placementId: Id) {
  return { pathname: '/song/[songId]/pattern/[placementId]', params: { songId, placementId } } as const;
}
