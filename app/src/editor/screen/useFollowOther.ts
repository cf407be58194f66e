import { findById } from '@yibbo/core';
import { useGlobalSearchParams, usePathname, useRouter } from 'expo-router';
import { useEffect } from 'react';
import { patternAddress, songAddress } from '../../state/addresses';
import { useEffects } from '../../state/effects';
import { useAppSelector } from '../../state/store';

/** Whether a part is open on screen: by itself, or on the song page. */
export function useIsInPart(): boolean {
  const { here } = useGlobalSearchParams<{ here?: string }>();
  return usePathname().includes('/pattern/') || here !== undefined;
}

/** Goes along with the window that is followed: opens the part it has open, and shows the bar it is at. */
export function useFollowOther(songId: string): void {
  const router = useRouter();
  const { grid, page } = useEffects();
  const here = useAppSelector(({ others }) => (others.followed === null ? undefined : others.here[others.followed]));
  const isInPart = useIsInPart();
  const openId = useAppSelector(({ session }) => session.placementId);
  const ownId = isInPart ? openId : null;
  const placements = useAppSelector(({ song }) => song.document?.placements);
  const notes = useAppSelector(({ song }) => song.document?.notes);
  const theirs = findById(placements ?? [], here?.placementId ?? undefined);
  const isFollowing = here !== undefined;
  const goesTo = here?.placementId ?? null;
  useEffect(() => {
    if (!isFollowing || goesTo === ownId) return;
    if (goesTo === null) router.navigate(songAddress(songId));
    else if (theirs) router.navigate(patternAddress(songId, goesTo));
    // Only where the other goes is followed: one may look elsewhere meanwhile, until the other moves on.
  }, [isFollowing, goesTo]); // eslint-disable-line react-hooks/exhaustive-deps
  const at = here?.start ?? null;
  useEffect(() => {
    if (at === null) return;
    const note = theirs && findById(notes?.[theirs.patternId] ?? [], here?.noteIds[0]);
    if (note && theirs.id === ownId) grid.reveal(note.start, note.pitch);
    else if (!page.isInView(at)) page.reveal(at);
  }, [at]); // eslint-disable-line react-hooks/exhaustive-deps -- as above
}
