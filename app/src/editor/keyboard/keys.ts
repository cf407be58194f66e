import { counted, type ActionId, type ActionParams } from '@yibbo/core';
import { closeSheet, openSheet } from '../../acts/open-sheet';
import { playFromHere } from '../../acts/play-from';
import { removeNotes } from '../../acts/document/edits';
import { undo } from '../../acts/document/undo';
import { dropTrial, keepTrial } from '../../acts/trial/trial-ends';
import { selectCurrentNote, selectHandledNotes, selectHasSelection, selectPart } from '../../state/session/selectors';
import type { Thunk } from '../../state/store';
import { changeGrid } from '../../acts/pattern/grids';
import { letGo, nudgedWords, nudgeStep, pitchStep } from '../../acts/pattern/nudge';
import { placeFor } from '../../acts/pattern/places';
import { turnRow } from '../../acts/pattern/row-acts';
import { openTrack } from '../../acts/pattern/tracks';
import { runAction, tryAction } from '../../acts/trial/trials';
import { preferencesSet, type Amount } from '../../state/preferences/preferences';
import { askingSet, menuSet, noticeSet, sheetSet, spokenSet, type Sheet } from '../../state/session/session';
import { hearCarried } from '../../acts/gesture/hear';
import type { GridOnScreen } from '../../state/on-screen/grid';
import { ZOOM_BY } from '../grid/viewport/useViewport';
import { deselect, selectAllNotes } from '../../acts/pattern/select';
import { showNextRows, switchVelocityLane, switchViewMode } from '../../acts/pattern/view';
import { closeRule } from '../../acts/pattern/rules';
import { beginSteps, endSteps } from '../../acts/playing-in/steps';
import { lettersPlaySet } from '../../state/session/playing-in';

/** A key and what it does. `key` is as the browser names it; Ctrl stands for Cmd on a Mac. */
export interface KeyAct {
  /** Identifies an act that comes without a key, to be put on one. */
  readonly id?: string;
  readonly key: string;
  readonly ctrl?: boolean;
  readonly shift?: boolean;
  readonly words: string;
  readonly act: Thunk<unknown>;
  /** Run when the key is released. */
  readonly release?: Thunk<unknown>;
}

/** Acts on what is selected, else on the current note. */
const onHandled =
  <A extends ActionId>(actionId: A, params: Partial<ActionParams<A>> = {}): Thunk<unknown> =>
  (dispatch, getState) => {
    const current = selectCurrentNote(getState());
    if (current) dispatch(runAction(actionId, params, [current.id]));
    else if (selectHasSelection(getState())) dispatch(runAction(actionId, params));
  };

const onAnything =
  <A extends ActionId>(actionId: A, params: Partial<ActionParams<A>> = {}): Thunk<unknown> =>
  (dispatch) =>
    dispatch(runAction(actionId, params));

/** Carries the selected notes, else the current one, for as long as the key is held. */
const nudging = (direction: 1 | -1, amount?: Amount): Pick<KeyAct, 'act' | 'release'> => ({
  act: (dispatch) => dispatch(nudgeStep(direction, amount, 'handled')),
  release: letGoAndSay,
});

/** Puts down what a held key carried, and says how far it has come in all. */
const letGoAndSay: Thunk<unknown> = (dispatch, getState) => {
  dispatch(letGo());
  const total = nudgedWords(getState());
  if (total) dispatch(spokenSet(`Nudged ${total}`));
};

/** The same for pitch, heard at each step. */
const rising = (semitones: number): Pick<KeyAct, 'act' | 'release'> => ({
  act: (dispatch) => {
    dispatch(pitchStep(semitones));
    dispatch(hearCarried());
  },
  release: letGo(),
});

const trying =
  (actionId: ActionId): Thunk<unknown> =>
  (dispatch) =>
    dispatch(tryAction(actionId));
const tryingOnHandled =
  (actionId: ActionId): Thunk<unknown> =>
  (dispatch, getState) => {
    const handled = selectHandledNotes(getState());
    if (handled.length)
      dispatch(
        tryAction(
          actionId,
          undefined,
          handled.map(({ id }) => id),
        ),
      );
  };

