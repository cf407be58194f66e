import { applyOwn, labelOf, layOnTop, type Change, type ChangeLabel, type Document, type Id } from '@yibbo/core';
import type { UnknownAction } from '@reduxjs/toolkit';
import type { Answer } from '../sync/api';

/** How the song stands with the server: all there, on its way, or the server cannot be reached. */
export type Link = 'saved' | 'saving' | 'away';

export interface SongState {
  /** The song with everything done so far; null while none is open. */
  readonly document: Document | null;
  /** The song as the server last had it, at `revision`. */
  readonly acknowledged: Document | null;
  readonly revision: number;
  readonly unsent: readonly Change[];
  /** Labels of all that has been done, oldest first, without what is unsent. */
  readonly acknowledgedLabels: readonly ChangeLabel[];
  /** The same with what is unsent. */
  readonly history: readonly ChangeLabel[];
  /** Whole Changes of this sitting, by id, so that undo needs no server. */
  readonly bodies: Readonly<Record<Id, Change>>;
  readonly link: Link;
}

export type SongAction =
  | {
      readonly type: 'song/opened';
      readonly document: Document;
      readonly revision: number;
      readonly history: readonly ChangeLabel[];
      readonly unsent: readonly Change[];
    }
  | { readonly type: 'song/changed'; readonly change: Change }
  | { readonly type: 'song/answered'; readonly answer: Answer }
  | { readonly type: 'song/linked'; readonly link: Link }
  | { readonly type: 'song/closed' };

const CLOSED: SongState = {
  document: null,
  acknowledged: null,
  revision: 0,
  unsent: [],
  acknowledgedLabels: [],
  history: [],
  bodies: {},
  link: 'saved',
};
const BODIES_KEPT = 100;

/** The open song. A plain reducer: drafts over tens of thousands of notes are too slow. */
export function songReducer(state: SongState = CLOSED, anyAction: UnknownAction | SongAction): SongState {
  const action = anyAction as SongAction;
  switch (action.type) {
    case 'song/opened':
      return opened(action);
    case 'song/changed':
      return changed(state, action.change);
    case 'song/answered':
      return answered(state, action.answer);
    case 'song/linked':
      return state.link === action.link ? state : { ...state, link: action.link };
    case 'song/closed':
      return CLOSED;
    default:
      return state;
  }
}

function opened({ document, revision, history, unsent }: SongAction & { type: 'song/opened' }): SongState {
  const base: SongState = { ...CLOSED, document, acknowledged: document, revision, acknowledgedLabels: history, history };
  return withUnsent(base, unsent);
}

function changed(state: SongState, change: Change): SongState {
  if (!state.document) return state;
  return {
    ...state,
    document: applyOwn(state.document, change),
    unsent: [...state.unsent, change],
    history: [...state.history, labelOf(change)],
    bodies: remember(state.bodies, [change]),
  };
}

/** Takes in what the server has that we had not: others' Changes, and our own as acknowledged. What is still unsent is laid on top. */
function answered(state: SongState, { revision, missed }: Answer): SongState {
  if (!state.acknowledged || revision <= state.revision) return state;
  const ours = new Map(state.unsent.map((change) => [change.id, change]));
  const taken = missed.filter((each) => each.revision > state.revision).map(({ id, change }) => change ?? ours.get(id)!);
  const acknowledged = taken.reduce(applyOwn, state.acknowledged);
  const ids = new Set(taken.map(({ id }) => id));
  const acknowledgedLabels = [...state.acknowledgedLabels, ...taken.map(labelOf)];
  const base: SongState = { ...state, acknowledged, revision, acknowledgedLabels, bodies: remember(state.bodies, taken) };
  const isJustOurs = taken.every((change, index) => change === state.unsent[index]);
  if (isJustOurs) return { ...base, unsent: state.unsent.slice(taken.length) };
  return withUnsent(
    base,
    state.unsent.filter(({ id }) => !ids.has(id)),
  );
}

function withUnsent(base: SongState, changes: readonly Change[]): SongState {
  let document = base.acknowledged!;
  const unsent = changes.map((change) => {
    const layered = layOnTop(document, change, change.undoes === undefined ? 'later' : 'present');
    document = layered.document;
    return layered.change;
  });
  return {
    ...base,
    document,
    unsent,
    history: [...base.acknowledgedLabels, ...unsent.map(labelOf)],
    bodies: remember(base.bodies, unsent),
  };
}

function remember(bodies: SongState['bodies'], changes: readonly Change[]): SongState['bodies'] {
  const all = Object.entries({ ...bodies, ...Object.fromEntries(changes.map((change) => [change.id, change])) });
  return Object.fromEntries(all.slice(-BODIES_KEPT));
}
