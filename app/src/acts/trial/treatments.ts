import {
  actionById,
  diff,
  findAction,
  findById,
  isTickSteps,
  layOnTop,
  makePlain,
  notesOf,
  MOST_TREATED,
  namedUnit,
  settingsInWords,
  withTreatments,
  type ActionId,
  type Document,
  type Id,
  type Treatment,
} from '@yibbo/core';
import { closeSheet } from '../open-sheet';
import { commit, stamp } from '../document/commit';
import { editEntity, editSong } from '../document/edits';
import { withLength } from '../document/lengths';
import { selectPart } from '../../state/session/selectors';
import { noticeSet, type Picked } from '../../state/session/session';
import { paramsUsed, trialSet, type KeptOn, type Trial } from '../../state/session/trial';
import type { State, Thunk } from '../../state/store';
import { songBefore } from './made-step';
import { settleTrial } from './trial-ends';
import { tried } from './tried';

/** A treatment's owner in words. */
export const KEPT_ON_WORDS: Readonly<Record<KeptOn, string>> = {
  pattern: 'the pattern, in all its places',
  placement: 'this place only',
  track: 'the track',
  song: 'the song',
};

/** The owner that a trial's action would be kept on: the last choice; else the pattern or, where that sounds on other tracks as well and is played otherwise
 *  here, this place of it. */
export function selectKeptOn(state: State): KeptOn {
  const { trial, keptOn } = state.trial;
  const suitsSong = trial !== null && actionById(trial.actionId).suitsSong === true;
  // The song is chosen for a feel; what is none goes elsewhere.
  if (keptOn && (keptOn !== 'song' || suitsSong)) return keptOn;
  const { document } = state.song;
  const placement = selectPart(state)?.placement;
  const isFollower =
    document?.treatments.some(({ parentId }) => parentId === placement?.id) &&
    document.placements.some(({ patternId, trackId }) => patternId === placement?.patternId && trackId !== placement.trackId);
  return isFollower ? 'placement' : 'pattern';
}

/** Ends the trial by keeping its action live: the notes stay as they are written, and what it leaves of them is heard. */
export function keepAdjustable(): Thunk {
  return (dispatch, getState, effects) => {
    const { trial } = getState().trial;
    const keptOn = selectKeptOn(getState());
    const part = selectPart(getState());
    const { document } = getState().song;
    const base = trial && songBefore(getState(), trial.adjusts);
    if (!trial || !part || !document || !base) return;
    if (trial.performed.whyNot !== null) return void dispatch(noticeSet(trial.performed.whyNot));
    const kept = keptOf(trial, pickedFor(trial, getState().session));
    if ((kept.noteIds?.length ?? 0) > MOST_TREATED) return void dispatch(noticeSet(TOO_MANY));
    const parentId = { pattern: part.pattern.id, placement: part.placement.id, track: part.track.id, song: document.song.id }[keptOn];
    const last = base.treatments.filter((each) => each.parentId === parentId).at(-1);
    const treatment = {
      id: effects.newId(),
      parentId,
      order: (last?.order ?? 0) + 1,
      ...kept,
      on: true,
    };
    dispatch(trialSet(null));
    dispatch(paramsUsed({ actionId: trial.actionId, params: trial.params }));
    const label = `${actionById(trial.actionId).label}, adjustable`;
    const after = asLongAsTried(withTreatments(base, [treatment]), base, trial);
    dispatch(commit({ ...stamp(effects), label, entries: diff(document, after) }));
    dispatch(noticeSet(`${actionById(trial.actionId).label} is kept adjustable on ${KEPT_ON_WORDS[keptOn]}. The notes stay as they are.`));
  };
}

/** A song whose pattern is as long as the trial would have made it. */
function asLongAsTried(document: Document, base: Document, { lengthens, patternId, performed }: Trial): Document {
  const tried = lengthens ? findById(layOnTop(base, performed.change).document.patterns, patternId) : undefined;
  const placements = document.placements.filter((each) => each.patternId === patternId);
  return tried ? placements.reduce((each, placement) => withLength(each, placement, tried.length), document) : document;
}

/** Said where more notes are named than a treatment can hold. */
export const TOO_MANY = `At most ${MOST_TREATED.toLocaleString('en')} notes can be named. Select fewer, none for all of them, or select by a rule.`;

/** The rule that picked the very notes a trial is on; null where they were chosen in another way. */
function pickedFor({ noteIds }: Trial, { picked, selected }: State['session']): Picked | null {
  const chosen = new Set(selected);
  return picked && noteIds.length === selected.length && noteIds.every((id) => chosen.has(id)) ? picked : null;
}

/** The fields of a treatment that a trial becomes: its settings as they are stored, and the notes it is for. */
function keptOf(
  { actionId, performed, noteIds, begun: { span, at } }: Trial,
  picked: Picked | null,
): Pick<Treatment, 'actionId' | 'params' | 'rule' | 'noteIds' | 'span' | 'row' | 'tick'> {
  const stored = performed.change.made![0]!.params as Treatment['params'];
  const params = Object.fromEntries(Object.entries(stored).map(([name, value]) => [name, isTickSteps(value) ? namedUnit(value) : value]));
  const { takes } = actionById(actionId);
  if (takes === 'row') return { actionId, params, row: at.pitch };
  if (takes === 'rows') return { actionId, params };
  if (takes === 'nothing') return { actionId, params, row: at.pitch, tick: Math.round(at.tick) };
  const subject = noteIds.length === 0 ? {} : picked ? { rule: picked as Treatment['rule'] } : { noteIds: [...noteIds] };
  return { actionId, params, ...subject, ...(span ? { span: { start: Math.round(span.start), end: Math.round(span.end) } } : {}) };
}

