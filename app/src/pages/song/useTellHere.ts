import type { Here } from '@yibbo/core';
import { useEffect, useRef } from 'react';
import { useEffects } from '../../state/effects';
import { selectHereInPart, selectHereOnPage } from '../../state/session/others';
import { useIsInPart } from '../../editor/screen/useFollowOther';
import { useAppSelector } from '../../state/store';

/** Least time between two tellings of where this window is, in milliseconds. */
const APART_MS = 400;

/** Tells the other windows of the song where this one is: once when it comes, then as long as another is there. */
export function useTellHere(songId: string): void {
  const { server, windowId } = useEffects();
  const isInPart = useIsInPart();
  const here = useAppSelector(isInPart ? selectHereInPart : selectHereOnPage);
  const lines = useAppSelector(({ others }) => others.lines);
  const isAlone = useAppSelector(({ others }) => Object.keys(others.here).length === 0);
  const told = useRef<{ readonly here: Here; readonly lines: number } | null>(null);
  const toldAt = useRef(0);
  useEffect(() => {
    if (!here || lines === 0) return undefined;
    const isNewLine = told.current?.lines !== lines;
    if (!isNewLine && (isAlone || told.current?.here === here)) return undefined;
    const timer = setTimeout(
      () => {
        told.current = { here, lines };
        toldAt.current = performance.now();
        // Who is where is news of the moment: what does not arrive is not sent again.
        server.tellHere(songId, windowId, here).catch(() => undefined);
      },
      Math.max(0, toldAt.current + APART_MS - performance.now()),
    );
    return () => clearTimeout(timer);
  }, [here, lines, isAlone, server, songId, windowId]);
}
