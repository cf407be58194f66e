import type { Id } from '@yibbo/core';
import { useMemo, useRef } from 'react';
import { useMedia } from 'tamagui';
import { selectNotes, selectShownNotes, type OpenPart } from '../../store/selectors';
import { useAppDispatch, useAppSelector } from '../../store/store';
import { finishGesture } from '../finish';
import { GestureHint } from '../GestureHint';
import { gestureWords } from '../Readout';
import { rowName, rowsFor } from '../rows';
import { liftedIds, useGridGesture } from '../useGridGesture';
import { useListen } from '../useListen';
import { useGestureSetting, useSelectedIds } from '../useSetting';
import { Cursor, useGridCursor } from './Cursor';
import { GestureLayer } from './GestureLayer';
import { BeyondLayer, LinesLayer, NotesLayer, RowsLayer, SpanLayer } from './layers';
import { PitchStrip } from './PitchStrip';
import { Playhead } from './Playhead';
import { Ruler } from './Ruler';
import { useSelectionInView, useSized, useViewport } from './useViewport';
import { useSurface } from './useSurface';
import { LANE_HEIGHT, VelocityLane } from './VelocityLane';
import { useFollow, useGridWindow } from './viewport';

const NO_IDS: ReadonlySet<Id> = new Set();
const RULER_TOUCH = 44;
const RULER_MOUSE = 28;

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

  const span = useAppSelector((state) => state.view.span);
  const hasLane = useLaneOpen();
  const rulerHeight = useMedia().wide ? RULER_MOUSE : RULER_TOUCH;
  const { gesture, isOverCancel, isHigh, handlers } = useGridGesture(
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
        gridTemplateRows: `${rulerHeight}px 1fr${hasLane ? ` ${LANE_HEIGHT}px` : ''}`,
        overflow: 'hidden',
      }}
    >
      <div style={{ background: 'var(--wash)', borderBottom: '1px solid var(--lineStrong)' }} />
      <Ruler viewport={viewport} part={part} notes={shown} height={rulerHeight} />
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
          contain: 'strict',
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
          {span ? <SpanLayer span={span} window={window} /> : null}
          {shown === notes ? null : (
            <NotesLayer notes={notes} part={part} rows={rows} window={window} selected={NO_IDS} lifted={NO_IDS} isOutline />
          )}
          <NotesLayer notes={shown} part={part} rows={rows} window={window} selected={selected} lifted={lifted} isNamed />
          <GestureLayer gesture={gesture} lifted={liftedNotes} part={part} rows={rows} window={window} />
          <Cursor cursor={cursor} part={part} rows={rows} window={window} />
        </div>
        <Playhead viewport={viewport} lengthTicks={part.pattern.length} />
      </div>
      {hasLane ? <VelocityLane part={part} viewport={viewport} notes={shown} selected={selected} /> : null}
      <GestureHint
        words={gestureWords(gesture, part, (pitch) => rowName(rows, pitch), liftedNotes)}
        isOverCancel={isOverCancel}
        isLow={isHigh}
      />
    </div>
  );
}

/** Whether the velocity lane is open: as it was last set, else where there is room for it. */
export function useLaneOpen(): boolean {
  const isWide = Boolean(useMedia().wide);
  return useAppSelector((state) => state.view.habits.laneOpen) ?? isWide;
}
