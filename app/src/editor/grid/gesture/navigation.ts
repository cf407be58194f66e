/** A surface that scrolls by pixels and zooms by factors about a point of the page. */
export interface Movable {
  move(x: number, y: number): void;
  zoom(timeFactor: number, rowFactor: number, clientX: number, clientY: number): void;
}

export interface FingerAt {
  readonly x: number;
  readonly y: number;
}

/** Fingers closer together than this along an axis do not zoom it, in pixels. */
const PINCH_LEAST = 50;
/** Share of its speed a let-go view keeps from one 60th of a second to the next, and the speed it stops at, in pixels a millisecond. */
const KEPT_SPEED = 0.94;
const STOP_SPEED = 0.03;
const FRAME_MS = 1000 / 60;
/** A finger that rested this long before it was lifted gives the view no push. */
const REST_MS = 60;

/** Moves a view by one or two fingers: both together scroll, apart and together zoom each axis for itself, and a push rolls on.
 *  Times are those of the events, in ms: a page too busy to look up at once still sees how fast the fingers were. */
export class Navigation {
  private speed: FingerAt = { x: 0, y: 0 };
  private movedAt = 0;
  private frame = 0;

  /** One of the fingers has moved from `before` to `now` by the time `at`; `other` is where the second one is, if there are two. */
  follow(view: Movable, before: FingerAt, now: FingerAt, other: FingerAt | null, at: number): void {
    const share = other ? 2 : 1;
    const x = (before.x - now.x) / share;
    const y = (before.y - now.y) / share;
    view.move(x, y);
    const since = Math.max(1, at - this.movedAt);
    const blend = Math.min(1, since / 50);
    this.speed = { x: mix(this.speed.x, x / since, blend), y: mix(this.speed.y, y / since, blend) };
    this.movedAt = at;
    if (!other) return;
    view.zoom(
      zoomFactor(now.x - other.x, before.x - other.x),
      zoomFactor(now.y - other.y, before.y - other.y),
      (now.x + other.x) / 2,
      (now.y + other.y) / 2,
    );
  }

  /** The last finger is lifted at the time `at`: the view rolls on with the speed it had, slower and slower. */
  coast(view: Movable, at: number): void {
    if (at - this.movedAt > REST_MS) return this.stop(at);
    let last = performance.now();
    const roll = (now: number) => {
      const since = Math.min(50, now - last);
      last = now;
      view.move(this.speed.x * since, this.speed.y * since);
      const kept = KEPT_SPEED ** (since / FRAME_MS);
      this.speed = { x: this.speed.x * kept, y: this.speed.y * kept };
      if (Math.hypot(this.speed.x, this.speed.y) > STOP_SPEED) this.frame = requestAnimationFrame(roll);
      else this.stop(now);
    };
    this.frame = requestAnimationFrame(roll);
  }

  stop(at = performance.now()): void {
    cancelAnimationFrame(this.frame);
    this.speed = { x: 0, y: 0 };
    this.movedAt = at;
  }
}

function mix(was: number, now: number, share: number): number {
  return was + (now - was) * share;
}

function zoomFactor(now: number, was: number): number {
  return Math.abs(was) < PINCH_LEAST || Math.abs(now) < PINCH_LEAST ? 1 : Math.abs(now / was);
}

/** How near to an edge a drag makes the view scroll, in pixels, and how fast it does at the very edge, in pixels a frame. */
const EDGE_PIXELS = 32;
const EDGE_SPEED = 9;

/** How far a view should scroll this frame for a pointer near the edges of `step`; nothing further in. */
export function edgePush(box: DOMRect, { x, y }: FingerAt): { readonly x: number; readonly y: number } {
  const push = (at: number, low: number, high: number) => {
    const near = at < low + EDGE_PIXELS ? at - low - EDGE_PIXELS : at > high - EDGE_PIXELS ? at - high + EDGE_PIXELS : 0;
    return Math.max(-1, Math.min(1, near / EDGE_PIXELS)) * EDGE_SPEED;
  };
  return { x: push(x, box.left, box.right), y: push(y, box.top, box.bottom) };
}