/** Opens a sheet, or closes it where it is open. */
const sheet =
  (opened: Sheet): Thunk<unknown> =>
  (dispatch, getState) =>
    dispatch(sheetSet(getState().session.sheet?.kind === opened.kind ? null : opened));

const rotateRow =
  (steps: number): Thunk<unknown> =>
  (dispatch, getState) => {
    const part = selectPart(getState());
    if (part) dispatch(turnRow(placeFor(getState(), part).pitch, steps));
  };

const escape: Thunk<unknown> = (dispatch, getState) => {
  const { lettersPlay, steps } = getState().playingIn;
  if (lettersPlay) return void dispatch(lettersPlaySet(false));
  if (getState().trial.trial) return dispatch(dropTrial());
  if (steps) return dispatch(endSteps());
  if (getState().session.rule) return dispatch(closeRule(false));
  if (getState().session.sheet) return dispatch(closeSheet);
  return dispatch(deselect);
};
const keep: Thunk<unknown> = (dispatch, getState) => dispatch(getState().session.rule ? closeRule(true) : keepTrial());
const erase: Thunk<unknown> = (dispatch, getState) => {
  const handled = selectHandledNotes(getState());
  if (!handled.length) return;
  dispatch(removeNotes(handled.map(({ id }) => id)));
  dispatch(spokenSet(`${counted(handled.length, 'note')} deleted`));
};

/** Opens the search for tools: in the panel where there is one, else in the toolbox. */
const find: Thunk<unknown> = (dispatch) => {
  const field = document.querySelector<HTMLElement>('[aria-label="Find an action"]');
  if (field) field.focus();
  else dispatch(openSheet({ kind: 'tools' }));
};

/** Sounds the row of the cursor, or the current one. */
const hearRow: Thunk<unknown> = (_dispatch, getState, { sound }) => {
  const part = selectPart(getState());
  if (part) sound.audition(part.track.id, placeFor(getState(), part).pitch, HEARD_VELOCITY);
};
const HEARD_VELOCITY = 100;

const aboutTrack =
  (kind: 'track' | 'sound'): Thunk<unknown> =>
  (dispatch, getState) => {
    const part = selectPart(getState());
    if (part) dispatch(openSheet({ kind, trackId: part.track.id }));
  };
/** The menu of what is selected, else of the cursor's place, else of the pattern's beginning, in the middle of the screen. */
const openMenu: Thunk<unknown> = (dispatch, getState) => {
  const [first] = selectHandledNotes(getState());
  const at = first ? { tick: first.start, pitch: first.pitch } : (getState().session.cursor ?? { tick: 0, pitch: 60 });
  dispatch(menuSet({ x: window.innerWidth / 2, y: window.innerHeight / 3, at, noteId: first?.id ?? null }));
};

const otherTrack =
  (step: 1 | -1): Thunk<unknown> =>
  (dispatch, getState) => {
    const { document } = getState().song;
    const part = selectPart(getState());
    if (!document || !part) return;
    const at = document.tracks.findIndex(({ id }) => id === part.track.id) + step;
    dispatch(openTrack(document.tracks[(at + document.tracks.length) % document.tracks.length]!.id));
  };

const switchHabit =
  (habit: 'hearsDrawing' | 'isSnapping'): Thunk<unknown> =>
  (dispatch, getState) =>
    dispatch(preferencesSet({ [habit]: !getState().preferences[habit] }));

const openPads: Thunk<unknown> = (dispatch, getState) => {
  if (getState().session.sheet?.kind !== 'play-in') dispatch(openSheet({ kind: 'play-in' }));
};

const switchSteps: Thunk<unknown> = (dispatch, getState) => {
  if (getState().playingIn.steps) return dispatch(endSteps());
  dispatch(openPads);
  dispatch(beginSteps());
};

/** The recording code is loaded on first use. */
const withRecording =
  (act: 'toggleRecording' | 'recordAgain'): Thunk<unknown> =>
  async (dispatch) => {
    const part = await import('../playing-in').catch(() => null);
    return dispatch(part ? part[act]() : noticeSet(NO_RECORDING));
  };
const NO_RECORDING = 'Yibbo could not load the part that records. Check the connection, then press the key again.';
const record = withRecording('toggleRecording');
const recordAgain = withRecording('recordAgain');

