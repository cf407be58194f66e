import { ACTIONS, isMaker, paramFields, SHORT_LETTERS, type ActionFamily, type ListedAction } from '@yibbo/core';
import { openFollowers, openSheet } from '../../../acts/open-sheet';
import { copyNotes, cutNotes, toSystem } from '../../../acts/pattern/clipboard';
import { showNextRows, switchVelocityLane } from '../../../acts/pattern/view';
import { runAction, tryAction } from '../../../acts/trial/trials';
import { preferencesSet } from '../../../state/preferences/preferences';
import { selectHandledNotes, selectHasSelection, selectNotes, type OpenPart } from '../../../state/session/selectors';
import { copiesNextSet, type Sheet } from '../../../state/session/session';
import type { State, Thunk } from '../../../state/store';

/** Something the line of tools can offer: a cell with an icon over a short name, or a short name over a value. All that it shows is part of its
 *  accessible name, so that it can be asked for by what is read on it. */
export interface Tool {
  /** Its accessible name, which also names it in the counts of use. */
  readonly label: string;
  /** By its name among the icons of tools. */
  readonly icon?: string | undefined;
  /** At most `SHORT_LETTERS` letters; longer only where it stands alone. */
  readonly name: string;
  /** Under the name where there is no icon: "every 2". */
  readonly value?: string | undefined;
  readonly act: Thunk<unknown>;
  readonly isOff?: (state: State) => boolean;
  /** For switches: whether it is on. */
  readonly isOn?: (state: State) => boolean;
  /** Whether it is of use on a part; always where absent. */
  readonly isFor?: (part: OpenPart) => boolean;
}

/** Whether an action has nothing to work on now. */
export function isOutOfReach(action: ListedAction, state: State): boolean {
  if (action.takes === 'pattern' || isMaker(action)) return false;
  return action.takes === 'selection' ? !selectHasSelection(state) : selectNotes(state).length === 0;
}

/** The accessible name of the button that opens an action's trial. */
export function trialLabel({ label }: ListedAction): string {
  return `${label}: try with settings`;
}

/** An action's one-touch forms, and its trial. */
function toolsOfAction(action: ListedAction): Tool[] {
  const isOff = (state: State) => isOutOfReach(action, state);
  const forms = (action.quick ?? []).map((form): Tool => ({ ...shownAs(form, action), act: runAction(action.id, form.params), isOff }));
  if (paramFields(action.params).length === 0) return forms;
  return [...forms, { label: trialLabel(action), icon: 'settings', name: action.short, act: tryAction(action.id), isOff }];
}

/** The label of a one-touch form: "Octave" under its icon, "every 2" under "Fill", or else its full name. */
function shownAs({ label, icon }: { readonly label: string; readonly icon?: string }, { short }: ListedAction): Omit<Tool, 'act'> {
  if (icon) return { label, icon, name: label.length <= SHORT_LETTERS ? label : label.split(' ')[0]! };
  return label.startsWith(`${short} `) ? { label, name: short, value: label.slice(short.length + 1) } : { label, name: label };
}

/** Copying that is not an action on notes. */
const COPY_TOOLS: readonly Tool[] = [
  {
    label: 'Cut',
    icon: 'cut',
    name: 'Cut',
    act: (dispatch) => dispatch(toSystem(cutNotes())),
    isOff: (state) => selectHandledNotes(state).length === 0,
  },
  { label: 'Copy', icon: 'copy', name: 'Copy', act: (dispatch) => dispatch(toSystem(copyNotes())) },
  {
    label: 'Copy, then drag',
    icon: 'dragCopy',
    name: 'then drag',
    act: (dispatch, getState) => void dispatch(copiesNextSet(!getState().session.copiesNext)),
    isOn: (state) => state.session.copiesNext,
  },
];

const show =
  (sheet: Sheet): Thunk =>
  (dispatch) =>
    dispatch(openSheet(sheet));
const switched =
  (name: 'hasBackdrop' | 'hitsAsMarks'): Thunk =>
  (dispatch, getState) =>
    void dispatch(preferencesSet({ [name]: !getState().preferences[name] }));

const isPitched = ({ track }: OpenPart) => track.kind === 'pitched';
const isInNotes = ({ viewMode }: OpenPart) => viewMode === 'notes';

const VIEW_TOOLS: readonly Tool[] = [
  { label: 'Next rows shown', icon: 'rows', name: 'Rows', act: showNextRows },
  { label: 'Key …', icon: 'key', name: 'Key', act: show({ kind: 'key' }) },
  {
    label: 'Velocity lane',
    icon: 'velocityLane',
    name: 'Velocity',
    act: switchVelocityLane,
    isOn: (state) => state.preferences.laneOpen === true,
    isFor: isInNotes,
  },
  { label: 'Fit all notes', icon: 'fit', name: 'Fit', act: (_dispatch, _getState, { grid }) => grid.fit(), isFor: isInNotes },
  {
    label: 'Hits as marks',
    icon: 'marks',
    name: 'marks',
    act: switched('hitsAsMarks'),
    isOn: (state) => state.preferences.hitsAsMarks,
    isFor: (part) => isInNotes(part) && part.track.kind === 'drums',
  },
  {
    label: 'Backdrop',
    icon: 'backdrop',
    name: 'Backdrop',
    act: switched('hasBackdrop'),
    isOn: (state) => state.preferences.hasBackdrop,
    isFor: isInNotes,
  },
  { label: 'Grid …', icon: 'grid', name: 'Grid', act: show({ kind: 'grid', of: 'pattern' }) },
  { label: 'Drawing …', icon: 'drawing', name: 'Drawing', act: show({ kind: 'drawing' }) },
  { label: 'Length …', icon: 'length', name: 'Length', act: show({ kind: 'length' }) },
];

/** The line's tabs whose cells are plain tools; the selection rules show counts besides. */
export type ToolTab = ActionFamily | 'view';

const ofFamily = (family: ActionFamily) =>
  ACTIONS.filter((action) => action.family === family && action.id !== 'nudge').flatMap(toolsOfAction);

/** All tools of each tab, in their order. A nudge has a control of its own. */
export const TOOLS: Readonly<Record<ToolTab, readonly Tool[]>> = {
  time: ofFamily('time'),
  length: ofFamily('length'),
  pitch: ofFamily('pitch'),
  feel: ofFamily('feel'),
  copy: [...COPY_TOOLS, ...ofFamily('copy')],
  make: [
    { label: 'Chord pads …', icon: 'chords', name: 'pads', act: show({ kind: 'chords' }), isFor: isPitched },
    { label: 'Parts from this …', icon: 'parts', name: 'Parts', act: openFollowers, isFor: isPitched },
    ...ofFamily('make'),
  ],
  view: VIEW_TOOLS,
};
