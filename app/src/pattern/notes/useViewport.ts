import { clamp, type Id, type Note } from '@yibbo/core';
import { useEffect, useLayoutEffect, useRef, useState, type RefObject } from 'react';
import type { OpenPart } from '../../store/selectors';
import { rowChoice, type GridRow } from '../../store/rows';
import { SHOW_MARGIN, Viewport, type NotePlace, type ShownRange } from './viewport';

const ZOOM_STEP = 1.12;
/** How far one press of a key or a button zooms. */
export const ZOOM_BY = 1.4;
const DRUM_ROW_PIXELS = 34;
const PITCH_ROW_PIXELS = 26;
/** Rows begin no lower than this, so that notes stay easy to see and to hit. */
const LEAST_PITCH_ROW = 18;

/** The viewport on screen, for keys and buttons outside the grid; null where the pattern is not shown as notes. */
let onScreen: { readonly viewport: Viewport; readonly range: () => ShownRange; readonly places: () => readonly NotePlace[] } | null = null;

/** The stretch of time that was last in view, and of which song: the next track opened in it begins there. */
let lastTime: { readonly songId: Id; readonly pixelsPerTick: number; readonly fromTick: number } | null = null;

/** Zooms the notes on screen by factors about their middle. Does nothing in Steps. */
export function zoomNotes(timeFactor: number, rowFactor: number): void {
  const viewport = onScreen?.viewport;
  viewport?.zoomBy(timeFactor, rowFactor, viewport.width / 2, viewport.height / 2);
}

/** Scrolls the notes on screen by shares of what is in view. */
export function scrollNotes(across: number, down: number): void {
  const viewport = onScreen?.viewport;
  viewport?.scrollBy(across * viewport.width, down * viewport.height);
}

/** Scrolls to the nearest note that is out of sight, if there is one. */
export function jumpToHidden(): void {
  onScreen?.viewport.jump(onScreen.places());
}

/** Brings every note into view. */
export function fitNotes(): void {
  if (onScreen) onScreen.viewport.fit(onScreen.range());
}

/** A view of the part for as long as it is open: the whole pattern or its first four bars, with its notes in the middle. */
export function useViewport(part: OpenPart, rows: readonly GridRow[], notes: readonly Note[]): Viewport {
  const [viewport] = useState(() => new Viewport(part.pattern.length * 1.5, rows.length));
  /** The pattern and the choice of rows that the view was last fitted to. */
  const fitted = useRef<string | null>(null);
  useLayoutEffect(() => {
    viewport.setContent(part.pattern.length * 1.5, rows.length);
  }, [viewport, part.pattern.length, rows.length]);
  useEffect(() => {
    const fit = () => {
      const shown = `${part.pattern.id} ${rowChoice(part)}`;
      if (viewport.width === 0 || fitted.current === shown) return;
      const isNew = fitted.current === null;
      fitted.current = shown;
      const bars = Math.min(part.bars, viewport.width > 700 ? 4 : 2);
      const { fromRow, toRow } = rangeOf(part, rows, notes);
      const isDrums = part.track.kind === 'drums';
      const fitting = Math.floor(viewport.height / Math.max(1, toRow - fromRow + 1));
      viewport.setRowPixels(isDrums ? DRUM_ROW_PIXELS : clamp(fitting, LEAST_PITCH_ROW, PITCH_ROW_PIXELS));
      const middleRow = isDrums ? rows.length : (fromRow + toRow - 1) / 2;
      if (!isNew) return viewport.middle(middleRow);
      const before = lastTime?.songId === part.track.songId ? lastTime : null;
      const end = before
        ? before.fromTick + (viewport.width - SHOW_MARGIN) / before.pixelsPerTick
        : (part.pattern.length / part.bars) * bars;
      viewport.show(before?.fromTick ?? 0, end, middleRow);
    };
    fit();
    return viewport.subscribe(fit);
  }, [viewport, part, rows, notes]);
  useEffect(
    () => () => {
      const { pixelsPerTick, scrollX } = viewport;
      lastTime = { songId: part.track.songId, pixelsPerTick, fromTick: scrollX / pixelsPerTick };
    },
    [viewport, part.track.songId],
  );
  useEffect(() => {
    onScreen = { viewport, range: () => rangeOf(part, rows, notes), places: () => placesOf(rows, notes) };
    return () => {
      onScreen = null;
    };
  }, [viewport, part, rows, notes]);
  return viewport;
}

