import { actionById, NO_KEY, notesOf, paramFields, perform, type ActionId, type ActionParams, type Id, type Landing } from '@yibbo/core';
import { commit, stamp } from '../document/commit';
import { settleTrial } from './trial-ends';
import { actionContext } from '../pattern/acts/places';
import { selectPart } from './selectors';
import type { Thunk } from '../store';
import { comparingSet, paramsUsed, trialSet, type Trial } from './trial';
import { rememberTurn, turnSpan } from './turned';
import { noticeSet, selectionSet, sheetSet, type NoticeWords } from './session';

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

/** What was typed is not typed again by itself. */
function withoutTexts(actionId: ActionId, params: Params): Params {
  const texts = new Set(paramFields(actionById(actionId).params).flatMap(({ name, control }) => (control === 'text' ? [name] : [])));
  return Object.fromEntries(Object.entries(params).filter(([name]) => !texts.has(name)));
}

/** Closes the sheet of all actions once one of them is taken. */
export function leaveTools(): Thunk {
  return (dispatch, getState) => {
    if (getState().session.sheet?.kind === 'tools') dispatch(sheetSet(null));
  };
}

/** Runs an action on what is selected and makes its Change at once, with its last settings but for those in `quick`. `on` names
 *  other notes to run it on. */
export function runAction<A extends ActionId>(actionId: A, quick?: Some<A>, on?: readonly Id[]): Thunk {
  return (dispatch, getState) => {
    dispatch(leaveTools());
    const wasTrying = getState().trial.trial !== null;
    dispatch(settleTrial());
    const params = dispatch(paramsFor(actionId, quick));
    const trial = dispatch(tried({ actionId, params, noteIds: on ?? getState().session.selected }));
    if (!trial) return;
    const { change, whyNot, select, landing } = trial.performed;
    dispatch(commit(change));
    dispatch(rememberTurn(trial));
    // What was pasted arrives selected, ready to be moved.
    const isPlaced = actionById(actionId).takes === 'pattern' && whyNot === null;
    if ((getState().session.selected.length && !on) || isPlaced) dispatch(selectionSet(select));
    const said = whyNot === NO_KEY ? { words: whyNot, cure: { kind: 'chooseKey' as const } } : (whyNot ?? landed(landing));
    // Where nothing is to be said of it, what was said of the trial before stays.
    if (said !== null || !wasTrying) dispatch(noticeSet(said));
    dispatch(paramsUsed({ actionId, params }));
  };
}

/** What a result did that a person may not have meant, after the fact; null where there is nothing to say. */
function landed({ beyondEnd, coinciding }: Landing): NoticeWords | null {
  if (beyondEnd)
    return {
      words: `${beyondEnd} ${beyondEnd === 1 ? 'note lies' : 'notes lie'} beyond the end of the pattern and will not sound.`,
      cure: { kind: 'lengthen' },
    };
  return coinciding
    ? { words: `${coinciding} ${coinciding === 1 ? 'note now stands' : 'notes now stand'} on another; only the louder sounds.` }
    : null;
}

type Tried = Pick<Trial, 'actionId' | 'params' | 'noteIds'> & Partial<Pick<Trial, 'seed' | 'runId'>>;

/** What an action comes to on the open pattern. A run that is repeated with other settings keeps its seed and the ids it makes. */
function tried({ actionId, params, noteIds, seed = 1, runId: repeated }: Tried): Thunk<Trial | null> {
  return (_dispatch, getState, effects) => {
    const runId = repeated ?? effects.newId();
    const { document } = getState().song;
    const part = selectPart(getState());
    if (!document || !part) return null;
    const patternId = part.pattern.id;
    const there = new Set(notesOf(document, patternId).map(({ id }) => id));
    const present = noteIds.filter((id) => there.has(id));
    const context = actionContext(getState(), runId);
    if (!context) return null;
    const turn = actionId === 'rotate' && params['around'] === 'span' ? turnSpan(getState(), present) : null;
    const given = { action: actionById(actionId), params, patternId, noteIds: present, seed };
    const performed = perform(document, given, { ...context, ownSpan: turn }, stamp(effects));
    return { actionId, params, seed, runId, patternId, noteIds: present, performed, isComparing: false, turn };
  };
}

/** Begins a trial, with the action's last settings but for those in `changed`, or runs the one that is on with other settings. `on` names
 *  other notes than the selected ones to begin it on. */
export function tryAction<A extends ActionId>(actionId: A, changed?: Some<A>, on?: readonly Id[]): Thunk {
  return (dispatch, getState) => {
    dispatch(leaveTools());
    const { trial } = getState().trial;
    if (trial && trial.actionId !== actionId) dispatch(settleTrial());
    const running = trial?.actionId === actionId ? trial : null;
    const params = running ? { ...running.params, ...changed } : dispatch(paramsFor(actionId, changed));
    const again = running && { seed: running.seed, runId: running.runId };
    dispatch(trialSet(dispatch(tried({ actionId, params, noteIds: running?.noteIds ?? on ?? getState().session.selected, ...again }))));
  };
}

/** Runs the trial again, with its seed, on notes that another window has changed under it. */
export function rerunTrial(): Thunk {
  return (dispatch, getState) => {
    const { trial } = getState().trial;
    if (trial) dispatch(tryAction(trial.actionId));
  };
}

export function compare(isComparing: boolean): Thunk {
  return (dispatch) => void dispatch(comparingSet(isComparing));
}
