import type { Place, Point, Target } from '@yibbo/core';
import type { Movable } from './navigation';

/** Turns points of the page into places and tells what lies there; Steps and Notes have one each. */
export interface GridSurface {
  /** A finger goes down: where places are counted from for it. */
  begin?(point: Point, fingerId: number): void;
  placeAt(point: Point, fingerId?: number): Place;
  targetAt(point: Point, isTouch: boolean): Target;
  /** The view that fingers move; null where the surface does not move. */
  readonly view: (Movable & { box(): DOMRect }) | null;
}