/** Describes a treatment's action and the notes it works on. */
export function treatmentWords({ actionId, params, noteIds, rule, row }: Treatment): string {
  const action = findAction(actionId);
  const words = action ? settingsInWords(action, params) : 'An action of a newer version';
  if (row !== undefined) return `${words}, on one row`;
  if (noteIds) return `${words}, on ${noteIds.length === 1 ? '1 note' : `${noteIds.length} notes`}`;
  return rule ? `${words}, on some notes` : words;
}

/** Opens the trial of a treatment: its settings, heard as they change. */
export function tryTreatment(treatmentId: Id): Thunk {
  return (dispatch, getState) => {
    dispatch(settleTrial());
    const treatment = findById(getState().song.document?.treatments ?? [], treatmentId);
    const action = treatment && findAction(treatment.actionId);
    if (!treatment || !action) return;
    dispatch(noticeSet(null));
    // A toolbox that stays open is there again when the settings are kept.
    if (getState().session.sheet?.kind !== 'tools') dispatch(closeSheet);
    const { actionId, params, noteIds = [] } = treatment;
    dispatch(trialSet(dispatch(tried({ actionId: actionId as ActionId, params, noteIds, treatmentId }))));
  };
}

const named = (treatment: Treatment) => findAction(treatment.actionId)?.label ?? 'Treatment';

/** Switches a treatment on or off. */
export function switchTreatment(treatment: Treatment): Thunk {
  return (dispatch) =>
    dispatch(editEntity(`${named(treatment)} ${treatment.on ? 'off' : 'on'}`, 'treatments', treatment, { on: !treatment.on }));
}

/** Puts a treatment at another place, from 0, among those on the same thing. */
export function putTreatmentAt(treatment: Treatment, index: number): Thunk {
  return (dispatch) => {
    dispatch(
      editSong(`Order of treatments: ${named(treatment)}`, (song) => {
        const others = song.treatments.filter(({ parentId, id }) => parentId === treatment.parentId && id !== treatment.id);
        const order = [...others.slice(0, index), treatment, ...others.slice(index)];
        const ranks = new Map(order.map(({ id }, rank) => [id, rank]));
        const treatments = song.treatments.map((each) => (ranks.has(each.id) ? { ...each, order: ranks.get(each.id)! } : each));
        return withTreatments({ ...song, treatments: [] }, treatments);
      }),
    );
  };
}

/** Keeps a copy of a treatment on something else as well, after what is kept there. One that is for very notes is for all of them where these are
 *  not. `words` name the other thing. */
export function copyTreatment(treatment: Treatment, parentId: Id, words: string): Thunk {
  return (dispatch, getState, effects) => {
    const { document } = getState().song;
    if (!document) return;
    const { noteIds, ...others } = treatment;
    const there = new Set(patternsOf(document, parentId).flatMap((id) => notesOf(document, id).map((note) => note.id)));
    const areThere = noteIds?.every((id) => there.has(id)) ?? true;
    const order = (document.treatments.filter((each) => each.parentId === parentId).at(-1)?.order ?? 0) + 1;
    const copy: Treatment = { ...(areThere ? treatment : others), id: effects.newId(), parentId, order };
    dispatch(editSong(`Copy ${named(treatment)}`, (song) => withTreatments(song, [copy])));
    const scope = areThere ? '' : ' The notes it was for are not there: it is for all notes.';
    dispatch(noticeSet({ words: `${named(treatment)} is kept on ${words} as well.${scope}`, remedy: { kind: 'undo' } }));
  };
}

/** The patterns that a treatment on something works on. */
function patternsOf({ patterns, placements }: Document, parentId: Id): readonly Id[] {
  if (findById(patterns, parentId)) return [parentId];
  return placements.filter(({ id, trackId }) => id === parentId || trackId === parentId).map(({ patternId }) => patternId);
}

/** Takes a treatment away. */
export function removeTreatment(treatment: Treatment): Thunk {
  return (dispatch) => {
    dispatch(
      editSong(`Delete ${named(treatment)}`, (song) => ({ ...song, treatments: song.treatments.filter(({ id }) => id !== treatment.id) })),
    );
    dispatch(noticeSet({ words: `${named(treatment)} was taken away.`, remedy: { kind: 'undo' } }));
  };
}

/** Writes out what a treatment, and those before it, leave of the notes, to be edited one by one. */
export function plainTreatment(treatment: Treatment): Thunk {
  return (dispatch, getState) => {
    const before = getState().song.document?.patterns.length ?? 0;
    dispatch(editSong(`Make plain: ${named(treatment)}`, (song, newId) => makePlain(song, treatment.id, newId)));
    const hasOwn = (getState().song.document?.patterns.length ?? 0) > before;
    dispatch(
      noticeSet({
        words: hasOwn
          ? 'Made plain. The pattern was made own here, for other places play it otherwise.'
          : 'Made plain: the notes are as they sound.',
        remedy: { kind: 'undo' },
      }),
    );
  };
}
