import { useEffect, type RefObject } from 'react';
import { useEffects } from '../../effects';
import type { PageLayout } from './layout';

/** Lets what is done elsewhere find and show a place on the page. */
export function usePageOnScreen(page: RefObject<HTMLElement | null>, { rows }: PageLayout): void {
  const effects = useEffects();
  useEffect(() => {
    const rowOf = (tick: number) => {
      const at = rows.findIndex(({ start, end }) => tick >= start && tick < end);
      return page.current?.querySelector<HTMLElement>(`[data-page-row="${at < 0 ? rows.length - 1 : at}"]`) ?? null;
    };
    return effects.page.show({
      isInView: (tick) => {
        const [row, frame] = [rowOf(tick)?.getBoundingClientRect(), page.current?.getBoundingClientRect()];
        return (
          row !== undefined && frame !== undefined && row.top < frame.bottom - row.height / 2 && row.bottom > frame.top + row.height / 2
        );
      },
      reveal: (tick) => rowOf(tick)?.scrollIntoView({ block: 'center' }),
    });
  }, [effects, page, rows]);
}
