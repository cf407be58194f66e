import { nextForm, stepDivision } from '@yibbo/core';
import { useEffect } from 'react';
import { dropTrial, keepTrial, removeNotes, undo } from '../store/edits';
import { selectHasSelection, selectNotes, selectPart, selectSelectedNotes } from '../store/selectors';
import { useAppDispatch, type Thunk } from '../store/store';
import { runAction } from '../store/trials';
import { habitsSet, menuSet, patternViewSet, placementOpened, selectionSet, spanSet } from '../store/view';
import { followHeldKeys } from './held';
import { fitNotes, scrollNotes, ZOOM_BY, zoomNotes } from './notes/useViewport';
import { closeRule } from './rules';

/** A key and what it does. `key` is as the browser names it; Ctrl stands for Cmd on a Mac. */
export interface KeyAct {
  readonly key: string;
  readonly ctrl?: boolean;
  readonly shift?: boolean;
  readonly words: string;
  readonly act: Thunk<unknown>;
}

const withSelection =
  (actionId: string, params: Record<string, unknown>): Thunk<unknown> =>
  (dispatch, getState) => {
    if (selectHasSelection(getState())) dispatch(runAction(actionId, params));
  };

const onAnything =
  (actionId: string, params: Record<string, unknown> = {}): Thunk<unknown> =>
  (dispatch) =>
    dispatch(runAction(actionId, params));

const changeGrid =
  (change: 'coarser' | 'finer' | 'form'): Thunk<unknown> =>
  (dispatch, getState) => {
    const part = selectPart(getState());
    if (!part) return;
    const { division } = part;
    const next = change === 'form' ? nextForm(division) : stepDivision(division, change === 'finer' ? 1 : -1);
    dispatch(patternViewSet({ patternId: part.pattern.id, view: { division: next } }));
  };

const escape: Thunk<unknown> = (dispatch, getState) => {
  if (getState().trial.trial) return dispatch(dropTrial());
  if (getState().view.rule) return dispatch(closeRule(false));
  dispatch(spanSet(null));
  return dispatch(selectionSet([]));
};
const keep: Thunk<unknown> = (dispatch, getState) => dispatch(getState().view.rule ? closeRule(true) : keepTrial());
const selectAll: Thunk<unknown> = (dispatch, getState) => dispatch(selectionSet(selectNotes(getState()).map(({ id }) => id)));
const erase: Thunk<unknown> = (dispatch, getState) => {
  if (selectHasSelection(getState())) dispatch(removeNotes(selectSelectedNotes(getState()).map(({ id }) => id)));
};
const otherDress: Thunk<unknown> = (dispatch, getState) => {
  const part = selectPart(getState());
  if (part) dispatch(patternViewSet({ patternId: part.pattern.id, view: { dress: part.dress === 'steps' ? 'notes' : 'steps' } }));
};

/** The menu of what is selected, else of the pattern's beginning, in the middle of the screen. */
const openMenu: Thunk<unknown> = (dispatch, getState) => {
  const [first] = selectSelectedNotes(getState());
  const at = { tick: first?.start ?? 0, pitch: first?.pitch ?? 60 };
  dispatch(menuSet({ x: window.innerWidth / 2, y: window.innerHeight / 3, at, noteId: first?.id ?? null }));
};

const otherTrack =
  (step: 1 | -1): Thunk<unknown> =>
  (dispatch, getState) => {
    const { document } = getState().song;
    const part = selectPart(getState());
    if (!document || !part) return;
    const at = document.tracks.findIndex(({ id }) => id === part.track.id) + step;
    const track = document.tracks[(at + document.tracks.length) % document.tracks.length]!;
    const placement = document.placements.find(({ trackId }) => trackId === track.id);
    if (placement) dispatch(placementOpened(placement.id));
  };

const switchHabit =
  (habit: 'hearsDrawing' | 'laneOpen'): Thunk<unknown> =>
  (dispatch, getState) =>
    dispatch(habitsSet({ [habit]: !(getState().view.habits[habit] ?? true) }));

const look = (act: () => void): Thunk<unknown> => act;

