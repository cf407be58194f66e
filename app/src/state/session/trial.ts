import type { ActionId, Id, OuterContext, Performed, Recipe } from '@yibbo/core';
import { createSlice, type PayloadAction } from '@reduxjs/toolkit';

/** Where an action was begun: what it may know that is not in the document, so that running it again with other settings gives the same but for
 *  those. */
export type Begun = Pick<OuterContext, 'at' | 'span' | 'clip' | 'lastTaken' | 'grid' | 'rowGrids'>;

/** An action being tried on the running loop. Its Change is shown and heard but not yet made. */
export interface Trial {
  /** The recipe that is tried, of which `actionId` and `params` are the first step; null where it is one action. */
  readonly recipe: Recipe | null;
  readonly actionId: ActionId;
  readonly params: Readonly<Record<string, unknown>>;
  readonly seed: number;
  /** Names the ids it makes, which stay the same while its settings change. */
  readonly runId: Id;
  readonly patternId: Id;
  /** The selection when it began; empty means the whole pattern. */
  readonly noteIds: readonly Id[];
  /** Whether it was begun on the whole pattern: the notes it works on are those that were pressed since. */
  readonly wasOnAll: boolean;
  readonly begun: Begun;
  /** The Changes of the step that it adjusts, newest first: it works on the notes as they were before those. Empty where it is a fresh one. */
  readonly adjusts: readonly Id[];
  /** The treatment whose settings it changes; null where it is an action to be done. */
  readonly treatmentId: Id | null;
  /** Whether the pattern is to be made as long as the notes need. */
  readonly lengthens: boolean;
  readonly performed: Performed;
  /** Whether the original is being heard and seen instead, by a held button. */
  readonly isComparing: boolean;
}

/** The step that an action made last, which can be opened again as long as nothing else is done. */
export interface MadeStep {
  /** The Changes it stands in, newest first: what was kept, and what it was adjusted from. */
  readonly changeIds: readonly Id[];
  readonly trial: Trial;
}

/** The owner of a kept action: the pattern in all its places, this placement alone, the track, or the song. */
export type KeptOn = 'pattern' | 'placement' | 'track' | 'song';

export interface TrialState {
  readonly trial: Trial | null;
  /** Chosen to be kept on; null while nothing was. */
  readonly keptOn: KeptOn | null;
  readonly made: MadeStep | null;
  /** Settings an action was last used with, by action. */
  readonly lastParams: Readonly<Partial<Record<ActionId, Readonly<Record<string, unknown>>>>>;
}

const slice = createSlice({
  name: 'trial',
  initialState: { trial: null, keptOn: null, made: null, lastParams: {} } as TrialState,
  reducers: {
    trialSet: (state, { payload }: PayloadAction<Trial | null>) => ({ ...state, trial: payload }),
    stepMade: (state, { payload }: PayloadAction<MadeStep>) => ({ ...state, made: payload }),
    keptOnSet: (state, { payload }: PayloadAction<KeptOn>) => ({ ...state, keptOn: payload }),
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
export const { keptOnSet, stepMade, trialSet, comparingSet, paramsUsed } = slice.actions;
