import { clamp, gridAt, stepTicks, type Id, type Note } from '@yibbo/core';
import { useEffect, useLayoutEffect, useRef, useState, type RefObject } from 'react';
import { useEffects } from '../../../state/effects';
import { patternViewSet } from '../../../state/preferences/pattern-views';
import type { OpenPart } from '../../../state/session/selectors';
import { useAppDispatch } from '../../../state/store';
import { middlePitch, rowChoice, type GridRow } from '../../../acts/pattern/rows';
import { useAtRest } from './useAtRest';
import { SHOW_MARGIN, Viewport } from './viewport';
import type { NotePlace, ShownRange } from '../../../state/on-screen/grid';

const ZOOM_STEP = 1.12;
/** How far one press of a key or a button zooms. */
export const ZOOM_BY = 1.4;
const DRUM_ROW_PIXELS = 34;
const PITCH_ROW_PIXELS = 26;
/** Rows begin no lower than this, so that notes stay easy to see and to hit: by a mouse, and by a thumb. */
const LEAST_PITCH_ROW = 18;
const LEAST_ROW_ON_PHONE = 26;
/** The least width of a step in the first view on a phone, in pixels: half a thumb. */
const LEAST_STEP_ON_PHONE = 21;
const WIDE_FROM = 600;

/** A view of the part for as long as it is open: its first bars, with its notes in the middle; or as it was last zoomed. */
export function useViewport(part: OpenPart, rows: readonly GridRow[], notes: readonly Note[]): Viewport {
  const { grid } = useEffects();
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
      const { fromRow, toRow } = rangeOf(part, rows, notes);
      const isDrums = part.track.kind === 'drums';
      const fitting = Math.floor(viewport.height / Math.max(1, toRow - fromRow + 1));
      const least = viewport.width > WIDE_FROM ? LEAST_PITCH_ROW : LEAST_ROW_ON_PHONE;
      viewport.setRowPixels(part.view.zoom?.rowPixels ?? (isDrums ? DRUM_ROW_PIXELS : clamp(fitting, least, PITCH_ROW_PIXELS)));
      const middleRow = isDrums ? rows.length : (fromRow + toRow - 1) / 2;
      if (!isNew) return viewport.middle(middleRow);
      const barTicks = part.pattern.length / part.bars;
      const shownBar = Math.min(part.view.bar, Math.max(0, Math.ceil(part.bars) - 1));
      const before = grid.timeOf(part.track.songId);
      const isSameBar = before !== null && barInView(before.fromTick, part) === shownBar;
      const fromTick = isSameBar ? before.fromTick : shownBar * barTicks;
      const pixelsPerTick = before?.pixelsPerTick ?? part.view.zoom?.pixelsPerTick ?? firstZoom(part, viewport.width);
      const spanTicks = (viewport.width - SHOW_MARGIN) / pixelsPerTick;
      viewport.show(fromTick, fromTick + spanTicks, middleRow);
    };
    fit();
    return viewport.subscribe(fit);
  }, [viewport, part, rows, notes, grid]);
  useEffect(
    () => () => {
      const { pixelsPerTick, scrollX } = viewport;
      grid.leave({ songId: part.track.songId, pixelsPerTick, fromTick: scrollX / pixelsPerTick });
    },
    [viewport, part.track.songId, grid],
  );
  useEffect(
    () =>
      grid.show({
        viewport,
        range: () => rangeOf(part, rows, notes),
        places: () => placesOf(rows, notes),
        rowOf: (pitch) => rows.findIndex((row) => row.pitch === pitch),
      }),
    [viewport, part, rows, notes, grid],
  );
  return viewport;
}

/** The zoom a pattern is first seen at, in pixels a tick: wide, up to four bars; on a phone one, and steps no narrower than half a thumb. */
function firstZoom({ pattern, bars, grid }: OpenPart, width: number): number {
  const barTicks = pattern.length / bars;
  const isPhone = width <= WIDE_FROM;
  const fitting = (width - SHOW_MARGIN) / (barTicks * Math.min(bars, isPhone ? 1 : 4));
  return isPhone ? Math.max(fitting, LEAST_STEP_ON_PHONE / stepTicks(gridAt(grid, 0))) : fitting;
}

/** How far into a bar the view may begin and still count as beginning with it, as a share of the bar. */
const BAR_SLACK = 0.1;

