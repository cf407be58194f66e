import { clamp, TICKS_PER_QUARTER } from '@yibbo/core';
import { useCallback, useSyncExternalStore } from 'react';
import type { ShownRange, NotePlace } from '../../../state/on-screen/grid';

/** How far a drawing may be stretched before it is redrawn, and the delay in ms after the last zoom until it is in any case. */
const MOST_STRETCH = 1.5;
const ZOOM_REST_MS = 140;
/** Left free at the right of what is shown, in pixels. */
export const SHOW_MARGIN = 8;
const LEAST_ROW = 8;
const MOST_ROW = 64;

/** How many notes lie out of sight on each side. */
export interface OutOfSight {
  readonly before: number;
  readonly after: number;
  readonly above: number;
  readonly below: number;
}

/** How much of the pattern is in view. Scrolling and zooming change it many times a second, so it lives outside React: layers
 *  follow it by transform and are drawn anew only when their window of notes runs out. */
export class Viewport {
  pixelsPerTick = 64 / TICKS_PER_QUARTER;
  rowPixels = 26;
  scrollX = 0;
  scrollY = 0;
  width = 0;
  height = 0;
  /** Whether the zoom is a person's own, not the one the pattern was first shown at. */
  hasOwnZoom = false;
  private listeners = new Set<() => void>();
  private lastWindow: GridWindow | null = null;
  private isZooming = false;
  private zoomTimer: ReturnType<typeof setTimeout> | null = null;

  /** `contentTicks` and `rowCount` say how far it may scroll. */
  constructor(
    private contentTicks: number,
    private rowCount: number,
  ) {}

  subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  };

  /** Takes another size. What is at the top stays there: no row moves because something comes or goes below. */
  resize(width: number, height: number): void {
    this.width = width;
    this.height = height;
    this.settle();
  }

  setContent(contentTicks: number, rowCount: number): void {
    if (contentTicks === this.contentTicks && rowCount === this.rowCount) return;
    this.contentTicks = contentTicks;
    this.rowCount = rowCount;
    this.settle();
  }

  scrollBy(x: number, y: number): void {
    this.scrollX += x;
    this.scrollY += y;
    this.settle();
  }

  /** Zooms time and rows by factors, keeping the point at (x, y) under the fingers. */
  zoomBy(timeFactor: number, rowFactor: number, x: number, y: number): void {
    this.hasOwnZoom = true;
    const tick = (this.scrollX + x) / this.pixelsPerTick;
    const row = (this.scrollY + y) / this.rowPixels;
    this.pixelsPerTick = clamp(this.pixelsPerTick * timeFactor, 2 / TICKS_PER_QUARTER, 1600 / TICKS_PER_QUARTER);
    this.rowPixels = clamp(this.rowPixels * rowFactor, LEAST_ROW, MOST_ROW);
    this.scrollX = tick * this.pixelsPerTick - x;
    this.scrollY = row * this.rowPixels - y;
    this.isZooming = true;
    if (this.zoomTimer) clearTimeout(this.zoomTimer);
    this.zoomTimer = setTimeout(() => {
      this.isZooming = false;
      this.settle();
    }, ZOOM_REST_MS);
    this.settle();
  }

  /** Shows [fromTick, toTick) across the whole width and puts `middleRow` half way down. */
  show(fromTick: number, toTick: number, middleRow: number): void {
    if (this.width > 0 && toTick > fromTick)
      this.pixelsPerTick = clamp((this.width - SHOW_MARGIN) / (toTick - fromTick), 2 / TICKS_PER_QUARTER, 1600 / TICKS_PER_QUARTER);
    this.scrollX = fromTick * this.pixelsPerTick;
    this.middle(middleRow);
  }

  /** Puts `middleRow` half way down. */
  middle(middleRow: number): void {
    this.scrollY = (middleRow + 0.5) * this.rowPixels - this.height / 2;
    this.settle();
  }

  /** Brings a whole range of time and rows into view, rows no larger than they were. */
  fit({ fromTick, toTick, fromRow, toRow }: ShownRange): void {
    if (this.height === 0) return;
    this.hasOwnZoom = true;
    this.rowPixels = clamp(Math.min(this.rowPixels, this.height / Math.max(1, toRow - fromRow)), LEAST_ROW, MOST_ROW);
    this.show(fromTick, toTick, (fromRow + toRow - 1) / 2);
  }

  /** Rows of this height from now on, in pixels. */
  setRowPixels(rowPixels: number): void {
    this.rowPixels = rowPixels;
    this.settle();
  }

  /** Scrolls just far enough that a place is in view. */
  reveal(tick: number, row: number): void {
    const x = tick * this.pixelsPerTick;
    const y = row * this.rowPixels;
    this.scrollX = clamp(this.scrollX, x + 40 - this.width, x - 8);
    this.scrollY = clamp(this.scrollY, y + this.rowPixels - this.height, y);
    this.settle();
  }

  /** Whether any of a note is in view, in the whole height of its row. */
  shows(startTick: number, lengthTicks: number, row: number): boolean {
    const left = startTick * this.pixelsPerTick - this.scrollX;
    const top = row * this.rowPixels - this.scrollY;
    return left < this.width && left + lengthTicks * this.pixelsPerTick > 0 && top >= 0 && top + this.rowPixels <= this.height;
  }

  /** Notes out of sight, each counted once: on the side in time if it lies there, else above or below. */
  outOfSight(places: readonly NotePlace[]): OutOfSight {
    const [left, right] = [this.scrollX / this.pixelsPerTick, (this.scrollX + this.width) / this.pixelsPerTick];
    const [top, bottom] = [this.scrollY / this.rowPixels, (this.scrollY + this.height) / this.rowPixels];
    const counts = { before: 0, after: 0, above: 0, below: 0 };
    for (const { start, length, row } of places) {
      if (start + length <= left) counts.before++;
      else if (start >= right) counts.after++;
      else if (row + 1 <= top) counts.above++;
      else if (row >= bottom) counts.below++;
    }
    return counts;
  }

  /** Brings the nearest of the places out of sight to the middle; goes nowhere where all are in view. */
  jump(places: readonly NotePlace[]): void {
    const middleX = this.scrollX + this.width / 2;
    const middleY = this.scrollY + this.height / 2;
    let best: NotePlace | null = null;
    let least = Infinity;
    for (const place of places) {
      if (this.shows(place.start, place.length, place.row)) continue;
      const away = Math.hypot(place.start * this.pixelsPerTick - middleX, (place.row + 0.5) * this.rowPixels - middleY);
      if (away < least) [best, least] = [place, away];
    }
    if (!best) return;
    this.scrollX = best.start * this.pixelsPerTick - this.width / 2;
    this.scrollY = (best.row + 0.5) * this.rowPixels - this.height / 2;
    this.settle();
  }

  private settle(): void {
    this.scrollX = clamp(this.scrollX, 0, Math.max(0, this.contentTicks * this.pixelsPerTick - this.width / 2));
    this.scrollY = clamp(this.scrollY, 0, Math.max(0, this.rowCount * this.rowPixels - this.height));
    for (const listener of this.listeners) listener();
  }

  /** The part to draw: what is in view and some more around it, in steps, so that it changes seldom while scrolling. While zooming it
   *  stays what it was, stretched, until the zoom rests or has gone too far. */
  window = (): GridWindow => {
    const last = this.lastWindow;
    if (last && this.isZooming && this.isNear(last)) return last;
    const blockX = Math.max(160, this.width / 4);
    const blockY = Math.max(160, this.height / 4);
    const left = (Math.floor(this.scrollX / blockX) - 1) * blockX;
    const top = (Math.floor(this.scrollY / blockY) - 1) * blockY;
    const next: GridWindow = {
      fromTick: Math.max(0, Math.floor(left / this.pixelsPerTick)),
      toTick: Math.ceil((left + this.width + 3 * blockX) / this.pixelsPerTick),
      fromRow: Math.max(0, Math.floor(top / this.rowPixels)),
      toRow: Math.min(this.rowCount, Math.ceil((top + this.height + 3 * blockY) / this.rowPixels)),
      pixelsPerTick: this.pixelsPerTick,
      rowPixels: this.rowPixels,
    };
    const isSame = last && (Object.keys(next) as (keyof GridWindow)[]).every((key) => last[key] === next[key]);
    if (!isSame) this.lastWindow = next;
    return this.lastWindow!;
  };

  /** Whether a drawn window still covers the view, and at a scale that may be stretched to today's. */
  private isNear({ fromTick, toTick, fromRow, toRow, pixelsPerTick, rowPixels }: GridWindow): boolean {
    const stretches = [this.pixelsPerTick / pixelsPerTick, this.rowPixels / rowPixels];
    const right = (this.scrollX + this.width) / this.pixelsPerTick;
    const bottom = Math.min(this.rowCount, (this.scrollY + this.height) / this.rowPixels);
    return (
      stretches.every((stretch) => stretch > 1 / MOST_STRETCH && stretch < MOST_STRETCH) &&
      fromTick <= this.scrollX / this.pixelsPerTick &&
      toTick >= right &&
      fromRow <= this.scrollY / this.rowPixels &&
      toRow >= bottom
    );
  }
}

/** A part of the grid to draw, and its scale. */
export interface GridWindow {
  readonly fromTick: number;
  readonly toTick: number;
  readonly fromRow: number;
  readonly toRow: number;
  readonly pixelsPerTick: number;
  readonly rowPixels: number;
}

export function useGridWindow(viewport: Viewport): GridWindow {
  return useSyncExternalStore(viewport.subscribe, viewport.window, viewport.window);
}

/** A ref for an element drawn from the window's corner, which then follows scrolling by transform alone. */
export function useFollow(viewport: Viewport, window: GridWindow, axes: 'both' | 'x' | 'y' = 'both') {
  return useCallback(
    (element: HTMLElement | null) => {
      if (!element) return undefined;
      const follow = () => {
        const x = axes === 'y' ? 0 : window.fromTick * viewport.pixelsPerTick - viewport.scrollX;
        const y = axes === 'x' ? 0 : window.fromRow * viewport.rowPixels - viewport.scrollY;
        const across = axes === 'y' ? 1 : viewport.pixelsPerTick / window.pixelsPerTick;
        const down = axes === 'x' ? 1 : viewport.rowPixels / window.rowPixels;
        element.style.transformOrigin = '0 0';
        element.style.transform = `translate(${x}px, ${y}px)${across === 1 && down === 1 ? '' : ` scale(${across}, ${down})`}`;
      };
      // A layer of its own: scrolling moves it without painting it again.
      element.style.willChange = 'transform';
      follow();
      return viewport.subscribe(follow);
    },
    [viewport, window, axes],
  );
}
