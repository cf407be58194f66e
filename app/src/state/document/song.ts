import {
  applyOwn,
  labelOf,
  layOnTop,
  type Answer,
  type Change,
  type ChangeLabel,
  type Document,
  type Id,
  type ServerSong,
} from '@yibbo/core';
import { createAction, type UnknownAction } from '@reduxjs/toolkit';
import type { Link } from '../../sync/link';
import { newsOf } from '../../sync/answers';
import { notIn } from '../../sync/unsent';

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
  /** How many of its newest steps were lost with a damaged file, 0 where that cannot be told; null where none was. */
  readonly missing: number | null;
  /** The song as the server has it, where its history is not the beginning of this window's. */
  readonly parted: ServerSong | null;
}

interface Opened {
  readonly document: Document;
  readonly revision: number;
  readonly history: readonly ChangeLabel[];
  readonly unsent: readonly Change[];
  readonly missing?: number | undefined;
}

export const songOpened = createAction<Opened>('song/opened');
/** A Change has been made here. */
export const songChanged = createAction<Change>('song/changed');
/** The server has answered to what was sent, or to asking. */
export const songAnswered = createAction<Answer>('song/answered');
/** The server has sent the song instead of all that was missed; these of what was sent it has. */
export const songCaughtUp = createAction<{ readonly server: ServerSong; readonly known: readonly Id[] }>('song/caughtUp');
export const linkChanged = createAction<Link>('song/linkChanged');
/** Whether what is unsent outlives the closing of the page. */
export const storageChanged = createAction<boolean>('song/storageChanged');
/** Unsent Changes have turned up in this browser after the song was opened. */
export const unsentFound = createAction<readonly Change[]>('song/unsentFound');
/** A Change that the server will not take is given up. */
export const changeLeftOut = createAction<Id>('song/changeLeftOut');
/** The server's history is another than this window's. */
export const historiesParted = createAction<ServerSong>('song/historiesParted');
/** They go on together: from the server's song, with what is to be sent on top. */
export const historiesRejoined = createAction<readonly Change[]>('song/historiesRejoined');
/** Labels of what came before the oldest that is known, of one song; `before` is the revision they end before. */
export const earlierRead = createAction<{ readonly songId: Id; readonly before: number; readonly labels: readonly ChangeLabel[] }>(
  'song/earlierRead',
);
/** A song that was damaged is taken as it is. */
export const songTakenAsWhole = createAction('song/takenAsWhole');
export const songClosed = createAction('song/closed');

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
  missing: null,
  parted: null,
};
const BODIES_KEPT = 100;

/** The open song. A plain reducer: drafts over tens of thousands of notes are too slow. */
export function songReducer(state: SongState = CLOSED, action: UnknownAction): SongState {
  if (songOpened.match(action)) return opened(action.payload);
  if (songClosed.match(action)) return CLOSED;
  if (!state.document || !state.acknowledged) return state;
  if (songChanged.match(action)) return changed(state, state.document, action.payload);
  if (songAnswered.match(action)) return answered(state, state.acknowledged, action.payload);
  if (songCaughtUp.match(action)) return caughtUp(state, action.payload.server, action.payload.known);
  if (linkChanged.match(action)) return state.link === action.payload ? state : { ...state, link: action.payload };
  if (storageChanged.match(action)) return state.isKept === action.payload ? state : { ...state, isKept: action.payload };
  if (unsentFound.match(action)) return withUnsent(state, [...notIn(state.history, action.payload), ...state.unsent]);
  if (historiesParted.match(action)) return { ...state, link: 'parted', parted: action.payload };
  if (historiesRejoined.match(action)) return state.parted ? rejoined(state, state.parted, action.payload) : state;
  if (songTakenAsWhole.match(action)) return { ...state, missing: null };
  if (earlierRead.match(action)) return withEarlier(state, action.payload);
  if (changeLeftOut.match(action))
    return withUnsent(
      state,
      state.unsent.filter(({ id }) => id !== action.payload),
    );
  return state;
}

function opened({ document, revision, history, unsent, missing }: Opened): SongState {
  const base: SongState = {
    ...CLOSED,
    document,
    acknowledged: document,
    revision,
    missing: missing ?? null,
    acknowledgedLabels: history,
    history,
  };
  return withUnsent(base, notIn(history, unsent));
}

/** Goes on from the song as the server has it, with what is to be sent on top. */
function rejoined(state: SongState, server: ServerSong, unsent: readonly Change[]): SongState {
  return from(server, { ...state, parted: null, link: 'saving' }, unsent);
}

function caughtUp(state: SongState, server: ServerSong, known: readonly Id[]): SongState {
  const done = new Set(known);
  return from(
    server,
    state,
    state.unsent.filter(({ id }) => !done.has(id)),
  );
}

function from({ song, revision, history }: ServerSong, state: SongState, unsent: readonly Change[]): SongState {
  return withUnsent({ ...state, acknowledged: song, revision, acknowledgedLabels: history }, notIn(history, unsent));
}

/** The history with what came before it; as it is, where that is known by now. */
function withEarlier(state: SongState, { songId, before, labels }: ReturnType<typeof earlierRead>['payload']): SongState {
  const first = state.revision - state.acknowledgedLabels.length + 1;
  if (state.document?.song.id !== songId || first !== before || labels.length === 0) return state;
  return {
    ...state,
    acknowledgedLabels: [...labels, ...state.acknowledgedLabels],
    history: [...labels, ...state.history],
  };
}

function changed(state: SongState, document: Document, change: Change): SongState {
  return {
    ...state,
    document: applyOwn(document, change),
    unsent: [...state.unsent, change],
    history: [...state.history, labelOf(change)],
    bodies: remember(state.bodies, [change]),
  };
}

/** Takes in what the server has that we had not: others' Changes, and our own as acknowledged, also those that it had before. What is
 *  still unsent is laid on top. */
function answered(state: SongState, before: Document, { revision, missed, known }: Answer): SongState {
  const done = new Set(known);
  const isNews = revision > state.revision;
  if (!isNews && !state.unsent.some(({ id }) => done.has(id))) return state;
  const taken = newsOf({ missed }, state.revision, state.unsent);
  const acknowledged = taken.reduce(applyOwn, before);
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
