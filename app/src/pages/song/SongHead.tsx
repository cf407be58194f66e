import { useRef, type RefObject } from 'react';
import { useAppSelector } from '../../state/store';
import { useAtWork } from '../../editor/grid/viewport/usePlayInView';
import type { PageLayout } from './layout';
import { useSongHead } from './useSongPlayback';

/** Where the song is: a line over the row that is played, moved before each frame without React. The page goes along with it, unless a hand
 *  is at work. */
export function SongHead({
  page,
  layout,
  rail,
}: {
  readonly page: RefObject<HTMLElement | null>;
  readonly layout: PageLayout;
  readonly rail: number;
}) {
  const ref = useRef<HTMLDivElement>(null);
  const shownRow = useRef(-1);
  const follows = useAppSelector((state) => state.preferences.followsPlay);
  const isAtWork = useAtWork();
  useSongHead((tick) => {
    const element = ref.current;
    if (!element) return;
    const at = tick === null ? -1 : layout.rows.findIndex(({ start, end }) => tick >= start && tick < end);
    const row = page.current?.querySelector<HTMLElement>(`[data-page-row="${at}"]`);
    element.style.display = row ? 'block' : 'none';
    if (!row || tick === null) return;
    const top = row.getBoundingClientRect().top - page.current!.getBoundingClientRect().top + page.current!.scrollTop;
    const { start, pixelsPerTick } = layout.rows[at]!;
    const x = rail + (tick - start) * pixelsPerTick;
    element.style.transform = `translate(${x}px, ${top}px)`;
    element.style.height = `${row.offsetHeight}px`;
    if (at !== shownRow.current && follows && !isAtWork()) row.scrollIntoView({ block: 'nearest' });
    shownRow.current = at;
  });
  return (
    <div
      ref={ref}
      data-testid="song-head"
      style={{
        display: 'none',
        position: 'absolute',
        left: 0,
        top: 0,
        width: 3,
        background: 'var(--head)',
        zIndex: 5,
        pointerEvents: 'none',
      }}
    />
  );
}
