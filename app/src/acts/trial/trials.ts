import { actionById, inStep, draggedTo, paramFields, type ActionId, type ActionParams, type Drag, type Id, type Offer } from '@yibbo/core';
import { commit } from '../document/commit';
import { resultNotice } from './result-notice';
import { settleTrial } from './trial-ends';
import { actionContext } from '../pattern/places';
import { rememberStep, songBefore } from './made-step';
import { tried } from './tried';
import { triedRecipe } from './tried-recipe';
import type { Thunk } from '../../state/store';
import { comparingSet, paramsUsed, trialSet } from '../../state/session/trial';
import { selectNotes, selectPart } from '../../state/session/selectors';
import { noticeSet, selectionSet, sheetSet, takenSet } from '../../state/session/session';

type Params = Readonly<Record<string, unknown>>;
/** Some settings of one action; of any where it is not known which. */
type Some<A extends ActionId> = Readonly<Partial<ActionParams<A>>>;

/** An action's settings as they were last used, or its own to begin with, with `quick` set among them. */
export function paramsFor(actionId: ActionId, quick: Params = {}): Thunk<Params> {
  return (_dispatch, getState) => ({
    ...(actionById(actionId).params.parse({}) as Params),
    ...withoutTexts(actionId, getState().trial.lastParams[actionId] ?? {}),
    ...quick,
  });
}

/** Typed text is not offered again by itself. */
function withoutTexts(actionId: ActionId, params: Params): Params {
  const texts = new Set(paramFields(actionById(actionId).params).flatMap(({ name, control }) => (control === 'text' ? [name] : [])));
  return Object.fromEntries(Object.entries(params).filter(([name]) => !texts.has(name)));
}

/** Closes the toolbox once a tool is taken from it, unless it is pinned. */
export function leaveTools(): Thunk {
  return (dispatch, getState) => {
    const { session, preferences } = getState();
    if (session.sheet?.kind === 'tools' && !preferences.isToolboxPinned) dispatch(sheetSet(null));
  };
}

/** Runs an action on what is selected and makes its Change at once, with its last settings but for those in `quick`. `on` names
 *  other notes to run it on. */
export function runAction<A extends ActionId>(actionId: A, quick?: Some<A>, on?: readonly Id[]): Thunk {
  return (dispatch, getState, { recording }) => {
    recording.current?.end();
    dispatch(leaveTools());
    const wasTrying = getState().trial.trial !== null;
    dispatch(settleTrial());
    const params = dispatch(paramsFor(actionId, quick));
    const trial = dispatch(tried({ actionId, params, noteIds: on ?? getState().session.selected }));
    if (!trial) return;
    const { change, whyNot, select } = trial.performed;
    dispatch(commit(change));
    dispatch(takenSet(trial.performed.taken));
    // Pasted notes arrive selected, ready to be moved.
    const isPlaced = actionById(actionId).takes === 'pattern' && whyNot === null;
    if ((getState().session.selected.length && !on) || isPlaced) dispatch(selectionSet(select));
    dispatch(rememberStep(trial));
    const part = selectPart(getState());
    const said = part && resultNotice(trial, part);
    // Where nothing is to be said of it, what was said of the trial before stays.
    if (said !== null || !wasTrying) dispatch(noticeSet(said));
    dispatch(paramsUsed({ actionId, params }));
  };
}

/** Begins a trial on the notes as they are, with the action's last settings but for those in `changed`. `on` names other notes than the selected
 *  ones. A trial that is running is kept first. */
export function tryAction<A extends ActionId>(actionId: A, changed?: Some<A>, on?: readonly Id[]): Thunk {
  return (dispatch, getState) => {
    dispatch(leaveTools());
    const wasTrying = getState().trial.trial !== null;
    dispatch(settleTrial());
    if (!wasTrying) dispatch(noticeSet(null));
    const params = inStep(actionById(actionId).params, dispatch(paramsFor(actionId, changed)), changed ?? {});
    // Notes made in an empty pattern set its length.
    const lengthens = actionById(actionId).takes === 'nothing' && selectNotes(getState()).length === 0;
    dispatch(trialSet(dispatch(tried({ actionId, params, noteIds: on ?? getState().session.selected, lengthens }))));
  };
}

/** Runs the trial that is on with other settings, or on other notes. */
export function changeTrial(changed: Params, on?: readonly Id[]): Thunk {
  return (dispatch, getState) => {
    const { trial } = getState().trial;
    if (!trial) return;
    if (trial.recipe) return void dispatch(trialSet(dispatch(triedRecipe(trial.recipe, on ?? trial.noteIds, trial))));
    const params = inStep(actionById(trial.actionId).params, { ...trial.params, ...changed }, changed);
    const again = dispatch(tried({ ...trial, params, noteIds: on ?? trial.noteIds }));
    dispatch(trialSet(again));
    if (!again) dispatch(noticeSet('Those notes have been changed elsewhere. The step stays as it was kept.'));
  };
}

/** Whether the pattern is made as long as the running trial's notes need. */
export function setLengthens(lengthens: boolean): Thunk {
  return (dispatch, getState) => {
    const { trial } = getState().trial;
    if (trial) dispatch(trialSet(dispatch(tried({ ...trial, lengthens }))));
  };
}

/** Tries what was offered where an action could do nothing: the trial that could not goes, with nothing kept of it. */
export function takeOffer({ actionId, params }: Offer): Thunk {
  return (dispatch, getState) => {
    const { trial } = getState().trial;
    if (trial?.actionId === actionId) return dispatch(changeTrial(params));
    dispatch(trialSet(null));
    dispatch(tryAction(actionId as ActionId, params as never, trial?.noteIds));
  };
}

/** Leads the running trial by a drag over the notes, where its action can be led. */
export function dragTrial(drag: Drag): Thunk {
  return (dispatch, getState) => {
    const { trial } = getState().trial;
    const context = trial && actionContext(getState(), trial.runId);
    const base = trial && songBefore(getState(), trial.adjusts);
    if (!base || !context) return;
    const noteIds = trial.wasOnAll ? [] : trial.noteIds;
    const dragged = draggedTo(base, { ...trial, noteIds, action: actionById(trial.actionId) }, drag, { ...context, ...trial.begun });
    if (dragged) dispatch(changeTrial(dragged.params, dragged.noteIds));
  };
}

/** Runs the trial again, with its seed, on notes that another window has changed under it. */
export function rerunTrial(): Thunk {
  return (dispatch, getState) => {
    const { trial } = getState().trial;
    if (trial) dispatch(changeTrial({}));
  };
}

export function compare(isComparing: boolean): Thunk {
  return (dispatch) => void dispatch(comparingSet(isComparing));
}
