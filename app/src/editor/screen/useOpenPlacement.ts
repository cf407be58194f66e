import type { Id } from '@yibbo/core';
import { useRouter } from 'expo-router';
import { placementOpened } from '../../state/session/session';
import { useAppDispatch, useAppSelector } from '../../state/store';
import { patternAddress } from '../../state/addresses';

/** Opens a placement's pattern. */
export function useOpenPlacement(): (placementId: Id) => void {
  const router = useRouter();
  const dispatch = useAppDispatch();
  const songId = useAppSelector((state) => state.song.document?.song.id);
  return (placementId) => {
    if (!songId) return;
    dispatch(placementOpened(placementId));
    router.navigate(patternAddress(songId, placementId));
  };
}
