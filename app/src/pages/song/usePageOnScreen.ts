import type { Id } from '@yibbo/core';
import { useEffect, useLayoutEffect, useRef, type RefObject } from 'react';
import { useEffects } from '../../state/effects';
import { useAppSelector } from '../../state/store';
import { flushSync } from 'react-dom';
import type { Folds } from './useFolds';

/** Lets what is done elsewhere find and show a place on the page; what is folded there unfolds. */
export function usePageOnScreen(page: RefObject<HTMLElement | null>, { layout: { rows }, fold }: Folds): void {
  const effects = useEffects();
  useEffect(() => {
    const rowElement = (tick: number) => {
      const elements = [...(page.current?.querySelectorAll<HTMLElement>('[data-row-start]') ?? [])];
      return elements.findLast(({ dataset }) => Number(dataset.rowStart) <= tick);
    };
    return effects.page.show({
      isInView: (tick) => {
        const [row, frame] = [rowElement(tick)?.getBoundingClientRect(), page.current?.getBoundingClientRect()];
        return (
          row !== undefined && frame !== undefined && row.top < frame.bottom - row.height / 2 && row.bottom > frame.top + row.height / 2
        );
      },
      reveal: (tick) => {
        const row = rows.find(({ start, end }) => tick >= start && tick < end) ?? rows.at(-1);
        if (row?.isFolded) flushSync(() => fold(row, false));
        rowElement(tick)?.scrollIntoView({ block: 'center' });
      },
    });
  }, [effects, page, rows, fold]);
}

/** Keeps the last selection in view when its tools take room from the page. */
export function useSelectedInView(page: RefObject<HTMLElement | null>, height: number): void {
  const last = useAppSelector((state) => state.session.placementIds.at(-1));
  useLayoutEffect(() => {
    const element = last === undefined ? null : page.current?.querySelector<HTMLElement>(`[data-placement="${last}"]`);
    element?.scrollIntoView({ block: 'nearest' });
  }, [page, last, height]);
}

/** The page comes back to where it was left, with the placement in view that was opened from it. Until it has been scrolled there, it is not there. */
export function usePagePlace(page: RefObject<HTMLElement | null>, songId: Id, isLaidOut: boolean): void {
  const { page: onScreen } = useEffects();
  const placementId = useAppSelector((state) => state.session.placementId);
  const opened = useRef(placementId);
  useLayoutEffect(() => {
    const element = page.current;
    if (!element || !isLaidOut) return undefined;
    element.scrollTo({ top: onScreen.leftAt(songId) });
    const placement = opened.current && element.querySelector<HTMLElement>(`[data-placement="${opened.current}"]`);
    if (placement) placement.scrollIntoView({ block: 'nearest' });
    const onScroll = () => onScreen.leave(songId, element.scrollTop);
    element.addEventListener('scroll', onScroll, { passive: true });
    return () => element.removeEventListener('scroll', onScroll);
  }, [page, songId, isLaidOut, onScreen]);
}
