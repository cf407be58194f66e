import { useMemo, useRef } from 'react';
import { clamp, type Note, type Point, type Target } from '@yibbo/core';
import type { GridSurface } from '../gesture/surface';
import { notesInCell, type StepCell } from './step-cells';

/** The cells of each row of the bar on show, by pitch. */
export type CellsByRow = ReadonlyMap<number, readonly StepCell[]>;

/** Where a press began, so that a drag counts from there however it wanders over other cells. */
interface Anchor {
  readonly tick: number;
  readonly pitch: number;
  readonly x: number;
  readonly ticksPerPixel: number;
  /** How far a drag may count from there: to the edges of the bar that is shown. */
  readonly least: number;
  readonly most: number;
}

/** The cell at a point of the page, by its place in its row. */
export function cellAt({ x, y }: Point): { index: number; pitch: number; stride: number } | null {
  const element = document.elementFromPoint(x, y)?.closest<HTMLElement>('[data-cell]');
  return element ? { index: Number(element.dataset.cell), pitch: Number(element.dataset.pitch), stride: strideOf(element) } : null;
}

/** How far apart cells stand, in pixels: there is a little room between them. */
function strideOf(cell: HTMLElement): number {
  const [next, last] = [cell.nextElementSibling, cell.previousElementSibling] as (HTMLElement | null)[];
  if (next) return next.offsetLeft - cell.offsetLeft;
  return last ? cell.offsetLeft - last.offsetLeft : cell.offsetWidth;
}

export function targetIn(notes: readonly Note[], pitch: number, cell: StepCell): Target {
  const hit = notesInCell(notes, pitch, cell)[0];
  return hit ? { kind: 'note', noteId: hit.id, part: 'hit', tick: hit.start } : { kind: 'empty' };
}

/** The cells as a surface for gestures. Each finger counts from the cell it went down on. */
export function useCellSurface(notes: readonly Note[], cells: CellsByRow): GridSurface {
  const anchors = useRef(new Map<number, Anchor>());
  return useMemo(
    () => ({
      begin: (point, fingerId) => {
        const at = cellAt(point);
        const row = at && cells.get(at.pitch);
        const cell = at && row?.[at.index];
        if (!at || !row || !cell) return;
        const ticksPerPixel = (cell.end - cell.start) / at.stride;
        const least = cell.source - (cell.start - row[0]!.start);
        const most = cell.source + (row.at(-1)!.end - 1 - cell.start);
        anchors.current.set(fingerId, { tick: cell.source, pitch: at.pitch, x: point.x, ticksPerPixel, least, most });
      },
      placeAt: ({ x, y }, fingerId) => {
        const anchor = fingerId === undefined ? undefined : anchors.current.get(fingerId);
        if (anchor) {
          const tick = anchor.tick + (x - anchor.x) * anchor.ticksPerPixel;
          return { tick: Math.max(0, clamp(tick, anchor.least, anchor.most)), pitch: anchor.pitch };
        }
        const at = cellAt({ x, y });
        return { tick: (at && cells.get(at.pitch)?.[at.index]?.source) ?? 0, pitch: at?.pitch ?? 60 };
      },
      targetAt: (point) => {
        const at = cellAt(point);
        const cell = at && cells.get(at.pitch)?.[at.index];
        return at && cell ? targetIn(notes, at.pitch, cell) : { kind: 'empty' };
      },
      view: null,
    }),
    [notes, cells],
  );
}