/** Letters play, on pads that are seen. */
const switchLetters: Thunk<unknown> = (dispatch, getState) => {
  const isOn = getState().playingIn.lettersPlay;
  if (!isOn) dispatch(openPads);
  dispatch(lettersPlaySet(!isOn));
};

const look =
  (act: (grid: GridOnScreen) => void): Thunk<unknown> =>
  (_dispatch, _getState, { grid }) =>
    act(grid);

/** Every key of the pattern screen, but Space (plays), and those held during a drag. */
export const KEYS: readonly KeyAct[] = [
  { key: 'z', ctrl: true, words: 'Undo', act: (dispatch) => dispatch(undo('undo')) },
  { key: 'z', ctrl: true, shift: true, words: 'Redo', act: (dispatch) => dispatch(undo('redo')) },
  { key: 'a', ctrl: true, words: 'Select all', act: selectAllNotes },
  { key: 'Escape', words: 'Drop the trial, or select nothing', act: escape },
  { key: 'k', words: 'Keep the trial or the rule', act: keep },
  { key: '/', words: 'Find an action', act: find },
  { key: 'j', shift: true, words: 'Play from the cursor, or from the selected notes', act: playFromHere() },
  { key: 'h', shift: true, words: 'Hear the row of the cursor', act: hearRow },
  { key: 'a', shift: true, words: 'New track', act: sheet({ kind: 'add-track' }) },
  { key: 't', shift: true, words: 'The track: its name and levels', act: aboutTrack('track') },
  { key: 'w', shift: true, words: 'The sound of the track', act: aboutTrack('sound') },
  { key: 'Delete', words: 'Delete the selected or current notes', act: erase },
  { key: 'Backspace', words: 'Delete the selected or current notes', act: erase },
  { key: 'ArrowLeft', words: 'Nudge earlier', ...nudging(-1) },
  { key: 'ArrowRight', words: 'Nudge later', ...nudging(1) },
  { key: 'ArrowLeft', shift: true, words: 'Nudge 5 ms earlier', ...nudging(-1, { count: 5, unit: 'ms' }) },
  { key: 'ArrowRight', shift: true, words: 'Nudge 5 ms later', ...nudging(1, { count: 5, unit: 'ms' }) },
  { key: 'ArrowUp', words: 'A semitone up', ...rising(1) },
  { key: 'ArrowDown', words: 'A semitone down', ...rising(-1) },
  { key: 'ArrowUp', shift: true, words: 'An octave up', ...rising(12) },
  { key: 'ArrowDown', shift: true, words: 'An octave down', ...rising(-12) },
  { key: 'r', words: 'Rotate on', act: onAnything('rotate', { count: 1 }) },
  { key: 'r', shift: true, words: 'Rotate back', act: onAnything('rotate', { count: -1 }) },
  { key: '.', words: 'Rotate the current row on', act: rotateRow(1) },
  { key: ',', words: 'Rotate the current row back', act: rotateRow(-1) },
  { key: ';', words: 'Shift pitches along the rhythm', act: onAnything('rotate-values', { what: 'pitches', count: 1 }) },
  { key: 'u', words: 'A scale step up', act: onHandled('in-scale', { degrees: 1 }) },
  { key: 'u', shift: true, words: 'A scale step down', act: onHandled('in-scale', { degrees: -1 }) },
  { key: 'i', shift: true, words: 'Invert', act: onAnything('invert') },
  { key: 't', words: 'Type values', act: tryingOnHandled('type-values') },
  { key: 'p', words: 'Type a phrase', act: trying('phrase') },
  { key: 'a', words: 'Fill the current row', act: trying('fill') },
  { key: 'o', words: 'The current row', act: sheet({ kind: 'row' }) },
  { key: 'o', shift: true, words: 'The grid', act: sheet({ kind: 'grid', of: 'pattern' }) },
  { key: 'k', shift: true, words: 'The key', act: sheet({ kind: 'key' }) },
  { key: 'p', shift: true, words: 'Drawing: lengths and shapes', act: sheet({ kind: 'drawing' }) },
  { key: 'x', shift: true, words: 'Snap on or off', act: switchHabit('isSnapping') },
  { key: 'n', shift: true, words: 'How far a nudge goes', act: sheet({ kind: 'nudge' }) },
  { key: 'w', words: 'Quantize', act: onAnything('quantize') },
  { key: 'c', words: 'First cut', act: onAnything('first-cut') },
  { key: 'x', words: 'Split at lines', act: onAnything('split-lines') },
  { key: '1', words: 'Coarser grid', act: changeGrid('coarser') },
  { key: '2', words: 'Finer grid', act: changeGrid('finer') },
  { key: '3', words: 'Grid straight, dotted, triplet', act: changeGrid('form') },
  { key: 'l', words: 'Longer', act: onHandled('resize', { edge: 'end', count: 1 }) },
  { key: 'l', shift: true, words: 'Shorter', act: onHandled('resize', { edge: 'end', count: -1 }) },
  { key: 's', words: 'Start later, end stays', act: onHandled('resize', { edge: 'start', count: 1 }) },
  { key: 's', shift: true, words: 'Start earlier, end stays', act: onHandled('resize', { edge: 'start', count: -1 }) },
  { key: 'g', words: 'Louder', act: onHandled('velocity-scale', { percent: 115 }) },
  { key: 'g', shift: true, words: 'Softer', act: onHandled('velocity-scale', { percent: 85 }) },
  { key: 'm', words: 'Mute', act: onHandled('mute', { to: 'muted' }) },
  { key: 'm', shift: true, words: 'Unmute', act: onHandled('mute', { to: 'heard' }) },
  { key: 'j', words: 'Join', act: onHandled('join', {}) },
  { key: 'y', words: 'Duplicate', act: onAnything('duplicate') },
  { key: 'y', shift: true, words: 'Repeat to the end', act: onAnything('repeat', { until: 'end' }) },
  { key: 'v', words: 'Steps or Notes', act: switchViewMode },
  { key: '[', words: 'Track before', act: otherTrack(-1) },
  { key: ']', words: 'Next track', act: otherTrack(1) },
  { key: '4', words: 'Zoom out in time', act: look((grid) => grid.zoom(1 / ZOOM_BY, 1)) },
  { key: '5', words: 'Zoom in in time', act: look((grid) => grid.zoom(ZOOM_BY, 1)) },
  { key: '6', words: 'Lower rows', act: look((grid) => grid.zoom(1, 1 / ZOOM_BY)) },
  { key: '7', words: 'Higher rows', act: look((grid) => grid.zoom(1, ZOOM_BY)) },
  { key: '0', words: 'Fit all notes', act: look((grid) => grid.fit()) },
  { key: '8', words: 'To notes out of sight', act: look((grid) => grid.jumpToHidden()) },
  { key: '9', words: 'Rows: every, of the scale or kit, with notes', act: showNextRows },
  { key: 'PageUp', words: 'Scroll up', act: look((grid) => grid.scroll(0, -0.8)) },
  { key: 'PageDown', words: 'Scroll down', act: look((grid) => grid.scroll(0, 0.8)) },
  { key: 'Home', words: 'Scroll back in time', act: look((grid) => grid.scroll(-0.8, 0)) },
  { key: 'End', words: 'Scroll on in time', act: look((grid) => grid.scroll(0.8, 0)) },
  { key: 'h', words: 'Hear notes as they are drawn, or not', act: switchHabit('hearsDrawing') },
  { key: 'i', words: 'Velocity lane', act: switchVelocityLane },
  { key: 'n', words: 'Play in: pads or keys', act: sheet({ kind: 'play-in' }) },
  { key: 'd', shift: true, words: 'Record, or end the recording', act: record },
  { key: 'f', shift: true, words: 'Record again', act: recordAgain },
  { key: 'z', shift: true, words: 'Put in steps, or end that', act: switchSteps },
  { key: 'c', shift: true, words: 'Letters play, or command again', act: switchLetters },
  { key: 'v', shift: true, words: 'Takes', act: sheet({ kind: 'takes' }) },
  { key: '?', words: 'What is this? A press then tells what something is', act: (dispatch) => dispatch(askingSet(true)) },
  { key: 'ContextMenu', words: 'Actions for the notes', act: openMenu },
  { key: 'F10', shift: true, words: 'The same', act: openMenu },
];
