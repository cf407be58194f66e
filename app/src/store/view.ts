import type { ActionFamily, Division, Id } from '@yibbo/core';
import { createSlice, type PayloadAction } from '@reduxjs/toolkit';

export type Dress = 'steps' | 'notes';
/** What one finger on empty ground does. */
export type Finger = 'draws' | 'selects' | 'scrolls';

/** How one pattern is being looked at. Not part of the song, never in undo; remembered in this browser. */
export interface PatternView {
  readonly dress: Dress | null;
  /** Null until it is chosen: then the one that fits the notes best. */
  readonly division: Division | null;
  /** The bar on show and the row in hand in Steps. */
  readonly bar: number;
  readonly rowInHand: number | null;
}

/** What the tray shows: a family of actions, or the selection rules. */
export type TrayTab = ActionFamily | 'select';

export interface ViewState {
  readonly placementId: Id | null;
  readonly selected: readonly Id[];
  readonly finger: Finger;
  readonly trayTab: TrayTab;
  readonly patterns: Readonly<Record<Id, PatternView>>;
  readonly isPlaying: boolean;
  /** A short message for the person, with what it is about; null while there is none. */
  readonly notice: string | null;
}

export const DEFAULT_PATTERN_VIEW: PatternView = { dress: null, division: null, bar: 0, rowInHand: null };

const STORAGE_KEY = 'yibbo pattern views';
const VIEWS_KEPT = 200;

function storedViews(): ViewState['patterns'] {
  try {
    return JSON.parse(localStorage.getItem(STORAGE_KEY) ?? '{}') as ViewState['patterns'];
  } catch {
    return {};
  }
}

/** Remembers the views in this browser; where it may not, they last as long as the page. */
export function storeViews(views: ViewState['patterns']): void {
  try {
    localStorage.setItem(STORAGE_KEY, JSON.stringify(Object.fromEntries(Object.entries(views).slice(-VIEWS_KEPT))));
  } catch {
    // A browser without room or permission simply forgets how patterns were looked at.
  }
}

const initial = (): ViewState => ({
  placementId: null,
  selected: [],
  finger: 'draws',
  trayTab: 'time',
  patterns: storedViews(),
  isPlaying: false,
  notice: null,
});

const slice = createSlice({
  name: 'view',
  initialState: initial,
  reducers: {
    placementOpened: (state, { payload }: PayloadAction<Id | null>) => ({ ...state, placementId: payload, selected: [] }),
    selectionSet: (state, { payload }: PayloadAction<readonly Id[]>) => ({ ...state, selected: payload }),
    fingerSet: (state, { payload }: PayloadAction<Finger>) => ({ ...state, finger: payload }),
    trayTabSet: (state, { payload }: PayloadAction<TrayTab>) => ({ ...state, trayTab: payload }),
    patternViewSet: (state, { payload }: PayloadAction<{ patternId: Id; view: Partial<PatternView> }>) => {
      const view = { ...(state.patterns[payload.patternId] ?? DEFAULT_PATTERN_VIEW), ...payload.view };
      return { ...state, patterns: { ...state.patterns, [payload.patternId]: view } };
    },
    playingSet: (state, { payload }: PayloadAction<boolean>) => ({ ...state, isPlaying: payload }),
    noticeSet: (state, { payload }: PayloadAction<string | null>) => ({ ...state, notice: payload }),
  },
});

export const viewReducer = slice.reducer;
export const { placementOpened, selectionSet, fingerSet, trayTabSet, patternViewSet, playingSet, noticeSet } = slice.actions;
