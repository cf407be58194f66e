import type { Id } from '@yibbo/core';
import { usePathname, useRouter } from 'expo-router';
import { showPlacement } from '../../acts/pattern/tracks';
import { useAppDispatch, useAppSelector } from '../../state/store';
import { patternAddress } from '../../state/addresses';

/** Opens a placement's pattern. */
export function useOpenPlacement(): (placementId: Id) => void {
  const router = useRouter();
  // The screen that is there shows the other part, and its address follows.
  const isOnPattern = usePathname().includes('/pattern/');
  const dispatch = useAppDispatch();
  const songId = useAppSelector((state) => state.song.document?.song.id);
  return (placementId) => {
    if (!songId) return;
    dispatch(showPlacement(placementId));
    if (!isOnPattern) router.navigate(patternAddress(songId, placementId));
  };
}
