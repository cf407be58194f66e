import { ACTIONS, nextForm, stepDivision } from '@yibbo/core';
import { useEffect } from 'react';
import { dropTrial, keepTrial, removeNotes, runAction, undo } from '../store/edits';
import { selectHasSelection, selectNotes, selectPart, selectSelectedNotes } from '../store/selectors';
import { useAppDispatch, type Thunk } from '../store/store';
import { patternViewSet, selectionSet } from '../store/view';
import { followHeldKeys } from './held-keys';

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
    if (selectHasSelection(getState())) dispatch(runAction(actionId, { ...defaultsOf(actionId), ...params }));
  };

const onAnything =
  (actionId: string, params: Record<string, unknown> = {}): Thunk<unknown> =>
  (dispatch, getState) =>
    dispatch(runAction(actionId, { ...defaultsOf(actionId), ...getState().trial.lastParams[actionId], ...params }));

function defaultsOf(actionId: string): Record<string, unknown> {
  return ACTIONS.find(({ id }) => id === actionId)!.params.parse({});
}

const changeGrid =
  (change: 'coarser' | 'finer' | 'form'): Thunk<unknown> =>
  (dispatch, getState) => {
    const part = selectPart(getState());
    if (!part) return;
    const { division } = part;
    const next = change === 'form' ? nextForm(division) : stepDivision(division, change === 'finer' ? 1 : -1);
    dispatch(patternViewSet({ patternId: part.pattern.id, view: { division: next } }));
  };

const escape: Thunk<unknown> = (dispatch, getState) => (getState().trial.trial ? dispatch(dropTrial()) : dispatch(selectionSet([])));
const selectAll: Thunk<unknown> = (dispatch, getState) => dispatch(selectionSet(selectNotes(getState()).map(({ id }) => id)));
const erase: Thunk<unknown> = (dispatch, getState) => {
  if (selectHasSelection(getState())) dispatch(removeNotes(selectSelectedNotes(getState()).map(({ id }) => id)));
};
const otherDress: Thunk<unknown> = (dispatch, getState) => {
  const part = selectPart(getState());
  if (part) dispatch(patternViewSet({ patternId: part.pattern.id, view: { dress: part.dress === 'steps' ? 'notes' : 'steps' } }));
};

/** Every key of the pattern screen, but Space (plays), and those held during a drag. */
export const KEYS: readonly KeyAct[] = [
  { key: 'z', ctrl: true, words: 'Undo', act: (dispatch) => dispatch(undo('undo')) },
  { key: 'z', ctrl: true, shift: true, words: 'Redo', act: (dispatch) => dispatch(undo('redo')) },
  { key: 'a', ctrl: true, words: 'Select all', act: selectAll },
  { key: 'Escape', words: 'Drop the trial, or select nothing', act: escape },
  { key: 'k', words: 'Keep the trial', act: (dispatch) => dispatch(keepTrial()) },
  { key: 'Delete', words: 'Delete the selected notes', act: erase },
  { key: 'Backspace', words: 'Delete the selected notes', act: erase },
  { key: 'ArrowLeft', words: 'Nudge the selected notes earlier', act: withSelection('nudge', { count: -1 }) },
  { key: 'ArrowRight', words: 'Nudge the selected notes later', act: withSelection('nudge', { count: 1 }) },
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
  { key: 'v', words: 'Steps or Notes', act: otherDress },
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