/** The bar that a view from a tick on begins with, counted from 0. */
function barInView(fromTick: number, { pattern, bars }: OpenPart): number {
  return clamp(Math.floor((fromTick * bars) / pattern.length + BAR_SLACK), 0, Math.max(0, Math.ceil(bars) - 1));
}

const BAR_REST_MS = 250;

/** Remembers a person's own zoom of a pattern once it rests. */
export function useZoomKept(part: OpenPart, viewport: Viewport): void {
  const dispatch = useAppDispatch();
  const keep = () => {
    const { pixelsPerTick, rowPixels, hasOwnZoom } = viewport;
    const { zoom } = part.view;
    if (hasOwnZoom && (zoom?.pixelsPerTick !== pixelsPerTick || zoom.rowPixels !== rowPixels))
      dispatch(patternViewSet({ patternId: part.pattern.id, view: { zoom: { pixelsPerTick, rowPixels } } }));
  };
  useAtRest(viewport, BAR_REST_MS, keep, part);
}

/** Keeps the bar that the pattern is seen from, for Steps and for the address, in step with where the notes have been scrolled to. */
export function useBarInView(part: OpenPart, viewport: Viewport): void {
  const dispatch = useAppDispatch();
  const remember = () => {
    if (viewport.width === 0) return;
    const bar = barInView(viewport.scrollX / viewport.pixelsPerTick, part);
    if (bar !== part.view.bar) dispatch(patternViewSet({ patternId: part.pattern.id, view: { bar } }));
  };
  useAtRest(viewport, BAR_REST_MS, remember, part);
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
    // Over the names beside the notes too, this zooms the notes and not the page.
    const onWheelBeside = (event: WheelEvent) => {
      if (!event.defaultPrevented && (event.ctrlKey || event.metaKey)) onWheel(event);
    };
    const around = element.parentElement;
    around?.addEventListener('wheel', onWheelBeside, { passive: false });
    const endPinch = watchPinch(element, (factor, x, y) => viewport.zoomBy(factor, 1, x, y));
    return () => {
      observer.disconnect();
      element.removeEventListener('wheel', onWheel);
      around?.removeEventListener('wheel', onWheelBeside);
      endPinch();
    };
  }, [ref, viewport]);
}

/** A pinch on a trackpad, as the one engine tells it that does not tell it as a wheel. */
interface PinchEvent extends Event {
  readonly scale: number;
  readonly clientX: number;
  readonly clientY: number;
}

/** Watches for such pinches; a touch screen tells them too, but there fingers are followed one by one. Returns what ends that. */
function watchPinch(element: HTMLElement, onPinch: (factor: number, x: number, y: number) => void): () => void {
  if (navigator.maxTouchPoints > 0) return () => undefined;
  let scale = 1;
  const begin = (event: Event) => {
    event.preventDefault();
    scale = 1;
  };
  const change = (event: Event) => {
    event.preventDefault();
    const box = element.getBoundingClientRect();
    const pinch = event as PinchEvent;
    onPinch(pinch.scale / scale, pinch.clientX - box.left, pinch.clientY - box.top);
    scale = pinch.scale;
  };
  element.addEventListener('gesturestart', begin);
  element.addEventListener('gesturechange', change);
  return () => {
    element.removeEventListener('gesturestart', begin);
    element.removeEventListener('gesturechange', change);
  };
}

/** Where notes stand, in rows shown. */
export function placesOf(rows: readonly GridRow[], notes: readonly Note[]): readonly NotePlace[] {
  const index = new Map(rows.map(({ pitch }, at) => [pitch, at]));
  return notes.flatMap(({ start, length, pitch }) => {
    const row = index.get(pitch);
    return row === undefined ? [] : [{ start, length, row }];
  });
}

/** The time and rows that hold every note; the whole pattern round the middle where there are none. */
function rangeOf(part: OpenPart, rows: readonly GridRow[], notes: readonly Note[]): ShownRange {
  const index = new Map(rows.map(({ pitch }, at) => [pitch, at]));
  const used = notes.map(({ pitch }) => index.get(pitch)).filter((at) => at !== undefined);
  const end = notes.reduce((tick, note) => Math.max(tick, note.start + note.length), part.pattern.length);
  const middle = Math.max(
    0,
    rows.findIndex(({ pitch }) => pitch <= middlePitch(part)),
  );
  return {
    fromTick: 0,
    toTick: end,
    fromRow: used.reduce((low, at) => Math.min(low, at), used.length ? Infinity : middle - 6),
    toRow: used.reduce((high, at) => Math.max(high, at + 1), used.length ? 0 : middle + 6),
  };
}
