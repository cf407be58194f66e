import { LANE, RULER, type PageLayout, type PageRow } from './layout';

/** How far from its end a placement of a width is taken hold of by it, in pixels; of a short one a third. */
export function endReach(width: number): number {
  return Math.min(22, width / 3);
}

/** Where a point of the page is in the song: its tick, and the track by its place among them (-1 on the ruler, and where a line is folded). */
export interface PagePlace {
  readonly tick: number;
  readonly track: number;
  /** Whether it is on the chip of a section, which stands for where that begins. */
  readonly isChip?: boolean;
}

/** The place that a section's chip stands for, where a point is on one. */
export function chipAt(x: number, y: number): PagePlace | null {
  const chip = document.elementFromPoint(x, y)?.closest<HTMLElement>('[data-section-chip]');
  return chip ? { tick: Number(chip.dataset.sectionChip), track: -1, isChip: true } : null;
}

/** The place of a point, by the row under it; the nearest row where there is none, so that a drag may go beyond the edges. */
export function placeAt(page: HTMLElement, layout: PageLayout, x: number, y: number): PagePlace | null {
  const rows = [...page.querySelectorAll<HTMLElement>('[data-page-row]')];
  let best: { row: PageRow; box: DOMRect; away: number } | null = null;
  for (const element of rows) {
    const box = element.getBoundingClientRect();
    const away = y < box.top ? box.top - y : y > box.bottom ? y - box.bottom : 0;
    const row = layout.rows[Number(element.dataset.pageRow)];
    if (row && (best === null || away < best.away)) best = { row, box, away };
  }
  if (!best) return null;
  const { row, box } = best;
  const tick = row.start + (x - box.left) / row.pixelsPerTick;
  const track = row.isFolded ? -1 : Math.floor((y - box.top - RULER) / LANE);
  return { tick: Math.max(row.start, Math.min(row.end, tick)), track };
}
