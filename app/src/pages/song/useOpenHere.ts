import type { Id } from '@yibbo/core';
import { useRouter } from 'expo-router';
import { placementsSelected, sheetSet } from '../../state/session/session';
import { settleTrial } from '../../acts/trial/trial-ends';
import { useAppDispatch } from '../../state/store';

/** Opens a placement's pattern on the song page, beside the other tracks; null closes it. Its place is in the address, so that a reload leads
 *  there. */
export function useOpenHere(): (placementId: Id | null) => void {
  const router = useRouter();
  const dispatch = useAppDispatch();
  return (placementId) => {
    dispatch(settleTrial());
    dispatch(sheetSet(null));
    dispatch(placementsSelected([]));
    router.setParams({ here: placementId ?? undefined });
  };
}