/** Every key of the pattern screen, but Space (plays), and those held during a drag. */
export const KEYS: readonly KeyAct[] = [
  { key: 'z', ctrl: true, words: 'Undo', act: (dispatch) => dispatch(undo('undo')) },
  { key: 'z', ctrl: true, shift: true, words: 'Redo', act: (dispatch) => dispatch(undo('redo')) },
  { key: 'a', ctrl: true, words: 'Select all', act: selectAll },
  { key: 'Escape', words: 'Drop the trial, or select nothing', act: escape },
  { key: 'k', words: 'Keep the trial or the rule', act: keep },
  { key: 'Delete', words: 'Delete the selected notes', act: erase },
  { key: 'Backspace', words: 'Delete the selected notes', act: erase },
  { key: 'ArrowLeft', words: 'Nudge the selected notes earlier', act: withSelection('nudge', { count: -1, unit: 'grid' }) },
  { key: 'ArrowRight', words: 'Nudge the selected notes later', act: withSelection('nudge', { count: 1, unit: 'grid' }) },
  { key: 'ArrowLeft', shift: true, words: 'Nudge 5 ms earlier', act: withSelection('nudge', { count: -5, unit: 'ms' }) },
  { key: 'ArrowRight', shift: true, words: 'Nudge 5 ms later', act: withSelection('nudge', { count: 5, unit: 'ms' }) },
  { key: 'ArrowUp', words: 'Selected notes a semitone up', act: withSelection('transpose', { semitones: 1 }) },
  { key: 'ArrowDown', words: 'Selected notes a semitone down', act: withSelection('transpose', { semitones: -1 }) },
  { key: 'ArrowUp', shift: true, words: 'Selected notes an octave up', act: withSelection('transpose', { semitones: 12 }) },
  { key: 'ArrowDown', shift: true, words: 'Selected notes an octave down', act: withSelection('transpose', { semitones: -12 }) },
  { key: 'r', words: 'Rotate on', act: onAnything('rotate', { count: 1 }) },
  { key: 'r', shift: true, words: 'Rotate back', act: onAnything('rotate', { count: -1 }) },
  { key: 'w', words: 'Quantize', act: onAnything('quantize') },
  { key: 'c', words: 'First cut', act: onAnything('first-cut') },
  { key: 'x', words: 'Split at lines', act: onAnything('split-lines') },
  { key: '1', words: 'Coarser grid', act: changeGrid('coarser') },
  { key: '2', words: 'Finer grid', act: changeGrid('finer') },
  { key: '3', words: 'Grid straight, dotted, triplet', act: changeGrid('form') },
  { key: 'l', words: 'Longer', act: withSelection('resize', { edge: 'end', count: 1 }) },
  { key: 'l', shift: true, words: 'Shorter', act: withSelection('resize', { edge: 'end', count: -1 }) },
  { key: 's', words: 'Start later, end stays', act: withSelection('resize', { edge: 'start', count: 1 }) },
  { key: 's', shift: true, words: 'Start earlier, end stays', act: withSelection('resize', { edge: 'start', count: -1 }) },
  { key: 'g', words: 'Louder', act: withSelection('velocity-scale', { percent: 115 }) },
  { key: 'g', shift: true, words: 'Softer', act: withSelection('velocity-scale', { percent: 85 }) },
  { key: 'm', words: 'Mute the selected notes', act: withSelection('mute', { to: 'muted' }) },
  { key: 'm', shift: true, words: 'Unmute the selected notes', act: withSelection('mute', { to: 'heard' }) },
  { key: 'j', words: 'Join', act: withSelection('join', {}) },
  { key: 'y', words: 'Duplicate', act: withSelection('duplicate', {}) },
  { key: 'y', shift: true, words: 'Repeat to the end', act: withSelection('repeat', { until: 'end' }) },
  { key: 'v', words: 'Steps or Notes', act: otherDress },
  { key: '[', words: 'Track before', act: otherTrack(-1) },
  { key: ']', words: 'Next track', act: otherTrack(1) },
  { key: '4', words: 'Zoom out in time', act: look(() => zoomNotes(1 / ZOOM_BY, 1)) },
  { key: '5', words: 'Zoom in in time', act: look(() => zoomNotes(ZOOM_BY, 1)) },
  { key: '6', words: 'Lower rows', act: look(() => zoomNotes(1, 1 / ZOOM_BY)) },
  { key: '7', words: 'Higher rows', act: look(() => zoomNotes(1, ZOOM_BY)) },
  { key: '0', words: 'Fit all notes', act: look(fitNotes) },
  { key: 'PageUp', words: 'Scroll up', act: look(() => scrollNotes(0, -0.8)) },
  { key: 'PageDown', words: 'Scroll down', act: look(() => scrollNotes(0, 0.8)) },
  { key: 'Home', words: 'Scroll back in time', act: look(() => scrollNotes(-0.8, 0)) },
  { key: 'End', words: 'Scroll on in time', act: look(() => scrollNotes(0.8, 0)) },
  { key: 'h', words: 'Hear notes as they are drawn, or not', act: switchHabit('hearsDrawing') },
  { key: 'i', words: 'Velocity lane', act: switchHabit('laneOpen') },
  { key: 'ContextMenu', words: 'What can be done with the selected notes', act: openMenu },
  { key: 'F10', shift: true, words: 'The same', act: openMenu },
];

/** Listens for the keys while the pattern screen is open. */
export function useKeys(onPlay: () => void): void {
  const dispatch = useAppDispatch();
  useEffect(() => followHeldKeys(), []);
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      const target = event.target as HTMLElement;
      if (target.closest('input:not([type=range]), textarea, [contenteditable]')) return;
      if (event.key === ' ') {
        event.preventDefault();
        if (!event.repeat) onPlay();
        return;
      }
      const ctrl = event.ctrlKey || event.metaKey;
      const found = KEYS.find(
        (each) =>
          each.key.toLowerCase() === event.key.toLowerCase() && Boolean(each.ctrl) === ctrl && Boolean(each.shift) === event.shiftKey,
      );
      if (!found) return;
      event.preventDefault();
      dispatch(found.act);
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, [dispatch, onPlay]);
}
