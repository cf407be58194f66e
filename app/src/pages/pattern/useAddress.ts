import type { Id } from '@yibbo/core';
import { useRouter } from 'expo-router';
import { useEffect, useRef } from 'react';
import { patternViewSet } from '../../state/preferences/pattern-views';
import { selectPart } from '../../state/session/selectors';
import { placementOpened } from '../../state/session/session';
import { songAddress } from '../../state/addresses';
import { useAppDispatch, useAppSelector } from '../../state/store';

/** Keeps the address and what is open the same: an address that is given opens its placement at its bar, and what is opened or scrolled to
 *  here shows in the address, so that a reload, a step back and a link lead to the very same place. */
export function useAddress(placementId: Id, bar: number | null): void {
  const dispatch = useAppDispatch();
  const router = useRouter();
  const songId = useAppSelector((state) => state.song.document?.song.id);
  const part = useAppSelector(selectPart);
  const shownId = part?.placement.id ?? null;
  const shownBar = part?.view.bar ?? 0;
  /** The address that was last seen, and the one that was last asked for from here: it takes a moment until that is seen. */
  const seen = useRef<string | null>(null);
  const asked = useRef<string | null>(null);
  const patternId = useAppSelector((state) => state.song.document?.placements.find(({ id }) => id === placementId)?.patternId);
  useEffect(() => {
    if (!songId) return;
    // Deleted, or never there: the song's own address says where to go.
    if (!patternId) return router.replace(songAddress(songId));
    const given = `${placementId} ${bar ?? 1}`;
    const isNew = given !== seen.current;
    seen.current = given;
    if (isNew && given !== asked.current) {
      asked.current = null;
      dispatch(placementOpened(placementId));
      if (bar !== null && bar >= 1) dispatch(patternViewSet({ patternId, view: { bar: Math.floor(bar) - 1 } }));
      return;
    }
    const shown = `${shownId} ${shownBar + 1}`;
    if (shown === given || shown === asked.current) return;
    asked.current = shown;
    if (shownId === null) return router.replace(songAddress(songId));
    // The same screen goes on: replacing the address would begin another, in the middle of what is being done.
    router.setParams({ placementId: shownId, bar: shownBar > 0 ? String(shownBar + 1) : undefined });
  }, [songId, placementId, bar, patternId, shownId, shownBar, dispatch, router]);
}
