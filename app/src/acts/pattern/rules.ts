import { inStep, ruleById, type Id, type Note, type SelectionRule } from '@yibbo/core';
import { selectHandledNotes, selectNotes, selectPart, selectSelectedNotes, type OpenPart } from '../../state/session/selectors';
import type { Thunk } from '../../state/store';
import { leaveTools } from '../trial/trials';
import { pickedSet, ruleParamsSet, ruleSet, selectionSet } from '../../state/session/session';

type Params = Readonly<Record<string, unknown>>;

/** The notes a rule picks among `notes`, with its own settings where none are given. */
export function pickedBy(
  rule: SelectionRule,
  notes: readonly Note[],
  selected: readonly Id[],
  params: Params | undefined,
  part: OpenPart,
): readonly Id[] {
  return rule.pick(notes, new Set(selected), rule.params.parse(params ?? {}), part);
}

/** Selects what a rule picks: of what was selected on purpose, or else of the whole pattern. */
export function takeRule(ruleId: string): Thunk {
  return (dispatch, getState) => {
    const part = selectPart(getState());
    dispatch(leaveTools());
    const { ruleParams } = getState().session;
    const rule = ruleById(ruleId);
    const handled = selectHandledNotes(getState()).map(({ id }) => id);
    const selected = selectSelectedNotes(getState());
    const among = selected.length && !rule.widens ? selected : selectNotes(getState());
    if (part) dispatch(selectionSet(pickedBy(rule, among, handled, ruleParams[ruleId], part)));
    if (!selected.length || rule.widens) dispatch(rememberPick(rule));
  };
}

/** Remembers which rule picked what is selected, where it picks by the notes alone: it can pick again when they change. */
function rememberPick({ id, params }: SelectionRule): Thunk {
  return (dispatch, getState) => {
    if (BY_NOTES_ALONE.has(id)) dispatch(pickedSet({ ruleId: id, params: params.parse(getState().session.ruleParams[id] ?? {}) }));
  };
}

/** Rules that go neither by what is selected nor by the grid in use: they can pick again by themselves. */
export const BY_NOTES_ALONE: ReadonlySet<string> = new Set([
  'on-bar',
  'on-beat',
  'off-beat',
  'every-kth',
  'in-chord',
  'loudness',
  'longer',
  'muted',
  'time-span',
  'random-share',
]);

/** Opens a rule's settings and selects what it picks with them. */
export function openRule(ruleId: string): Thunk {
  return (dispatch, getState) => {
    dispatch(leaveTools());
    const among = selectSelectedNotes(getState()).map(({ id }) => id);
    dispatch(ruleSet({ ruleId, among, isWithin: among.length > 0 && !ruleById(ruleId).widens }));
    dispatch(pickAgain());
  };
}

/** Changes the open rule's settings, or whether it picks within what was selected before; the selection follows at once. */
export function changeRule(params: Params, isWithin?: boolean): Thunk {
  return (dispatch, getState) => {
    const { rule, ruleParams } = getState().session;
    if (!rule) return;
    const { params: schema } = ruleById(rule.ruleId);
    const given = { ...schema.parse({}), ...ruleParams[rule.ruleId], ...params };
    dispatch(ruleParamsSet({ ruleId: rule.ruleId, params: inStep(schema, given, params) }));
    if (isWithin !== undefined) dispatch(ruleSet({ ...rule, isWithin }));
    dispatch(pickAgain());
  };
}

/** Closes the rule: its selection stays, or what was selected before comes back. */
export function closeRule(isKept: boolean): Thunk {
  return (dispatch, getState) => {
    const { rule } = getState().session;
    dispatch(ruleSet(null));
    if (rule && !isKept) dispatch(selectionSet(rule.among));
  };
}

function pickAgain(): Thunk {
  return (dispatch, getState) => {
    const { rule, ruleParams } = getState().session;
    const part = selectPart(getState());
    if (!rule || !part) return;
    const all = selectNotes(getState());
    const before = new Set(rule.among);
    const among = rule.isWithin ? all.filter(({ id }) => before.has(id)) : all;
    dispatch(selectionSet(pickedBy(ruleById(rule.ruleId), among, rule.among, ruleParams[rule.ruleId], part)));
    if (!rule.isWithin) dispatch(rememberPick(ruleById(rule.ruleId)));
  };
}
