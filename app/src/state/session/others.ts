import {
  findById,
  historyState,
  least,
  most,
  notesOf,
  ownHistoryState,
  spanOfBars,
  type Here,
  type HistoryState,
  type Id,
} from '@yibbo/core';
import { createSelector, createSlice, type PayloadAction } from '@reduxjs/toolkit';
import type { State } from '../store';

export interface OthersState {
  /** Where the other windows of the open song are, by window. */
  readonly here: Readonly<Record<Id, Here>>;
  /** The one that this window goes along with; null for none. */
  readonly followed: Id | null;
  /** Times that this window has begun to listen: at each it tells anew where it is. */
  readonly lines: number;
}

const NONE: OthersState = { here: {}, followed: null, lines: 0 };

const slice = createSlice({
  name: 'others',
  initialState: NONE,
  reducers: {
    /** The line to the server is open: all who are there are told anew. */
    lineOpened: (state) => ({ ...state, here: {}, lines: state.lines + 1 }),
    otherMoved: (state, { payload: { window, here } }: PayloadAction<{ readonly window: Id; readonly here: Here | null }>) => {
      const { [window]: _before, ...others } = state.here;
      if (here) return { ...state, here: { ...others, [window]: here } };
      return { ...state, here: others, followed: state.followed === window ? null : state.followed };
    },
    followedSet: (state, { payload }: PayloadAction<Id | null>) => ({ ...state, followed: payload }),
    othersLeft: () => NONE,
  },
});

export const othersReducer = slice.reducer;
export const { lineOpened, otherMoved, followedSet, othersLeft } = slice.actions;

/** Selected notes that a window names at most. */
const MOST_NAMED = 300;

/** Where this window is, as others are told, while a part is open: it, and the span of its selected notes. Ticks are of the song; null while no
 *  part is open. */
export const selectHereInPart = createSelector(
  [
    ({ song }: State) => song.document,
    ({ session }: State) => session.placementId,
    ({ session }: State) => session.selected,
    ({ preferences }: State) => preferences.ownName,
  ],
  (document, placementId, selected, name): Here | null => {
    const placement = findById(document?.placements ?? [], placementId);
    if (!document || !placement) return null;
    const chosen = new Set(selected);
    const notes = notesOf(document, placement.patternId).filter(({ id }) => chosen.has(id));
    const from = placement.start - placement.offset;
    const span = notes.length
      ? spanOf(notes.map(({ start, length }) => [from + start, from + start + length]))
      : { start: placement.start, end: placement.start + placement.length };
    return { name, placementId: placement.id, ...span, noteIds: notes.slice(0, MOST_NAMED).map(({ id }) => id) };
  },
);

/** The same while the song page is on screen: the marked bars, or the span of the selected parts. Null while no song is open. */
export const selectHereOnPage = createSelector(
  [
    ({ song }: State) => song.document,
    ({ session }: State) => session.stretch,
    ({ session }: State) => session.placementIds,
    ({ preferences }: State) => preferences.ownName,
  ],
  (document, stretch, placementIds, name): Here | null => {
    if (!document) return null;
    const parts = document.placements.filter(({ id }) => placementIds.includes(id));
    const span = stretch ? spanOfBars(document.song.meters, stretch) : spanOf(parts.map(({ start, length }) => [start, start + length]));
    return { name, placementId: null, ...span, noteIds: [] };
  },
);

function spanOf(spans: readonly (readonly [number, number])[]): { readonly start: number | null; readonly end: number | null } {
  if (spans.length === 0) return { start: null, end: null };
  return { start: Math.max(0, least(spans.map(([start]) => start))), end: Math.max(0, most(spans.map(([, end]) => end))) };
}

/** What undo and redo would act on: the newest of all while this window is alone with the song, whichever device did it; while others are there,
 *  only what was done on this device. */
export function undoState({ song, others }: State, deviceId: Id): HistoryState {
  return Object.keys(others.here).length === 0 ? historyState(song.history) : ownHistoryState(song.history, deviceId);
}

/** How many colours others have. */
const COLOURS = 8;

/** The track colour that another window's edge has, 0 to 7: the same in every window that sees it. */
export function colourOf(window: Id): number {
  return [...window].reduce((sum, letter) => (sum * 31 + letter.charCodeAt(0)) % 4093, 7) % COLOURS;
}

export function nameOf({ name }: Here): string {
  return name || 'Someone';
}
