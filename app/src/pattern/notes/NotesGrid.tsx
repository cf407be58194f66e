import { clamp, modulo, nearestNote, type Id, type Note } from '@yibbo/core';
import { useEffect, useLayoutEffect, useMemo, useRef, useState, type RefObject } from 'react';
import { selectNotes, selectShownNotes, type OpenPart } from '../../store/selectors';
import { useAppDispatch, useAppSelector } from '../../store/store';
import { finishGesture } from '../finish';
import { GestureHint } from '../GestureHint';
import { gestureWords } from '../Readout';
import { rowName, rowsFor, type GridRow } from '../rows';
import { liftedIds, useGridGesture, type GridSurface } from '../useGridGesture';
import { useListen } from '../useListen';
import { useGestureSetting, useSelectedIds } from '../useSetting';
import { usePlayhead } from '../usePlayback';
import { Cursor, useGridCursor } from './Cursor';
import { GestureLayer } from './GestureLayer';
import { BeyondLayer, LinesLayer, NotesLayer, RowsLayer } from './layers';
import { PitchStrip } from './PitchStrip';
import { Ruler, RULER_HEIGHT } from './Ruler';
import { useFollow, useGridWindow, Viewport } from './viewport';

const NO_IDS: ReadonlySet<Id> = new Set();
const FINGER_REACH = 22;
/** How far from a note's end still counts as its end, in pixels. */
const MOUSE_END = 8;
const FINGER_END = 16;
const ZOOM_STEP = 1.12;
const DRUM_ROW_PIXELS = 34;

/** The pattern as pitch against time. */
export function NotesGrid({ part }: { readonly part: OpenPart }) {
  const dispatch = useAppDispatch();
  const notes = useAppSelector(selectNotes);
  const shown = useAppSelector(selectShownNotes);
  const rows = useMemo(() => rowsFor(part.track, shown), [part.track, shown]);
  const viewport = useViewport(part, rows, notes);
  const window = useGridWindow(viewport);
  const follow = useFollow(viewport, window);
  const surfaceRef = useRef<HTMLDivElement>(null);
  const selected = useSelectedIds();
  const setting = useGestureSetting(part);
  const surface = useSurface(surfaceRef, viewport, rows, shown, selected);
  useSized(surfaceRef, viewport);
  useSelectionInView(viewport, rows, shown, selected);

  const { gesture, isOverCancel, handlers } = useGridGesture(
    surface,
    setting,
    (finished) => dispatch(finishGesture(finished, { trackId: part.track.id, notes: shown, setting, tapErases: false })),
    useListen(part.track.id, shown),
  );
  const ids = liftedIds(gesture);
  const liftedKey = ids.join();
  const lifted = useMemo(() => (liftedKey ? new Set(liftedKey.split(',')) : NO_IDS), [liftedKey]);
  const liftedNotes = useMemo(() => (lifted.size ? shown.filter(({ id }) => lifted.has(id)) : []), [lifted, shown]);
  const cursor = useGridCursor(part, rows, viewport, surfaceRef);

  return (
    <div
      style={{
        position: 'relative',
        flex: 1,
        minHeight: 0,
        display: 'grid',
        gridTemplateColumns: `${part.track.kind === 'drums' ? 88 : 48}px 1fr`,
        gridTemplateRows: `${RULER_HEIGHT}px 1fr`,
        overflow: 'hidden',
      }}
    >
      <div style={{ background: 'var(--wash)', borderBottom: '1px solid var(--lineStrong)' }} />
      <Ruler viewport={viewport} part={part} />
      <PitchStrip viewport={viewport} rows={rows} trackId={part.track.id} isDrums={part.track.kind === 'drums'} />
      <div
        ref={surfaceRef}
        {...handlers}
        {...cursor.handlers}
        role="listbox"
        aria-multiselectable
        aria-label={`Notes of ${part.track.name}. Arrow keys move the cursor, Enter puts a note there.`}
        tabIndex={0}
        data-testid="notes-grid"
        style={{
          position: 'relative',
          overflow: 'hidden',
          touchAction: 'none',
          userSelect: 'none',
          background: 'var(--paper)',
          cursor: 'crosshair',
        }}
      >
        <div ref={follow} style={{ position: 'absolute', top: 0, left: 0 }} role="presentation">
          <RowsLayer rows={rows} window={window} />
          <LinesLayer part={part} window={window} />
          <BeyondLayer lengthTicks={part.pattern.length} window={window} />
          {shown === notes ? null : (
            <NotesLayer notes={notes} part={part} rows={rows} window={window} selected={NO_IDS} lifted={NO_IDS} isOutline />
          )}
          <NotesLayer notes={shown} part={part} rows={rows} window={window} selected={selected} lifted={lifted} isNamed />
          <GestureLayer gesture={gesture} lifted={liftedNotes} part={part} rows={rows} window={window} />
          <Cursor cursor={cursor} part={part} window={window} />
        </div>
        <Playhead viewport={viewport} lengthTicks={part.pattern.length} />
      </div>
      <GestureHint words={gestureWords(gesture, part, (pitch) => rowName(rows, pitch), liftedNotes)} isOverCancel={isOverCancel} />
    </div>
  );
}

