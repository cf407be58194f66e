import type { Division, Id, TickSpan } from '@yibbo/core';
import { createSlice, type PayloadAction } from '@reduxjs/toolkit';
import { storeChanges, stored } from '../../browser/storage';

export type ViewMode = 'steps' | 'notes';
/** Which rows are shown: every key, those of the scale, of the kit, or those that have notes. */
export type RowChoice = 'every' | 'scale' | 'kit' | 'used';

/** How one pattern is being looked at. Not part of the song, never in undo; remembered in this browser. */
export interface PatternView {
  readonly viewMode: ViewMode | null;
  /** Null until it is chosen: then the one that fits the notes best. */
  readonly division: Division | null;
  /** The bar on show and the current row in Steps. */
  readonly bar: number;
  readonly activeRow: number | null;
  /** Rows with a division of their own, by pitch. */
  readonly rowDivisions: Readonly<Record<number, Division>>;
  /** Stretches of time with a division of their own, in order and apart from each other. */
  readonly spanDivisions: readonly (TickSpan & { readonly division: Division })[];
  /** Whether the division follows how far the notes are zoomed in. */
  readonly followsZoom: boolean;
  /** Null until it is chosen: the kit's rows for drums, every row else. */
  readonly rowChoice: RowChoice | null;
  /** Lanes open under the notes beside that of velocities, top first. */
  readonly lanes: readonly string[];
  /** How far Notes were zoomed in by hand; null until they were. */
  readonly zoom: { readonly pixelsPerTick: number; readonly rowPixels: number } | null;
}

export const DEFAULT_PATTERN_VIEW: PatternView = {
  viewMode: null,
  division: null,
  bar: 0,
  activeRow: null,
  rowDivisions: {},
  spanDivisions: [],
  followsZoom: false,
  rowChoice: null,
  lanes: [],
  zoom: null,
};

export type PatternViews = Readonly<Record<Id, PatternView>>;

const KEY = 'yibbo pattern views';
const VIEWS_KEPT = 200;

const slice = createSlice({
  name: 'patternViews',
  initialState: (): PatternViews => stored(KEY, {}),
  reducers: {
    patternViewSet: (state, { payload }: PayloadAction<{ patternId: Id; view: Partial<PatternView> }>) => ({
      ...state,
      [payload.patternId]: { ...DEFAULT_PATTERN_VIEW, ...state[payload.patternId], ...payload.view },
    }),
  },
});

/** Remembers in this browser how the patterns seen last are looked at. */
export function storePatternViews(before: PatternViews, now: PatternViews): void {
  storeChanges(KEY, before, now, VIEWS_KEPT);
}

export const patternViewsReducer = slice.reducer;
export const { patternViewSet } = slice.actions;
