import {
  leveled,
  modulo,
  moveNotes,
  paintedNotes,
  rowLength,
  tappedNote,
  withNotes,
  type Gesture,
  type GestureSetting,
  type Id,
  type Note,
  type Target,
} from '@yibbo/core';
import { useEffect, useMemo, useRef, type KeyboardEvent, type PointerEvent } from 'react';
import { useMedia } from '@tamagui/core';
import { selectNotes, selectShownNotes, type OpenPart } from '../../../session/selectors';
import { useAppDispatch, useAppSelector } from '../../../store';
import { selectionSet } from '../../../session/session';
import { finishGesture } from '../gesture/finish';
import { GestureHint } from '../../screen/GestureHint';
import { gestureWords } from '../../screen/Readout';
import { rowInHand, rowName, stepRowsFor } from '../../acts/rows';
import { useGridGesture, useInHand, type GridSurface } from '../gesture/useGridGesture';
import { useListen } from '../gesture/useListen';
import { useGestureSetting, useSelectedIds } from '../gesture/useSetting';
import { usePlayhead } from '../../screen/usePlayback';
import { BarBar } from './BarBar';
import { barCount, cellAtTick, cellsOf, notesInCell, type StepCell } from './step-cells';
import { StepRow } from './StepRow';

/** Where a press began, so that a drag counts from there however it wanders over other cells. */
interface Anchor {
  readonly tick: number;
  readonly pitch: number;
  readonly clientX: number;
  readonly ticksPerPixel: number;
}

/** The pattern as rows of cells, a bar at a time. On a phone the row in hand is open and the others are strips; wide, all are open. */
export function StepsGrid({ part }: { readonly part: OpenPart }) {
  const dispatch = useAppDispatch();
  const isWide = Boolean(useMedia().wide);
  const original = useAppSelector(selectNotes);
  const notes = useAppSelector(selectShownNotes);
  const rows = useMemo(() => stepRowsFor(part, original), [part, original]);
  const bar = Math.min(part.view.bar, barCount(part) - 1);
  const cells = useMemo(() => new Map(rows.map(({ pitch }) => [pitch, cellsOf(part, bar, pitch)])), [part, bar, rows]);
  const inHand = rowInHand(rows, original, part.view.rowInHand);
  const selected = useSelectedIds();
  const setting = useGestureSetting(part, rows);
  const container = useRef<HTMLDivElement>(null);
  const anchor = useRef<Anchor | null>(null);
  const surface = useCellSurface(anchor, notes, cells);
  const { gesture, isOverCancel, isHigh, handlers } = useGridGesture(
    surface,
    setting,
    (finished) => dispatch(finishGesture(finished, { trackId: part.track.id, notes, setting, tapErases: true })),
    useListen(part.track.id, notes),
  );

  /** Only cells take part in gestures; what else lies in a row keeps its own presses and scrolls the page. */
  const onPointerDown = (event: PointerEvent<HTMLElement>) => {
    const cell = cellAt(event.clientX, event.clientY);
    if (!cell) return;
    const { source, start, end } = cells.get(cell.pitch)![cell.index]!;
    anchor.current = { tick: source, pitch: cell.pitch, clientX: event.clientX, ticksPerPixel: (end - start) / cell.width };
    handlers.onPointerDown(event);
  };

  const onKeyDown = (event: KeyboardEvent<HTMLElement>) => {
    const from = (event.target as HTMLElement).closest<HTMLElement>('[data-cell]');
    if (!from || event.ctrlKey || event.metaKey) return;
    const pitch = Number(from.dataset.pitch);
    const index = Number(from.dataset.cell);
    const mine = cells.get(pitch)!;
    const focus = (at: number) => container.current?.querySelector<HTMLElement>(`[data-cell="${at}"][data-pitch="${pitch}"]`)?.focus();
    if (event.shiftKey && event.key.startsWith('Arrow')) return;
    if (event.key === 'ArrowRight') focus(Math.min(mine.length - 1, index + 1));
    else if (event.key === 'ArrowLeft') focus(Math.max(0, index - 1));
    else if (event.key === 'ArrowDown' || event.key === 'ArrowUp') focusRow(container.current, from, event.key === 'ArrowDown' ? 1 : -1);
    else if (event.key === 'Enter' && event.shiftKey) {
      const hit = notesInCell(notes, pitch, mine[index]!)[0];
      if (hit) dispatch(selectionSet(selected.has(hit.id) ? [...selected].filter((id) => id !== hit.id) : [...selected, hit.id]));
    } else if (event.key === 'Enter') {
      const target: Target = targetIn(notes, pitch, mine[index]!);
      const gestureAt = {
        state: 'pressing',
        from: { tick: mine[index]!.source, pitch },
        target,
        ground: 'draw',
        extend: false,
        copy: false,
      } as const;
      dispatch(
        finishGesture(
          { gesture: gestureAt, isTouch: false, at: event.timeStamp },
          { trackId: part.track.id, notes, setting, tapErases: true },
        ),
      );
    } else return;
    event.preventDefault();
    event.stopPropagation();
  };

  useStepLight(container, part, cells);
  useRowInView(container, inHand);
  const carried = useInHand(gesture);
  const shown = withGesture(notes, carried, part.pattern.id, setting);
  return (
    <div style={{ position: 'relative', flex: 1, minHeight: 0, display: 'flex', flexDirection: 'column' }}>
      <BarBar part={part} bar={bar} />
      <div
        ref={container}
        {...handlers}
        onPointerDown={onPointerDown}
        onKeyDown={onKeyDown}
        data-testid="steps-grid"
        role="group"
        aria-label={`Steps of ${part.track.name}, bar ${bar + 1}. Arrow keys move, Enter sets a hit or takes it away, Shift and Enter selects it.`}
        style={{ flex: 1, minHeight: 0, overflowY: 'auto', userSelect: 'none', background: 'var(--paper)' }}
      >
        {rows.map((row) => (
          <StepRow
            key={row.pitch}
            part={part}
            row={row}
            bar={bar}
            cells={cells.get(row.pitch)!}
            notes={shown}
            original={original === notes ? null : original}
            selected={selected}
            isOpen={isWide || row.pitch === inHand}
            isInHand={row.pitch === inHand}
            isWide={isWide}
          />
        ))}
      </div>
      <GestureHint
        words={gestureWords(carried, part, (pitch) => rowName(part, pitch), inHandOf(notes, carried), setting)}
        isOverCancel={gesture.state === 'idle' ? null : isOverCancel}
        isLow={isHigh}
      />
    </div>
  );
}

