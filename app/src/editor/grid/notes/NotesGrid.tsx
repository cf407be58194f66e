import { countHit, LANDING_NAMES, notesBehind, type Note } from '@yibbo/core';
import { useCallback, useMemo, type CSSProperties, type PointerEvent, type RefCallback, type RefObject } from 'react';
import { useEffects } from '../../../state/effects';
import { selectHeardNotes, selectVariantOutline, type OpenPart } from '../../../state/session/selectors';
import { useAppDispatch, useAppSelector } from '../../../state/store';
import { takeRow } from '../../../acts/pattern/row-acts';
import { rowName } from '../../../acts/pattern/rows';
import { gestureWords } from '../../screen/gesture-words';
import { GestureHint } from '../../screen/GestureHint';
import { ViewPress } from '../../screen/ViewPress';
import { movedNotes } from '../../../acts/gesture/finish';
import { RecordingLanes, useRecordingsUnder } from '../../recordings/RecordingLane';
import { Lanes } from '../lanes/Lanes';
import { useShownLanes } from '../lanes/shown-lanes';
import { useActiveRow } from '../useActiveRow';
import { Cursor } from './Cursor';
import { EdgeMarks } from './EdgeMarks';
import { GestureLayer } from './GestureLayer';
import { BeyondLayer, LinesLayer, NotesLayer, OwnRowsLayer, repeatsIn, RowsLayer, SpanLayer } from './layers';
import { PitchStrip } from './PitchStrip';
import { Playhead, RowHeads } from './Playhead';
import { PressLight } from './PressLight';
import { Preview, usePreview } from './Preview';
import { Ruler } from './Ruler';
import { TrialMarks } from './TrialMarks';
import { useGridCursor } from './useGridCursor';
import { NO_IDS, useNotesHand, useNotesView, type NotesHand, type NotesView } from './useNotesView';

/** The ruler is a thumb high: its corner and its end are there to press. */
const RULER_HEIGHT = 44;

/** The pattern as pitch against time. */
export function NotesGrid({ part }: { readonly part: OpenPart }) {
  const dispatch = useAppDispatch();
  const { sound } = useEffects();
  const { view, surfaceRef, followRef } = useNotesView(part);
  const hand = useNotesHand(view, surfaceRef);
  const { viewport, rows, shown, seen } = view;
  const lanes = useShownLanes(part);
  const under = useRecordingsUnder(part);
  const heights = [...under.heights, ...lanes.map(({ height }) => height)];
  const lanesHeight = heights.reduce((sum, height) => sum + height, 0);
  const isDrums = part.track.kind === 'drums';
  const stripWidth = isDrums ? 88 : 48;
  const { pitch: activePitch } = useActiveRow(part);
  const take = useCallback(
    (pitch: number) => {
      sound.audition(part.track.id, pitch, 100);
      dispatch(takeRow(pitch));
    },
    [dispatch, part.track.id, sound],
  );
  const landing = useLandingWords(view, hand);
  const isMousePress = hand.gesture.state === 'pressing' && !hand.isTouched;
  return (
    <div
      style={{
        position: 'relative',
        flex: 1,
        minHeight: 0,
        display: 'grid',
        gridTemplateColumns: `${stripWidth}px 1fr`,
        gridTemplateRows: `${RULER_HEIGHT}px 1fr ${heights.map((height) => `${height}px`).join(' ')}`,
        overflow: 'hidden',
      }}
    >
      <div style={{ background: 'var(--wash)', borderBottom: '1px solid var(--lineStrong)', display: 'flex' }}>
        <ViewPress part={part} />
      </div>
      <Ruler viewport={viewport} part={part} notes={shown} height={RULER_HEIGHT} />
      <PitchStrip viewport={viewport} rows={rows} active={activePitch} onTake={take} isDrums={isDrums} />
      <NotesSurface view={view} hand={hand} surfaceRef={surfaceRef} followRef={followRef} />
      <EdgeMarks viewport={viewport} rows={rows} notes={seen} edges={{ left: stripWidth, top: RULER_HEIGHT, bottom: lanesHeight }} />
      <RecordingLanes recordings={under.recordings} part={part} viewport={viewport} />
      <Lanes lanes={lanes} part={part} viewport={viewport} notes={shown} selected={view.selected} />
      <GestureHint
        words={
          isMousePress ? null : gestureWords(hand.goingOn, part, (pitch) => rowName(part, pitch), hand.liftedNotes, hand.setting, landing)
        }
        isOverCancel={['idle', 'pressing'].includes(hand.gesture.state) ? null : hand.isOverCancel}
        isLow={hand.isHigh}
      />
    </div>
  );
}

/** The effect of dragged notes on others, in words. */
function useLandingWords({ shown }: NotesView, { goingOn, liftedNotes, lifted, setting }: NotesHand): string {
  const mode = useAppSelector((state) => state.preferences.noteLanding);
  if (goingOn.state !== 'moving' || (goingOn.ticks === 0 && goingOn.semitones === 0)) return '';
  const others = goingOn.copy ? shown : shown.filter(({ id }) => !lifted.has(id));
  const hit = countHit(others, movedNotes(liftedNotes, goingOn, setting));
  return hit === 0 ? '' : ` · onto ${hit}: ${LANDING_NAMES[mode]}`;
}

