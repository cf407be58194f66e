import { memo, useMemo, useRef, useState, type CSSProperties, type FocusEvent, type PointerEvent } from 'react';
import { useMedia } from '@tamagui/core';
import { selectHeardNotes, selectNotes, selectShownNotes, selectVariantOutline, type OpenPart } from '../../../state/session/selectors';
import { useAppDispatch, useAppSelector } from '../../../state/store';
import { takeRow } from '../../../acts/pattern/row-acts';
import { activeRow, rowName, type GridRow } from '../../../acts/pattern/rows';
import { GestureHint } from '../../screen/GestureHint';
import { ViewPress } from '../../screen/ViewPress';
import { gestureWords } from '../../screen/gesture-words';
import { finishGesture } from '../../../acts/gesture/finish';
import { useGoingOn, useHand } from '../gesture/useHand';
import { useListen } from '../gesture/useListen';
import { useGestureSetting, useSelectedIds } from '../gesture/useSetting';
import { usePlayedBar } from '../viewport/usePlayInView';
import { UnheardProvider, useUnheard } from '../unheard';
import { useStepRows } from '../useRows';
import { BarBar } from './BarBar';
import { heldNotes, withGestures } from './gesture-notes';
import { useRowInView, useStepLight } from './in-view';
import { barCount, cellsOf } from './step-cells';
import { StepRow } from './StepRow';
import { cellAt, useCellSurface, type CellsByRow } from './useCellSurface';
import { NO_HITS, useNotesByRow } from './useNotesByRow';
import { useStepKeys } from './useStepKeys';
import type { Place } from '@yibbo/core';
import { PlaceChip } from '../PlaceChip';

/** Space in px below the last row, so that it can be scrolled clear of anything over the foot of the notes. */
const OVERLAY_ROOM = 52;

/** The view of the steps: rows, the bar and its cells, notes. */
function useSteps(part: OpenPart) {
  const original = useAppSelector(selectNotes);
  const notes = useAppSelector(selectShownNotes);
  const heard = useAppSelector(selectHeardNotes);
  const rows = useStepRows(
    part,
    useMemo(() => (heard ? [...original, ...heard] : original), [original, heard]),
  );
  const bar = Math.min(part.view.bar, barCount(part) - 1);
  const cells: CellsByRow = useMemo(() => new Map(rows.map(({ pitch }) => [pitch, cellsOf(part, bar, pitch)])), [part, bar, rows]);
  const variant = useAppSelector(selectVariantOutline);
  // While a trial shows another, the original is outlined; else another variant, where that is asked for, or what is heard in place of the notes.
  const outlined = original === notes ? (variant ?? heard) : original;
  return { outlined, notes, rows, bar, cells, active: activeRow(part, rows, original, part.view.activeRow) };
}

