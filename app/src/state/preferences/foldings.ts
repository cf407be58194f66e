import { createSlice, type PayloadAction } from '@reduxjs/toolkit';
import type { Id } from '@yibbo/core';
import { storeChanges, stored } from '../../browser/storage';

/** Which lines of a song's page were folded (true) or unfolded (false) by hand. */
type Folding = Readonly<Record<string, boolean>>;

type Foldings = Readonly<Record<Id, Folding>>;

const KEY = 'yibbo foldings';
const SONGS_KEPT = 100;

const slice = createSlice({
  name: 'foldings',
  initialState: (): Foldings => stored(KEY, {}),
  reducers: {
    linesFolded: (state, { payload: { songId, lines } }: PayloadAction<{ songId: Id; lines: Folding }>) => ({
      ...state,
      [songId]: { ...state[songId], ...lines },
    }),
  },
});

/** Remembers in this browser what is folded on the pages of the songs seen last. */
export function storeFoldings(before: Foldings, now: Foldings): void {
  storeChanges(KEY, before, now, SONGS_KEPT);
}

export const foldingsReducer = slice.reducer;
export const { linesFolded } = slice.actions;
