import type { Id } from '@yibbo/core';
import { useCallback, useMemo, useRef } from 'react';
import { useMedia } from '@tamagui/core';
import { useEffects } from '../../../effects';
import { selectNotes, selectShownNotes, type OpenPart } from '../../../session/selectors';
import { useAppDispatch, useAppSelector } from '../../../store';
import { finishGesture } from '../gesture/finish';
import { GestureHint } from '../../screen/GestureHint';
import { gestureWords } from '../../screen/Readout';
import { takeRow } from '../../acts/row-acts';
import { rowName } from '../../acts/rows';
import { liftedIds, useGridGesture, useInHand } from '../gesture/useGridGesture';
import { useListen } from '../gesture/useListen';
import { useRowInHand } from '../useRowInHand';
import { useRows } from '../useRows';
import { useGestureSetting, useSelectedIds } from '../gesture/useSetting';
import { Cursor, useGridCursor } from './Cursor';
import { GestureLayer } from './GestureLayer';
import { BeyondLayer, LinesLayer, NotesLayer, OwnRowsLayer, repeatsIn, RowsLayer, SpanLayer } from './layers';
import { PitchStrip } from './PitchStrip';
import { EdgeMarks } from './EdgeMarks';
import { Playhead, RowHeads } from './Playhead';
import { Preview, usePreview } from './Preview';
import { Ruler } from './Ruler';
import { useFollowZoom } from '../viewport/useFollowZoom';
import { useBarInView, useSelectionInView, useSized, useViewport } from '../viewport/useViewport';
import { useSurface } from './useSurface';
import { LANE_HEIGHT, VelocityLane } from '../lanes/VelocityLane';
import { useFollow, useGridWindow } from '../viewport/viewport';

const NO_IDS: ReadonlySet<Id> = new Set();
const RULER_TOUCH = 44;
const RULER_MOUSE = 28;

/** The pattern as pitch against time. */
export function NotesGrid({ part }: { readonly part: OpenPart }) {
  const dispatch = useAppDispatch();
  const { sound } = useEffects();
  const notes = useAppSelector(selectNotes);
  const shown = useAppSelector(selectShownNotes);
  const rows = useRows(part, shown);
  const viewport = useViewport(part, rows, notes);
  const window = useGridWindow(viewport);
  const follow = useFollow(viewport, window);
  const surfaceRef = useRef<HTMLDivElement>(null);
  const selected = useSelectedIds();
  const setting = useGestureSetting(part, rows);
  const hitsAsMarks = useAppSelector((state) => state.preferences.hitsAsMarks);
  const areMarks = hitsAsMarks && part.track.kind === 'drums';
  const surface = useSurface(surfaceRef, viewport, rows, shown, selected, areMarks);
  useSized(surfaceRef, viewport);
  useFollowZoom(part, viewport);
  useBarInView(part, viewport);
  useSelectionInView(viewport, rows, shown, selected);

  const span = useAppSelector((state) => state.session.span);
  const hasLane = useLaneOpen();
  const stripWidth = part.track.kind === 'drums' ? 88 : 48;
  const rulerHeight = useMedia().wide ? RULER_MOUSE : RULER_TOUCH;
  const { gesture, isOverCancel, isHigh, handlers } = useGridGesture(
    surface,
    setting,
    (finished) => dispatch(finishGesture(finished, { trackId: part.track.id, notes: shown, setting, tapErases: false })),
    useListen(part.track.id, shown),
  );
  const inHand = useInHand(gesture);
  const ids = liftedIds(inHand);
  const lifted = useMemo(() => (ids.length ? new Set(ids) : NO_IDS), [ids]);
  const liftedNotes = useMemo(() => (lifted.size ? shown.filter(({ id }) => lifted.has(id)) : []), [lifted, shown]);
  const { pitch: pitchInHand } = useRowInHand(part);
  const take = useCallback(
    (pitch: number) => {
      sound.audition(part.track.id, pitch, 100);
      dispatch(takeRow(pitch));
    },
    [dispatch, part.track.id],
  );
  const preview = usePreview(surface, setting);
  const repeats = useMemo(() => repeatsIn(shown, part), [shown, part]);
  const cursor = useGridCursor(part, rows, viewport, surfaceRef, setting);

  return (
    <div
      style={{
        position: 'relative',
        flex: 1,
        minHeight: 0,
        display: 'grid',
        gridTemplateColumns: `${stripWidth}px 1fr`,
        gridTemplateRows: `${rulerHeight}px 1fr${hasLane ? ` ${LANE_HEIGHT}px` : ''}`,
        overflow: 'hidden',
      }}
    >
      <div style={{ background: 'var(--wash)', borderBottom: '1px solid var(--lineStrong)' }} />
      <Ruler viewport={viewport} part={part} notes={shown} height={rulerHeight} />
      <PitchStrip viewport={viewport} rows={rows} inHand={pitchInHand} onTake={take} isDrums={part.track.kind === 'drums'} />
      <div
        ref={surfaceRef}
        {...handlers}
        {...cursor.handlers}
        onPointerMove={(event) => {
          handlers.onPointerMove(event);
          preview.onPointerMove(event);
        }}
        onPointerLeave={preview.onPointerLeave}
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
        <div ref={follow} style={{ position: 'absolute', top: 0, left: 0, pointerEvents: 'none' }} role="presentation">
          <RowsLayer rows={rows} window={window} />
          <LinesLayer part={part} window={window} />
          <OwnRowsLayer part={part} rows={rows} window={window} />
          <BeyondLayer lengthTicks={part.pattern.length} window={window} />
          {span ? <SpanLayer span={span} window={window} /> : null}
          <NotesLayer notes={repeats} part={part} rows={rows} window={window} selected={NO_IDS} lifted={NO_IDS} isOutline />
          {shown === notes ? null : (
            <NotesLayer notes={notes} part={part} rows={rows} window={window} selected={NO_IDS} lifted={NO_IDS} isOutline />
          )}
          <NotesLayer
            notes={shown}
            part={part}
            rows={rows}
            window={window}
            selected={selected}
            lifted={lifted}
            areMarks={areMarks}
            isNamed
          />
          <GestureLayer gesture={inHand} setting={setting} lifted={liftedNotes} part={part} rows={rows} window={window} />
          <Preview preview={preview.preview} gesture={gesture} setting={setting} part={part} rows={rows} window={window} />
          <Cursor cursor={cursor} part={part} rows={rows} window={window} />
        </div>
        <Playhead viewport={viewport} lengthTicks={part.pattern.length} />
        <RowHeads viewport={viewport} part={part} rows={rows} />
      </div>
      <EdgeMarks
        viewport={viewport}
        rows={rows}
        notes={shown}
        edges={{ left: stripWidth, top: rulerHeight, bottom: hasLane ? LANE_HEIGHT : 0 }}
      />
      {hasLane ? <VelocityLane part={part} viewport={viewport} notes={shown} selected={selected} /> : null}
      <GestureHint
        words={gestureWords(inHand, part, (pitch) => rowName(part, pitch), liftedNotes, setting)}
        isOverCancel={gesture.state === 'idle' ? null : isOverCancel}
        isLow={isHigh}
      />
    </div>
  );
}

/** Whether the velocity lane is open: as it was last set, else where there is room for it. */
export function useLaneOpen(): boolean {
  const isWide = Boolean(useMedia().wide);
  return useAppSelector((state) => state.preferences.laneOpen) ?? isWide;
}