interface SurfaceProps {
  readonly view: NotesView;
  readonly hand: NotesHand;
}

interface NotesSurfaceProps extends SurfaceProps {
  readonly surfaceRef: RefObject<HTMLDivElement | null>;
  /** The layer that is moved as the view scrolls. */
  readonly followRef: RefCallback<HTMLElement>;
}

/** Where notes are drawn, by finger, mouse and keys. */
function NotesSurface({ view, hand, surfaceRef, followRef }: NotesSurfaceProps) {
  const { part, rows, viewport, window } = view;
  const { handlers, gesture, setting } = hand;
  const preview = usePreview(hand.surface, setting);
  const cursor = useGridCursor({ part, rows, viewport, surface: surfaceRef, setting });
  return (
    <div
      ref={surfaceRef}
      {...handlers}
      {...cursor.handlers}
      onPointerMove={(event: PointerEvent<HTMLDivElement>) => {
        handlers.onPointerMove(event);
        preview.onPointerMove(event);
      }}
      onPointerLeave={preview.onPointerLeave}
      role="listbox"
      aria-multiselectable
      aria-label={`Notes of ${part.track.name}. Arrow keys move the cursor, Enter puts a note there.`}
      tabIndex={0}
      data-places=""
      data-testid="notes-grid"
      style={{
        position: 'relative',
        overflow: 'hidden',
        contain: 'strict',
        touchAction: 'none',
        background: 'var(--paper)',
        cursor: 'crosshair',
      }}
    >
      <div ref={followRef} style={{ position: 'absolute', top: 0, left: 0, pointerEvents: 'none' }} role="presentation">
        <GroundLayers view={view} />
        <NoteLayers view={view} hand={hand} />
        <PressLight gesture={hand.isTouched ? gesture : null} setting={setting} part={part} rows={rows} window={window} />
        <Preview preview={preview.preview} gesture={gesture} setting={setting} part={part} rows={rows} window={window} />
        <Cursor cursor={cursor} part={part} rows={rows} window={window} />
      </div>
      <Playhead viewport={viewport} lengthTicks={part.pattern.length} />
      <RowHeads viewport={viewport} part={part} rows={rows} />
    </div>
  );
}

/** The ground under the notes: rows, grid lines, marks, shade outside the loop. */
function GroundLayers({ view: { part, rows, window } }: { readonly view: NotesView }) {
  const span = useAppSelector((state) => state.session.span);
  return (
    <>
      <RowsLayer rows={rows} window={window} />
      <LinesLayer part={part} window={window} />
      <OwnRowsLayer part={part} rows={rows} window={window} />
      <BeyondLayer lengthTicks={part.pattern.length} window={window} />
      {span ? <SpanLayer span={span} window={window} /> : null}
    </>
  );
}

/** Notes of other tracks that sound with the open pattern, where they are to show. */
function useBackdrop(part: OpenPart): readonly Note[] {
  const { hasBackdrop, backdropTracks } = useAppSelector((state) => state.preferences);
  const document = useAppSelector((state) => state.song.document);
  return useMemo(
    () =>
      hasBackdrop && document
        ? notesBehind(document, part.placement.id, part.pattern.length, ({ id, muted }) => backdropTracks[id] ?? !muted)
        : NO_NOTES,
    [hasBackdrop, backdropTracks, document, part],
  );
}

const NO_NOTES: readonly Note[] = [];

/** The notes: what lies behind, repeats of rows, the original while a trial shows another, those that are there, those being dragged. */
function NoteLayers({ view, hand }: SurfaceProps) {
  const { part, rows, window, notes, shown, selected, handled, areMarks } = view;
  const repeats = useMemo(() => repeatsIn(shown, part), [shown, part]);
  const place = { part, rows, window };
  const behind = useBackdrop(part);
  const variant = useAppSelector(selectVariantOutline) ?? NO_NOTES;
  const heard = useAppSelector(selectHeardNotes) ?? NO_NOTES;
  return (
    <>
      <NotesLayer notes={behind} {...place} selected={NO_IDS} lifted={NO_IDS} isOutline />
      <NotesLayer notes={repeats} {...place} selected={NO_IDS} lifted={NO_IDS} isOutline />
      <NotesLayer notes={variant} {...place} selected={NO_IDS} lifted={NO_IDS} isOutline />
      {/* What is heard in place of the notes has the track's colour, where other outlines are faded. */}
      <div data-testid="heard" style={{ display: 'contents', '--faded': `var(--track${part.track.colour})` } as CSSProperties}>
        <NotesLayer notes={heard} {...place} selected={NO_IDS} lifted={NO_IDS} isOutline />
      </div>
      {shown === notes ? null : <NotesLayer notes={notes} {...place} selected={NO_IDS} lifted={NO_IDS} isOutline />}
      <NotesLayer notes={shown} {...place} selected={selected} handled={handled} lifted={hand.lifted} areMarks={areMarks} isNamed />
      <TrialMarks notes={notes} shown={shown} {...place} />
      <GestureLayer gesture={hand.goingOn} setting={hand.setting} lifted={hand.liftedNotes} {...place} />
    </>
  );
}
