import { clamp, nearestNote, type Id, type Note } from '@yibbo/core';
import { useMemo, type RefObject } from 'react';
import type { GridRow } from '../../acts/rows';
import type { GridSurface } from '../gesture/useGridGesture';
import type { Viewport } from '../viewport/viewport';

const FINGER_REACH = 22;
/** How far from a note's end still counts as its end, in pixels. */
const MOUSE_END = 8;
const FINGER_END = 16;

/** Pixels to ticks and pitches, and what lies under a pointer. Notes drawn as marks of one width (`areMarks`) have no ends. */
export function useSurface(
  ref: RefObject<HTMLDivElement | null>,
  viewport: Viewport,
  rows: readonly GridRow[],
  notes: readonly Note[],
  selected: ReadonlySet<Id>,
  areMarks: boolean,
): GridSurface {
  return useMemo(() => {
    const inside = (clientX: number, clientY: number) => {
      const box = ref.current!.getBoundingClientRect();
      return {
        tick: (clientX - box.left + viewport.scrollX) / viewport.pixelsPerTick,
        rowPosition: (clientY - box.top + viewport.scrollY) / viewport.rowPixels,
        box,
      };
    };
    const indices = new Map(rows.map(({ pitch }, index) => [pitch, index]));
    return {
      placeAt: (clientX, clientY) => {
        const { tick, rowPosition } = inside(clientX, clientY);
        return { tick: Math.max(0, tick), pitch: rows[clamp(Math.floor(rowPosition), 0, rows.length - 1)]!.pitch };
      },
      targetAt: (clientX, clientY, isTouch) => {
        const at = inside(clientX, clientY);
        const { pixelsPerTick, rowPixels } = viewport;
        const note = nearestNote(notes, at, (pitch) => indices.get(pitch) ?? null, {
          pixelsPerTick,
          rowPixels,
          reachPixels: isTouch ? FINGER_REACH : 0,
        });
        if (!note) return { kind: 'empty' };
        const width = note.length * pixelsPerTick;
        const fromStart = (at.tick - note.start) * pixelsPerTick;
        const zone = Math.min(isTouch ? FINGER_END : MOUSE_END, width / 3);
        const canResize = !areMarks && (!isTouch || selected.has(note.id));
        const edge = !canResize ? 'body' : fromStart > width - zone ? 'end' : fromStart < zone ? 'start' : 'body';
        return { kind: 'note', noteId: note.id, part: edge, tick: edge === 'end' ? note.start + note.length : note.start };
      },
      view: {
        box: () => ref.current!.getBoundingClientRect(),
        move: (x, y) => viewport.scrollBy(x, y),
        zoom: (timeFactor, rowFactor, clientX, clientY) => {
          const { box } = inside(clientX, clientY);
          viewport.zoomBy(timeFactor, rowFactor, clientX - box.left, clientY - box.top);
        },
      },
    };
  }, [ref, viewport, rows, notes, selected, areMarks]);
}
