import { applyOwn, labelOf, layOnTop, type Change, type ChangeLabel, type Document, type Id } from '@yibbo/core';
import type { UnknownAction } from '@reduxjs/toolkit';
import type { Answer, ServerSong } from '../sync/api';

/** How the song stands with the server: all there; on its way; the server cannot be reached; it answers but gets nowhere; it will not take a
 *  Change; its history is another than this window's; it has deleted the song. */
export type Link = 'saved' | 'saving' | 'away' | 'stalled' | 'refused' | 'parted' | 'deleted';

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
  /** Whether what is unsent outlives the closing of the page. */
  readonly isKept: boolean;
  /** The song as the server has it, where its history is not the beginning of this window's. */
  readonly parted: ServerSong | null;
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
  | { readonly type: 'song/storage'; readonly isKept: boolean }
  | { readonly type: 'song/foundUnsent'; readonly changes: readonly Change[] }
  | { readonly type: 'song/leftOut'; readonly changeId: Id }
  | { readonly type: 'song/parted'; readonly server: ServerSong }
  | { readonly type: 'song/rejoined'; readonly unsent: readonly Change[] }
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
  isKept: true,
  parted: null,
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
    case 'song/storage':
      return state.isKept === action.isKept ? state : { ...state, isKept: action.isKept };
    case 'song/foundUnsent':
      return state.acknowledged ? withUnsent(state, [...notIn(state.history, action.changes), ...state.unsent]) : state;
    case 'song/leftOut':
      return state.acknowledged
        ? withUnsent(
            state,
            state.unsent.filter(({ id }) => id !== action.changeId),
          )
        : state;
    case 'song/parted':
      return state.document ? { ...state, link: 'parted', parted: action.server } : state;
    case 'song/rejoined':
      return state.parted ? rejoined(state, state.parted, action.unsent) : state;
    case 'song/closed':
      return CLOSED;
    default:
      return state;
  }
}

function opened({ document, revision, history, unsent }: SongAction & { type: 'song/opened' }): SongState {
  const base: SongState = { ...CLOSED, document, acknowledged: document, revision, acknowledgedLabels: history, history };
  return withUnsent(base, notIn(history, unsent));
}

/** The Changes that a history does not have. */
export function notIn(history: readonly ChangeLabel[], changes: readonly Change[]): readonly Change[] {
  const had = new Set(history.map(({ id }) => id));
  return changes.filter(({ id }) => !had.has(id));
}

/** Goes on from the song as the server has it, with what is to be sent on top. */
function rejoined(state: SongState, { song, revision, history }: ServerSong, unsent: readonly Change[]): SongState {
  const base: SongState = { ...state, acknowledged: song, revision, acknowledgedLabels: history, parted: null, link: 'saving' };
  return withUnsent(base, notIn(history, unsent));
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

/** Takes in what the server has that we had not: others' Changes, and our own as acknowledged, also those that it had before. What is
 *  still unsent is laid on top. */
function answered(state: SongState, { revision, missed, known }: Answer): SongState {
  if (!state.acknowledged) return state;
  const done = new Set(known);
  const isNews = revision > state.revision;
  if (!isNews && !state.unsent.some(({ id }) => done.has(id))) return state;
  const ours = new Map(state.unsent.map((change) => [change.id, change]));
  const taken = missed.filter((each) => each.revision > state.revision).map(({ id, change }) => change ?? ours.get(id)!);
  const acknowledged = taken.reduce(applyOwn, state.acknowledged);
  for (const { id } of taken) done.add(id);
  const acknowledgedLabels = [...state.acknowledgedLabels, ...taken.map(labelOf)];
  const base: SongState = {
    ...state,
    acknowledged,
    revision: Math.max(revision, state.revision),
    acknowledgedLabels,
    bodies: remember(state.bodies, taken),
  };
  const rest = state.unsent.filter(({ id }) => !done.has(id));
  const isJustOurs = taken.length + rest.length === state.unsent.length && taken.every((change, index) => change === state.unsent[index]);
  return isJustOurs ? { ...base, unsent: rest } : withUnsent(base, rest);
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
