import { TICKS_PER_QUARTER } from '@yibbo/core';
import { edgePush, Navigation, type Movable } from './navigation';
import { Viewport } from '../viewport/viewport';

const BOX = { left: 0, right: 400, top: 100, bottom: 500 } as DOMRect;

/** A view that adds up how it was moved and zoomed. */
class Watched implements Movable {
  x = 0;
  y = 0;
  zooms: (readonly [number, number])[] = [];
  move = (x: number, y: number) => {
    this.x += x;
    this.y += y;
  };
  zoom = (time: number, rows: number) => void this.zooms.push([time, rows]);
}

beforeEach(() => jest.useFakeTimers());
afterEach(() => jest.useRealTimers());

describe('fingers on the view', () => {
  it('one finger scrolls by its way, two by the way of both, and each axis pinches for itself', () => {
    const view = new Watched();
    const navigation = new Navigation();
    navigation.follow(view, { x: 100, y: 100 }, { x: 90, y: 120 }, null, 10);
    expect([view.x, view.y]).toEqual([10, -20]);
    navigation.follow(view, { x: 100, y: 300 }, { x: 50, y: 300 }, { x: 200, y: 310 }, 20);
    expect(view.x).toBe(10 + 25);
    // 100 px apart became 150 px: half as wide again in time; 10 px up and down are too close to tell.
    expect(view.zooms).toEqual([[1.5, 1]]);
  });

  it('a throw rolls on, slower and slower, and stops; a finger that rested gives no push', () => {
    const view = new Watched();
    const navigation = new Navigation();
    for (let step = 1; step <= 6; step++) navigation.follow(view, { x: 100, y: 0 }, { x: 84, y: 0 }, null, step * 16);
    const thrown = view.x;
    // The page was busy for a second and hears only now that the finger was lifted, 10 ms after it last moved.
    jest.advanceTimersByTime(1000);
    navigation.coast(view, 6 * 16 + 10);
    jest.advanceTimersByTime(160);
    const soon = view.x - thrown;
    jest.advanceTimersByTime(160);
    const later = view.x - thrown - soon;
    expect(soon).toBeGreaterThan(40);
    expect(later).toBeGreaterThan(0);
    expect(later).toBeLessThan(soon);
    jest.advanceTimersByTime(5000);
    const end = view.x;
    jest.advanceTimersByTime(1000);
    expect(view.x).toBe(end);

    navigation.follow(view, { x: 100, y: 0 }, { x: 60, y: 0 }, null, 10_000);
    const rested = view.x;
    navigation.coast(view, 10_200);
    jest.advanceTimersByTime(500);
    expect(view.x).toBe(rested);
  });

  it('a drag near an edge pushes the view, the nearer the faster, and never from the middle', () => {
    expect(edgePush(BOX, { x: 200, y: 300 })).toEqual({ x: 0, y: 0 });
    const near = edgePush(BOX, { x: 390, y: 300 });
    const at = edgePush(BOX, { x: 400, y: 300 });
    expect(near.x).toBeGreaterThan(0);
    expect(at.x).toBeGreaterThan(near.x);
    expect(edgePush(BOX, { x: 900, y: 300 }).x).toBe(at.x);
    expect(edgePush(BOX, { x: 200, y: 100 }).y).toBeLessThan(0);
  });
});

describe('the viewport', () => {
  const made = () => {
    const viewport = new Viewport(64 * TICKS_PER_QUARTER, 128);
    viewport.resize(800, 400);
    viewport.show(0, 16 * TICKS_PER_QUARTER, 64);
    return viewport;
  };

  it('keeps what is under the fingers there while zooming, and draws nothing anew until the zoom rests or has gone far', () => {
    const viewport = made();
    const tickAt = (x: number) => (viewport.scrollX + x) / viewport.pixelsPerTick;
    viewport.scrollBy(200, 0);
    const before = tickAt(300);
    const drawn = viewport.window();
    viewport.zoomBy(1.1, 1, 300, 100);
    expect(tickAt(300)).toBeCloseTo(before, 6);
    expect(viewport.window()).toBe(drawn);
    jest.advanceTimersByTime(500);
    expect(viewport.window().pixelsPerTick).toBe(viewport.pixelsPerTick);
    viewport.zoomBy(2, 1, 300, 100);
    expect(viewport.window().pixelsPerTick).toBe(viewport.pixelsPerTick);
  });

  it('what is drawn always covers what is in view, wherever it is scrolled and zoomed to', () => {
    const viewport = made();
    for (const [x, y, time, rows] of [
      [500, 0, 1, 1],
      [900, 700, 1.3, 1],
      [-300, -200, 0.7, 1.2],
      [5000, 3000, 1.4, 0.6],
      [-9000, -9000, 0.5, 1],
    ] as const) {
      viewport.scrollBy(x, y);
      viewport.zoomBy(time, rows, 400, 200);
      const { fromTick, toTick, fromRow, toRow } = viewport.window();
      expect(fromTick).toBeLessThanOrEqual(viewport.scrollX / viewport.pixelsPerTick);
      expect(toTick).toBeGreaterThanOrEqual((viewport.scrollX + 800) / viewport.pixelsPerTick);
      expect(fromRow).toBeLessThanOrEqual(viewport.scrollY / viewport.rowPixels);
      expect(toRow).toBeGreaterThanOrEqual(Math.min(128, (viewport.scrollY + 400) / viewport.rowPixels));
    }
  });

  it('fits a range of time and rows into view', () => {
    const viewport = made();
    viewport.fit({ fromTick: 0, toTick: 40 * TICKS_PER_QUARTER, fromRow: 40, toRow: 70 });
    expect(viewport.shows(39 * TICKS_PER_QUARTER, TICKS_PER_QUARTER, 40)).toBe(true);
    expect(viewport.shows(0, TICKS_PER_QUARTER, 69)).toBe(true);
  });
});
