import { modulo, rowLength } from '@yibbo/core';
import { useEffect, useRef } from 'react';
import type { OpenPart } from '../../../state/session/selectors';
import { usePlayhead } from '../../playback/usePlayback';
import { cellAtTick } from './step-cells';
import type { CellsByRow } from './useCellSurface';

/** The current row is never out of sight: not when another is taken, nor when a trial takes room from the grid. */
export function useRowInView(container: { current: HTMLElement | null }, pitch: number | undefined): void {
  useEffect(() => {
    const element = container.current;
    if (!element) return undefined;
    const show = () => element.querySelector(`[data-row="${pitch}"]`)?.scrollIntoView({ block: 'nearest' });
    const observer = new ResizeObserver(show);
    observer.observe(element);
    return () => observer.disconnect();
  }, [container, pitch]);
}

/** Lights the cell of each row that is being heard, without React. Rows of unequal lengths are each where they are. */
export function useStepLight(container: { current: HTMLElement | null }, { pattern }: OpenPart, cells: CellsByRow): void {
  const lit = useRef('');
  usePlayhead((tick) => {
    const now = [...cells].map(([pitch, mine]) =>
      tick === null ? -1 : (cellAtTick(mine, modulo(tick, rowLength(pattern, pitch)))?.index ?? -1),
    );
    if (now.join() === lit.current) return;
    lit.current = now.join();
    const byPitch = new Map([...cells.keys()].map((pitch, row) => [pitch, now[row]]));
    for (const element of container.current?.querySelectorAll<HTMLElement>('[data-step]') ?? []) {
      element.style.outline = byPitch.get(Number(element.dataset.pitch)) === Number(element.dataset.step) ? '3px solid var(--head)' : '';
    }
  });
}