/** The notes a gesture has hold of. */
function inHandOf(notes: readonly Note[], gesture: Gesture): readonly Note[] {
  if (gesture.state !== 'leveling' && gesture.state !== 'moving') return [];
  const ids = new Set(gesture.noteIds);
  return notes.filter(({ id }) => ids.has(id));
}

/** The notes as the running gesture would leave them. */
function withGesture(notes: readonly Note[], gesture: Gesture, patternId: Id, setting: GestureSetting): readonly Note[] {
  if (gesture.state === 'drawing') return [...notes, { id: 'drawing', patternId, ...gesture.note }];
  if (gesture.state === 'painting') {
    const run = paintedNotes(gesture.path, (at) => tappedNote(at, setting));
    return [...notes, ...run.map((note) => ({ id: `run ${note.start}`, patternId, ...note }))];
  }
  const inHand = inHandOf(notes, gesture);
  if (gesture.state === 'leveling') return withNotes(notes, leveled(inHand, gesture.rise));
  return gesture.state === 'moving' ? withNotes(notes, moveNotes(inHand, gesture.ticks, gesture.semitones)) : notes;
}

function cellAt(clientX: number, clientY: number): { index: number; pitch: number; width: number } | null {
  const element = document.elementFromPoint(clientX, clientY)?.closest<HTMLElement>('[data-cell]');
  return element ? { index: Number(element.dataset.cell), pitch: Number(element.dataset.pitch), width: element.offsetWidth } : null;
}

function targetIn(notes: readonly Note[], pitch: number, cell: StepCell): Target {
  const hit = notesInCell(notes, pitch, cell)[0];
  return hit ? { kind: 'note', noteId: hit.id, part: 'hit', tick: hit.start } : { kind: 'empty' };
}

/** The cells of each row of the bar on show, by pitch. */
type CellsByRow = ReadonlyMap<number, readonly StepCell[]>;

function useCellSurface(anchor: { current: Anchor | null }, notes: readonly Note[], cells: CellsByRow): GridSurface {
  return useMemo(
    () => ({
      placeAt: (clientX) => {
        const { tick, pitch, clientX: fromX, ticksPerPixel } = anchor.current ?? { tick: 0, pitch: 60, clientX, ticksPerPixel: 0 };
        return { tick: Math.max(0, tick + (clientX - fromX) * ticksPerPixel), pitch };
      },
      targetAt: (clientX, clientY) => {
        const at = cellAt(clientX, clientY);
        const cell = at ? cells.get(at.pitch)?.[at.index] : undefined;
        return at && cell ? targetIn(notes, at.pitch, cell) : { kind: 'empty' };
      },
      view: null,
    }),
    [anchor, notes, cells],
  );
}

/** Moves focus to the cell above or below, or to the strip that opens its row. */
function focusRow(container: HTMLElement | null, from: HTMLElement, direction: 1 | -1): void {
  const row = from.closest('[data-row]');
  const next = direction === 1 ? row?.nextElementSibling : row?.previousElementSibling;
  const target = next?.querySelector<HTMLElement>(`[data-cell="${from.dataset.cell}"]`) ?? next?.querySelector<HTMLElement>('button');
  (target ?? container?.querySelector<HTMLElement>('[data-cell]'))?.focus();
}

/** The row in hand is never out of sight: not when another is taken, nor when a trial takes room from the grid. */
function useRowInView(container: { current: HTMLElement | null }, pitch: number | undefined): void {
  useEffect(() => {
    const element = container.current;
    if (!element) return undefined;
    const show = () => element.querySelector(`[data-row="${pitch}"]`)?.scrollIntoView({ block: 'nearest' });
    const observer = new ResizeObserver(show);
    observer.observe(element);
    return () => observer.disconnect();
  }, [container, pitch]);
}

/** Lights the cell of each row that is being heard, without React. Rows of unequal lengths are each where they are. */
function useStepLight(container: { current: HTMLElement | null }, { pattern }: OpenPart, cells: CellsByRow): void {
  const lit = useRef('');
  usePlayhead((tick) => {
    const now = [...cells].map(([pitch, mine]) =>
      tick === null ? -1 : (cellAtTick(mine, modulo(tick, rowLength(pattern, pitch)))?.index ?? -1),
    );
    if (now.join() === lit.current) return;
    lit.current = now.join();
    const byPitch = new Map([...cells.keys()].map((pitch, row) => [pitch, now[row]]));
    for (const element of container.current?.querySelectorAll<HTMLElement>('[data-step]') ?? []) {
      element.style.outline = byPitch.get(Number(element.dataset.pitch)) === Number(element.dataset.step) ? '3px solid var(--head)' : '';
    }
  });
}
