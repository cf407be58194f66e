import { actionById, type Id } from '@yibbo/core';
import { useMemo, useRef, type RefObject } from 'react';
import { selectHeardNotes, selectNotes, selectShownNotes, type OpenPart } from '../../../state/session/selectors';
import { useAppDispatch, useAppSelector } from '../../../state/store';
import { dragTrial } from '../../../acts/trial/trials';
import { finishGesture } from '../../../acts/gesture/finish';
import { liftedIds, useGoingOn, useHand } from '../gesture/useHand';
import { useListen } from '../gesture/useListen';
import { useGestureSetting, useHandledIds, useSelectedIds } from '../gesture/useSetting';
import { useRows } from '../useRows';
import { usePlayInView } from '../viewport/usePlayInView';
import { useFollowZoom } from '../viewport/useFollowZoom';
import { useBarInView, useSelectionInView, useSized, useViewport, useZoomKept } from '../viewport/useViewport';
import { useFollow, useGridWindow } from '../viewport/viewport';
import { useSurface } from './useSurface';

export const NO_IDS: ReadonlySet<Id> = new Set();

/** The view of a part's notes: notes, rows, scroll and zoom. */
export function useNotesView(part: OpenPart) {
  const notes = useAppSelector(selectNotes);
  const shown = useAppSelector(selectShownNotes);
  const heard = useAppSelector(selectHeardNotes);
  // Outlines of treated notes are fitted into view with the notes.
  const seen = useMemo(() => (heard ? [...shown, ...heard] : shown), [shown, heard]);
  const rows = useRows(part, seen);
  const viewport = useViewport(part, rows, heard ? seen : notes);
  const window = useGridWindow(viewport);
  const followRef = useFollow(viewport, window);
  const selected = useSelectedIds();
  const handled = useHandledIds();
  const surfaceRef = useRef<HTMLDivElement>(null);
  const areMarks = useAppSelector((state) => state.preferences.hitsAsMarks) && part.track.kind === 'drums';
  useSized(surfaceRef, viewport);
  useFollowZoom(part, viewport);
  useBarInView(part, viewport);
  useZoomKept(part, viewport);
  usePlayInView(part, viewport);
  useSelectionInView(viewport, rows, shown, selected);
  return { view: { part, notes, shown, seen, rows, viewport, window, selected, handled, areMarks }, surfaceRef, followRef };
}

export type NotesView = ReturnType<typeof useNotesView>['view'];

/** Input of fingers, mouse and held keys on the notes in view. */
export function useNotesHand({ part, shown, rows, viewport, handled, areMarks }: NotesView, surfaceRef: RefObject<HTMLDivElement | null>) {
  const dispatch = useAppDispatch();
  const setting = useGestureSetting(part, rows);
  const { grid, rowGrids } = part;
  const surface = useSurface(surfaceRef, { viewport, rows, notes: shown, handled, areMarks, grid, rowGrids });
  const isDragControl = useAppSelector(
    ({ trial: { trial } }) => trial !== null && !trial.recipe && actionById(trial.actionId).dragControl !== undefined,
  );
  const listen = useListen(part.track.id, shown);
  const hand = useHand({
    surface,
    setting,
    isManyHanded: false,
    isDragControl,
    onFinish: (finished) => dispatch(finishGesture(finished, { trackId: part.track.id, notes: shown, setting, tapErases: false })),
    onStep: (gesture) => (gesture.state === 'leading' ? dispatch(dragTrial(gesture)) : listen(gesture)),
  });
  const goingOn = useGoingOn(hand.gesture);
  const ids = liftedIds(goingOn);
  const lifted = useMemo(() => (ids.length ? new Set(ids) : NO_IDS), [ids]);
  const liftedNotes = useMemo(() => (lifted.size ? shown.filter(({ id }) => lifted.has(id)) : []), [lifted, shown]);
  return { ...hand, setting, surface, goingOn, lifted, liftedNotes };
}

export type NotesHand = ReturnType<typeof useNotesHand>;