/** A selection made from outside the grid (a rule, the off-grid count) is scrolled to where none of it is in view; and what is selected
 *  stays in view when a trial or a menu takes room from the grid. */
export function useSelectionInView(viewport: Viewport, rows: readonly GridRow[], notes: readonly Note[], selected: ReadonlySet<Id>): void {
  const latest = useRef({ rows, notes });
  useEffect(() => {
    latest.current = { rows, notes };
  });
  useEffect(() => {
    const show = () => {
      const index = new Map(latest.current.rows.map(({ pitch }, row) => [pitch, row]));
      const places = latest.current.notes.filter(({ id }) => selected.has(id)).map((note) => ({ note, row: index.get(note.pitch) ?? 0 }));
      const first = places[0];
      if (first && !places.some(({ note, row }) => viewport.shows(note.start, note.length, row)))
        viewport.reveal(first.note.start, first.row);
    };
    show();
    let { height } = viewport;
    return viewport.subscribe(() => {
      if (viewport.height === height) return;
      height = viewport.height;
      show();
    });
  }, [viewport, selected]);
}

export function useSized(ref: RefObject<HTMLDivElement | null>, viewport: Viewport): void {
  useLayoutEffect(() => {
    const element = ref.current;
    if (!element) return undefined;
    const measure = () => viewport.resize(element.clientWidth, element.clientHeight);
    measure();
    const observer = new ResizeObserver(measure);
    observer.observe(element);
    const onWheel = (event: WheelEvent) => {
      event.preventDefault();
      const box = element.getBoundingClientRect();
      if (event.ctrlKey || event.metaKey)
        viewport.zoomBy(event.deltaY < 0 ? ZOOM_STEP : 1 / ZOOM_STEP, 1, event.clientX - box.left, event.clientY - box.top);
      else if (event.shiftKey) viewport.scrollBy(event.deltaY + event.deltaX, 0);
      else viewport.scrollBy(event.deltaX, event.deltaY);
    };
    element.addEventListener('wheel', onWheel, { passive: false });
    return () => {
      observer.disconnect();
      element.removeEventListener('wheel', onWheel);
    };
  }, [ref, viewport]);
}

/** Where notes stand, in rows shown. */
export function placesOf(rows: readonly GridRow[], notes: readonly Note[]): readonly NotePlace[] {
  const index = new Map(rows.map(({ pitch }, at) => [pitch, at]));
  return notes.flatMap(({ start, length, pitch }) => {
    const row = index.get(pitch);
    return row === undefined ? [] : [{ start, length, row }];
  });
}

/** The row to begin at where there are no notes: middle C, or the middle of where the sound is at its best, if that is well away from it. */
function middleOf(rows: readonly GridRow[]): number {
  const useful = rows.filter(({ isUseful }) => isUseful).map(({ pitch }) => pitch);
  const [high, low] = [useful[0] ?? 127, useful.at(-1) ?? 0];
  const start = 60 - low >= 6 && high - 60 >= 6 ? 60 : (low + high) >> 1;
  return Math.max(
    0,
    rows.findIndex(({ pitch }) => pitch <= start),
  );
}

/** The time and rows that hold every note; the whole pattern round the middle where there are none. */
function rangeOf(part: OpenPart, rows: readonly GridRow[], notes: readonly Note[]): ShownRange {
  const index = new Map(rows.map(({ pitch }, at) => [pitch, at]));
  const used = notes.map(({ pitch }) => index.get(pitch)).filter((at) => at !== undefined);
  const end = notes.reduce((tick, note) => Math.max(tick, note.start + note.length), part.pattern.length);
  const middle = middleOf(rows);
  return {
    fromTick: 0,
    toTick: end,
    fromRow: used.reduce((low, at) => Math.min(low, at), used.length ? Infinity : middle - 6),
    toRow: used.reduce((high, at) => Math.max(high, at + 1), used.length ? 0 : middle + 6),
  };
}
