import { clamp, noteAt, type Grids, type Id, type Note, type Point } from '@yibbo/core';
import { useMemo, type RefObject } from 'react';
import type { GridRow } from '../../../acts/pattern/rows';
import type { GridSurface } from '../gesture/surface';
import type { Viewport } from '../viewport/viewport';
import { MARK_WIDTH } from './layers';
import { leastWidth } from './NoteBlock';

/** How far from a note's end still counts as its end, in pixels. */
const MOUSE_END = 8;
const FINGER_END = 16;

interface SurfaceParts extends Grids {
  readonly viewport: Viewport;
  readonly rows: readonly GridRow[];
  readonly notes: readonly Note[];
  /** Notes whose ends a finger can take hold of. */
  readonly handled: ReadonlySet<Id>;
  /** Whether notes are drawn as marks of one width, which have no ends. */
  readonly areMarks: boolean;
}

/** Points of the page to ticks and pitches, and what lies there. */
export function useSurface(ref: RefObject<HTMLDivElement | null>, parts: SurfaceParts): GridSurface {
  const { viewport, rows, notes, handled, areMarks, grid, rowGrids } = parts;
  return useMemo(() => {
    const inside = ({ x, y }: Point) => {
      const box = ref.current!.getBoundingClientRect();
      const tick = (x - box.left + viewport.scrollX) / viewport.pixelsPerTick;
      const down = (y - box.top + viewport.scrollY) / viewport.rowPixels;
      const row = clamp(Math.floor(down), 0, rows.length - 1);
      return { box, place: { tick: Math.max(0, tick), pitch: rows[row]!.pitch, inRow: clamp(row + 0.5 - down, -0.5, 0.5) } };
    };
    const drawnTicks = ({ length }: Note) => (areMarks ? MARK_WIDTH : leastWidth(length * viewport.pixelsPerTick)) / viewport.pixelsPerTick;
    return {
      placeAt: (point) => inside(point).place,
      targetAt: (point, isTouch) => {
        const { place } = inside(point);
        const note = noteAt(notes, place, { grid, ...(rowGrids ? { rowGrids } : {}), drawnTicks, isTouch });
        if (!note) return { kind: 'empty' };
        const width = note.length * viewport.pixelsPerTick;
        const fromStart = (place.tick - note.start) * viewport.pixelsPerTick;
        const zone = Math.min(isTouch ? FINGER_END : MOUSE_END, width / 3);
        const canResize = !areMarks && (!isTouch || handled.has(note.id));
        const part = !canResize ? 'body' : fromStart > width - zone ? 'end' : fromStart < zone ? 'start' : 'body';
        return { kind: 'note', noteId: note.id, part, tick: part === 'end' ? note.start + note.length : note.start };
      },
      view: {
        box: () => ref.current!.getBoundingClientRect(),
        move: (x, y) => viewport.scrollBy(x, y),
        zoom: (timeFactor, rowFactor, clientX, clientY) => {
          const { box } = inside({ x: clientX, y: clientY });
          viewport.zoomBy(timeFactor, rowFactor, clientX - box.left, clientY - box.top);
        },
      },
    };
  }, [ref, viewport, rows, notes, handled, areMarks, grid, rowGrids]);
}