/** A view of the part for as long as it is open: the whole pattern or its first four bars, with its notes in the middle. */
function useViewport(part: OpenPart, rows: readonly GridRow[], notes: readonly Note[]): Viewport {
  const [viewport] = useState(() => new Viewport(part.pattern.length * 1.5, rows.length));
  const fitted = useRef<Id | null>(null);
  useLayoutEffect(() => {
    viewport.setContent(part.pattern.length * 1.5, rows.length);
  }, [viewport, part.pattern.length, rows.length]);
  useEffect(() => {
    const fit = () => {
      if (viewport.width === 0 || fitted.current === part.pattern.id) return;
      fitted.current = part.pattern.id;
      const bars = Math.min(part.bars, viewport.width > 700 ? 4 : 2);
      const pitches = notes.map(({ pitch }) => pitch).sort((a, b) => a - b);
      const middle = pitches.length ? (pitches[0]! + pitches.at(-1)!) / 2 : 60;
      const row = rows.findIndex(({ pitch }) => pitch <= middle);
      if (part.track.kind === 'drums') viewport.setRowPixels(DRUM_ROW_PIXELS);
      viewport.show(0, (part.pattern.length / part.bars) * bars, part.track.kind === 'drums' ? 0 : row);
    };
    fit();
    return viewport.subscribe(fit);
  }, [viewport, part, rows, notes]);
  return viewport;
}

/** A selection made from outside the grid (a rule, the off-grid count) is scrolled to where none of it is in view. */
function useSelectionInView(viewport: Viewport, rows: readonly GridRow[], notes: readonly Note[], selected: ReadonlySet<Id>): void {
  const latest = useRef({ rows, notes });
  useEffect(() => {
    latest.current = { rows, notes };
  });
  useEffect(() => {
    const places = latest.current.notes
      .filter(({ id }) => selected.has(id))
      .map((note) => ({ note, row: latest.current.rows.findIndex(({ pitch }) => pitch === note.pitch) }));
    const first = places[0];
    if (first && !places.some(({ note, row }) => viewport.shows(note.start, note.length, row)))
      viewport.reveal(first.note.start, first.row);
  }, [viewport, selected]);
}

function useSized(ref: RefObject<HTMLDivElement | null>, viewport: Viewport): void {
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

/** Pixels to ticks and pitches, and what lies under a pointer. */
function useSurface(
  ref: RefObject<HTMLDivElement | null>,
  viewport: Viewport,
  rows: readonly GridRow[],
  notes: readonly Note[],
  selected: ReadonlySet<Id>,
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
        const canResize = !isTouch || selected.has(note.id);
        const edge = !canResize ? 'body' : fromStart > width - zone ? 'end' : fromStart < zone ? 'start' : 'body';
        return { kind: 'note', noteId: note.id, part: edge };
      },
      move: (x, y) => viewport.scrollBy(x, y),
      zoom: (timeFactor, rowFactor, clientX, clientY) => {
        const { box } = inside(clientX, clientY);
        viewport.zoomBy(timeFactor, rowFactor, clientX - box.left, clientY - box.top);
      },
    };
  }, [ref, viewport, rows, notes, selected]);
}

/** Where the music is: a line that crosses the grid, moved before each frame without React. */
function Playhead({ viewport, lengthTicks }: { readonly viewport: Viewport; readonly lengthTicks: number }) {
  const ref = useRef<HTMLDivElement>(null);
  usePlayhead((tick) => {
    const element = ref.current;
    if (!element) return;
    element.style.display = tick === null ? 'none' : 'block';
    if (tick !== null) element.style.transform = `translateX(${modulo(tick, lengthTicks) * viewport.pixelsPerTick - viewport.scrollX}px)`;
  });
  return (
    <div
      ref={ref}
      data-testid="playhead"
      style={{
        display: 'none',
        position: 'absolute',
        top: 0,
        bottom: 0,
        left: -1,
        width: 3,
        background: 'var(--head)',
        zIndex: 4,
        pointerEvents: 'none',
      }}
    />
  );
}
