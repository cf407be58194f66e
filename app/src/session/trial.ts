import type { ActionId, Document, Id, Performed } from '@yibbo/core';
import { createSlice, type PayloadAction } from '@reduxjs/toolkit';

/** What an action did last, to be done again otherwise. */
export interface TakenUp {
  /** The song as it was before. */
  readonly document: Document;
  readonly noteIds: readonly Id[];
  readonly seed: number;
}

/** An action being tried on the running loop. Its Change is shown and heard but not yet made. */
export interface Trial {
  readonly actionId: ActionId;
  readonly params: Readonly<Record<string, unknown>>;
  readonly seed: number;
  /** Names the ids it makes, which stay the same while its settings change. */
  readonly runId: Id;
  readonly patternId: Id;
  /** What was selected when it began; empty means the whole pattern. */
  readonly noteIds: readonly Id[];
  /** Whether it was begun on the whole pattern: the notes it works on are those that were pressed since. */
  readonly wasOnAll: boolean;
  /** What was done last by this very action, where the trial takes that up again; null where it works on the present notes. */
  readonly again: TakenUp | null;
  /** Whether it could take up what was done last when it began. */
  readonly wasTakenUp: boolean;
  /** Whether the pattern is to be made as long as the notes need. */
  readonly lengthens: boolean;
  readonly performed: Performed;
  /** Whether the original is being heard and seen instead, by a held button. */
  readonly isComparing: boolean;
}

/** What was selected, or current, right after an action was done. */
export interface LeftSelected {
  readonly changeId: Id;
  readonly selected: readonly Id[];
  readonly currentId: Id | null;
}

export interface TrialState {
  readonly trial: Trial | null;
  /** What the action that was done last left. */
  readonly left: LeftSelected | null;
  /** Settings an action was last used with, by action. */
  readonly lastParams: Readonly<Partial<Record<ActionId, Readonly<Record<string, unknown>>>>>;
}

const slice = createSlice({
  name: 'trial',
  initialState: { trial: null, left: null, lastParams: {} } as TrialState,
  reducers: {
    trialSet: (state, { payload }: PayloadAction<Trial | null>) => ({ ...state, trial: payload }),
    leftSet: (state, { payload }: PayloadAction<LeftSelected>) => ({ ...state, left: payload }),
    comparingSet: (state, { payload }: PayloadAction<boolean>) => ({
      ...state,
      trial: state.trial && { ...state.trial, isComparing: payload },
    }),
    paramsUsed: (state, { payload }: PayloadAction<{ actionId: ActionId; params: Readonly<Record<string, unknown>> }>) => ({
      ...state,
      lastParams: { ...state.lastParams, [payload.actionId]: payload.params },
    }),
  },
});

export const trialReducer = slice.reducer;
export const { leftSet, trialSet, comparingSet, paramsUsed } = slice.actions;
