import type { Id } from '@yibbo/core';

/** Where a song lives. */
export function songAddress(songId: Id) {
  return { pathname: '/song/[songId]', params: { songId } } as const;
}

/** Where the pattern of one placement is edited, from a bar on, counted from 0. */
export function patternAddress(songId: Id, placementId: Id, bar = 0) {
  const shown = bar > 0 ? { bar: String(bar + 1) } : {};
  return { pathname: '/song/[songId]/pattern/[placementId]', params: { songId, placementId, ...shown } } as const;
}
