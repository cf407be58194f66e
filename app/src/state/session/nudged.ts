import type { AmountUnit, Id } from '@yibbo/core';
import { createSlice, type PayloadAction } from '@reduxjs/toolkit';

export type { Amount } from '../preferences/preferences';

/** A run of nudges of the same notes, counted from where the first of them stood when it began. */
export interface Nudged {
  readonly noteIds: readonly Id[];
  readonly originTick: number;
  /** How far they stand from there. */
  readonly ticks: number;
  /** The total nudge, by unit. */
  readonly counts: Readonly<Partial<Record<AmountUnit, number>>>;
}

/** Notes being nudged, or moved up and down, by a held button or key: shown, not yet written. */
export interface Carried {
  readonly run: Nudged;
  /** How far from where they are written, in time and in pitch. */
  readonly ticks: number;
  readonly semitones: number;
}

interface NudgeState {
  readonly nudged: Nudged | null;
  readonly carried: Carried | null;
}

const slice = createSlice({
  name: 'nudge',
  initialState: { nudged: null, carried: null } as NudgeState,
  reducers: {
    nudgedSet: (state, { payload }: PayloadAction<Nudged | null>) => ({ ...state, nudged: payload }),
    carriedSet: (state, { payload }: PayloadAction<Carried | null>) => ({ ...state, carried: payload }),
  },
});

export const nudgeReducer = slice.reducer;
export const { nudgedSet, carriedSet } = slice.actions;
