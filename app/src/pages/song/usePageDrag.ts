import { useEffect, useState, type RefObject } from 'react';
import { edgePush } from '../../editor/grid/gesture/navigation';
import type { PageLayout } from './layout';
import { chipAt, placeAt, type PagePlace } from './page-places';

/** How long a drag rests near an edge before the page goes along, in milliseconds. */
const EDGE_REST_MS = 200;
const HIGH_PIXELS = 200;
/** Distance in px within which a press is no drag. */
const SLOP = 6;

/** The callbacks of a drag over the page. */
export interface PageDragSteps {
  /** It is at a place, `x` from the window's left in pixels; gives what letting go there does, in words. */
  move(place: PagePlace, x: number): string;
  drop(): void;
  /** It was called off: all stays as it was. */
  cancel(): void;
}

/** The label of a drag, beside the pointer. */
export interface ShownDrag {
  readonly words: string;
  /** In the window's pixels. */
  readonly x: number;
  readonly y: number;
  readonly isOverCancel: boolean;
  /** Whether it began high on the page: where it is called off stands at the foot then, out from under the hand, and stays there. */
  readonly isHigh: boolean;
}

export interface PageDrag {
  readonly shown: ShownDrag | null;
  /** Follows a pointer that is down, from where it is, until it is up: over rows, beyond the edges, which the page scrolls at then, and whatever becomes
   *  of what it went down on. Escape, and letting go on the place for it, call it off. */
  readonly begin: (press: DragPress, steps: PageDragSteps) => void;
}

interface DragPress {
  readonly pointerId: number;
  readonly clientX: number;
  readonly clientY: number;
  /** How far to the right of what is dragged it was taken hold of, in pixels. */
  readonly grip?: number;
  /** Whether it is known to be a drag already: else it is one once it has moved. */
  readonly isMoving?: boolean;
}

interface Going {
  readonly pointerId: number;
  readonly steps: PageDragSteps;
  readonly isHigh: boolean;
  readonly grip: number;
  hasMoved: boolean;
  x: number;
  y: number;
  nearEdgeSince: number | null;
  frame: number;
}

/** Drags over the whole page, one at a time. */
export function usePageDrag(page: RefObject<HTMLElement | null>, layout: PageLayout): PageDrag {
  const [shown, setShown] = useState<ShownDrag | null>(null);
  const [driver] = useState(() => new PageDriver(setShown));
  useEffect(() => driver.lieOn(page.current, layout));
  useEffect(() => () => driver.end('cancel'), [driver]);
  return { shown, begin: driver.begin };
}

class PageDriver {
  private page: HTMLElement | null = null;
  private layout: PageLayout | null = null;
  private going: Going | null = null;

  constructor(private readonly show: (shown: ShownDrag | null) => void) {}

  lieOn(page: HTMLElement | null, layout: PageLayout): void {
    this.page = page;
    this.layout = layout;
  }

  readonly begin: PageDrag['begin'] = ({ pointerId, clientX: x, clientY: y, grip = 0, isMoving = false }, steps) => {
    if (this.going) return;
    const isHigh = y - (this.page?.getBoundingClientRect().top ?? 0) < HIGH_PIXELS;
    const frame = requestAnimationFrame(this.scroll);
    this.going = { pointerId, steps, isHigh, grip, hasMoved: isMoving, x, y, nearEdgeSince: null, frame };
    // The element under pointerdown may be gone by pointerup.
    this.page?.setPointerCapture(pointerId);
    window.addEventListener('pointermove', this.onMove);
    window.addEventListener('pointerup', this.onUp);
    window.addEventListener('pointercancel', this.onLost);
    window.addEventListener('keydown', this.onKey, true);
    this.tell();
  };

  end(how: 'drop' | 'cancel'): void {
    const { going } = this;
    if (!going) return;
    this.going = null;
    cancelAnimationFrame(going.frame);
    window.removeEventListener('pointermove', this.onMove);
    window.removeEventListener('pointerup', this.onUp);
    window.removeEventListener('pointercancel', this.onLost);
    window.removeEventListener('keydown', this.onKey, true);
    this.show(null);
    going.steps[how]();
  }

  private readonly onMove = (event: PointerEvent) => {
    if (!this.going || event.pointerId !== this.going.pointerId) return;
    this.going.hasMoved ||= Math.hypot(event.clientX - this.going.x, event.clientY - this.going.y) > SLOP;
    if (!this.going.hasMoved) return;
    this.going.x = event.clientX;
    this.going.y = event.clientY;
    this.tell();
  };

  private readonly onUp = (event: PointerEvent) => {
    if (event.pointerId === this.going?.pointerId) this.end(this.going.hasMoved && !this.isOverCancel() ? 'drop' : 'cancel');
  };

  private readonly onLost = (event: PointerEvent) => {
    if (event.pointerId === this.going?.pointerId) this.end('cancel');
  };

  private readonly onKey = (event: KeyboardEvent) => {
    if (event.key !== 'Escape') return;
    // It ends the drag and nothing else.
    event.stopPropagation();
    this.end('cancel');
  };

  private tell(): void {
    const { going, page, layout } = this;
    if (!going?.hasMoved || !page || !layout) return;
    const place = chipAt(going.x, going.y) ?? placeAt(page, layout, going.x - going.grip, going.y);
    if (!place) return;
    const isOverCancel = this.isOverCancel();
    const words = going.steps.move(place, going.x);
    this.show({ words: isOverCancel ? 'Nothing changes' : words, x: going.x, y: going.y, isOverCancel, isHigh: going.isHigh });
  }

  private isOverCancel(): boolean {
    const box = document.querySelector('[data-drop-to-cancel]')?.getBoundingClientRect();
    const { x, y } = this.going!;
    return box !== undefined && x >= box.left && x <= box.right && y >= box.top && y <= box.bottom;
  }

  /** Scrolls while the pointer rests near the upper or lower edge; what is under it changes with that. */
  private readonly scroll = (at: number) => {
    const { going, page } = this;
    if (!going || !page) return;
    going.frame = requestAnimationFrame(this.scroll);
    const push = !going.hasMoved || this.isOverCancel() ? 0 : edgePush(page.getBoundingClientRect(), going).y;
    going.nearEdgeSince = push === 0 ? null : (going.nearEdgeSince ?? at);
    if (going.nearEdgeSince === null || at - going.nearEdgeSince < EDGE_REST_MS) return;
    const before = page.scrollTop;
    page.scrollTop += push;
    if (page.scrollTop !== before) this.tell();
  };
}