/** The pattern as rows of cells, a bar at a time. On a phone the current row is open and the others are strips; wide, all are open. */
export function StepsGrid({ part }: { readonly part: OpenPart }) {
  const dispatch = useAppDispatch();
  const steps = useSteps(part);
  const { notes, rows, bar, cells, active } = steps;
  const setting = useGestureSetting(part, rows);
  const container = useRef<HTMLDivElement>(null);
  const surface = useCellSurface(notes, cells);
  const { gestures, gesture, isOverCancel, isHigh, handlers } = useHand({
    surface,
    setting,
    isManyHanded: true,
    onFinish: (finished) => dispatch(finishGesture(finished, { trackId: part.track.id, notes, setting, tapErases: true })),
    onStep: useListen(part.track.id, notes),
  });
  const { focused, onFocus } = useFocusedCell(cells, active);
  const onKeyDown = useStepKeys({ container, part, notes, cells, setting });
  useStepLight(container, part, cells);
  useRowInView(container, active);
  usePlayedBar(part, bar);
  const goingOn = useGoingOn(gesture);
  const shown = withGestures(notes, gestures.length > 1 ? gestures : [goingOn], part.pattern.id, setting);
  const unheard = useUnheard(part.track, shown);
  return (
    <div style={{ position: 'relative', flex: 1, minHeight: 0, display: 'flex', flexDirection: 'column' }}>
      <StepsHead part={part} bar={bar} />
      <div
        ref={container}
        {...handlers}
        onPointerDown={(event: PointerEvent<HTMLElement>) => {
          // Only cells take part in gestures; what else lies in a row keeps its own presses and scrolls the page.
          if (cellAt({ x: event.clientX, y: event.clientY })) handlers.onPointerDown(event);
        }}
        onKeyDown={onKeyDown}
        onFocus={onFocus}
        data-testid="steps-grid"
        role="group"
        aria-label={`Steps of ${part.track.name}, bar ${bar + 1}. Arrow keys move, Enter sets a hit or takes it away, Shift and Enter selects it.`}
        style={{ flex: 1, minHeight: 0, overflowY: 'auto', paddingBottom: OVERLAY_ROOM, background: 'var(--paper)' }}
      >
        <UnheardProvider value={unheard}>
          <StepRows part={part} steps={{ ...steps, notes: shown }} />
        </UnheardProvider>
      </div>
      <div style={OVER_FOOT}>
        <PlaceChip part={part} place={focused} isSpoken={false} />
      </div>
      <GestureHint
        words={
          gesture.state === 'pressing'
            ? null
            : gestureWords(goingOn, part, (pitch) => rowName(part, pitch), heldNotes(notes, goingOn), setting)
        }
        isOverCancel={['idle', 'pressing'].includes(gesture.state) ? null : isOverCancel}
        isLow={isHigh}
      />
    </div>
  );
}

const OVER_FOOT: CSSProperties = { position: 'absolute', left: 0, bottom: 0, pointerEvents: 'none', zIndex: 4 };

/** The cell that keys have led into. What has the focus is on the current row, whichever way it got there: keys and row actions mean the same. */
function useFocusedCell(cells: CellsByRow, active: number) {
  const dispatch = useAppDispatch();
  const [focused, setFocused] = useState<Place | null>(null);
  const onFocus = ({ target }: FocusEvent<HTMLElement>) => {
    const { pitch, cell } = target.closest<HTMLElement>('[data-cell]')?.dataset ?? {};
    const there = pitch === undefined ? undefined : cells.get(Number(pitch))?.[Number(cell)];
    setFocused(there && target.matches(':focus-visible') ? { tick: there.source, pitch: Number(pitch) } : null);
    if (pitch !== undefined && Number(pitch) !== active) dispatch(takeRow(Number(pitch)));
  };
  return { focused, onFocus };
}

/** Above the steps: the view's switch and the bars of the pattern. */
const StepsHead = memo(function StepsHead({ part, bar }: { readonly part: OpenPart; readonly bar: number }) {
  return (
    <div style={HEAD}>
      <div style={{ width: 56, flexShrink: 0, borderRight: '1px solid var(--lineStrong)' }}>
        <ViewPress part={part} />
      </div>
      <BarBar part={part} bar={bar} />
    </div>
  );
});

const HEAD: CSSProperties = {
  display: 'flex',
  height: 44,
  flexShrink: 0,
  overflow: 'hidden',
  alignItems: 'center',
  background: 'var(--wash)',
  borderBottom: '1px solid var(--lineStrong)',
  boxSizing: 'border-box',
};

interface StepRowsProps {
  readonly part: OpenPart;
  readonly steps: ReturnType<typeof useSteps>;
}

function StepRows({ part, steps }: StepRowsProps) {
  const isWide = Boolean(useMedia().wide);
  const selected = useSelectedIds();
  const notes = useNotesByRow(steps.notes);
  const outlined = useNotesByRow(steps.outlined ?? NO_HITS);
  return steps.rows.map((row: GridRow) => (
    <StepRow
      key={row.pitch}
      part={part}
      row={row}
      bar={steps.bar}
      cells={steps.cells.get(row.pitch)!}
      notes={notes.get(row.pitch) ?? NO_HITS}
      original={steps.outlined ? (outlined.get(row.pitch) ?? NO_HITS) : null}
      selected={selected}
      isOpen={isWide || row.pitch === steps.active}
      isActive={row.pitch === steps.active}
      isWide={isWide}
    />
  ));
}
