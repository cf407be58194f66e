import type { ActionFamily, Division, Id, Place, TickSpan } from '@yibbo/core';
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

/** What the tray shows: a family of actions, the selection rules, or how the pattern is looked at. */
export type TrayTab = ActionFamily | 'select' | 'view';

/** Something a notice or a silent track offers to do about it. */
export type Cure =
  | { readonly kind: 'unmute' | 'levelUp'; readonly trackId: Id }
  | { readonly kind: 'endSolo'; readonly trackIds: readonly Id[] }
  | { readonly kind: 'unmutePlacement'; readonly placementId: Id }
  | { readonly kind: 'lengthen' | 'unmuteNotes' | 'alwaysSound' | 'openSound' };

/** A short message for the person. */
export interface NoticeWords {
  readonly words: string;
  readonly cure?: Cure;
}

/** Where a menu was asked for: on the page, and in the pattern. */
export interface MenuPlace {
  readonly x: number;
  readonly y: number;
  readonly at: Place;
  readonly noteId: Id | null;
}

/** A selection rule being set up: what it picks is selected as its settings change. */
export interface OpenRule {
  readonly ruleId: string;
  /** What was selected when it was opened. */
  readonly among: readonly Id[];
  readonly isWithin: boolean;
}

export interface ViewState {
  readonly placementId: Id | null;
  readonly selected: readonly Id[];
  readonly finger: Finger;
  readonly trayTab: TrayTab;
  readonly patterns: Readonly<Record<Id, PatternView>>;
  readonly isPlaying: boolean;
  readonly notice: NoticeWords | null;
  /** Whether the next drag of notes leaves the originals where they are. */
  readonly copiesNext: boolean;
  /** The stretch of time marked on the ruler of the open pattern. */
  readonly span: TickSpan | null;
  readonly menu: MenuPlace | null;
  readonly rule: OpenRule | null;
  readonly ruleParams: Readonly<Record<string, Readonly<Record<string, unknown>>>>;
  readonly habits: Habits;
}

/** What a person has set for every pattern in this browser. */
export interface Habits {
  /** Whether notes sound as they are drawn and moved. */
  readonly hearsDrawing: boolean;
  /** Whether the velocity lane is open; null until it is chosen: then it is on a wide screen. */
  readonly laneOpen: boolean | null;
}

export const DEFAULT_PATTERN_VIEW: PatternView = { dress: null, division: null, bar: 0, rowInHand: null };

const HABITS_KEY = 'yibbo habits';
const DEFAULT_HABITS: Habits = { hearsDrawing: true, laneOpen: null };
const STORAGE_KEY = 'yibbo pattern views';
const VIEWS_KEPT = 200;

function stored<T extends object>(key: string, otherwise: T): T {
  try {
    return { ...otherwise, ...(JSON.parse(localStorage.getItem(key) ?? '{}') as Partial<T>) };
  } catch {
    return otherwise;
  }
}

function store(key: string, value: object): void {
  try {
    localStorage.setItem(key, JSON.stringify(value));
  } catch {
    // A browser without room or permission simply forgets how patterns were looked at.
  }
}

/** Remembers views and habits in this browser; where it may not, they last as long as the page. */
export function storeViews({ patterns, habits }: ViewState): void {
  store(STORAGE_KEY, Object.fromEntries(Object.entries(patterns).slice(-VIEWS_KEPT)));
  store(HABITS_KEY, habits);
}

const initial = (): ViewState => ({
  placementId: null,
  selected: [],
  finger: 'draws',
  trayTab: 'time',
  patterns: stored(STORAGE_KEY, {}),
  isPlaying: false,
  notice: null,
  copiesNext: false,
  span: null,
  menu: null,
  rule: null,
  ruleParams: {},
  habits: stored(HABITS_KEY, DEFAULT_HABITS),
});

const slice = createSlice({
  name: 'view',
  initialState: initial,
  reducers: {
    placementOpened: (state, { payload }: PayloadAction<Id | null>) => ({
      ...state,
      placementId: payload,
      selected: [],
      span: null,
      menu: null,
      rule: null,
      copiesNext: false,
    }),
    selectionSet: (state, { payload }: PayloadAction<readonly Id[]>) => ({ ...state, selected: payload }),
    fingerSet: (state, { payload }: PayloadAction<Finger>) => ({ ...state, finger: payload }),
    trayTabSet: (state, { payload }: PayloadAction<TrayTab>) => ({ ...state, trayTab: payload }),
    patternViewSet: (state, { payload }: PayloadAction<{ patternId: Id; view: Partial<PatternView> }>) => {
      const view = { ...(state.patterns[payload.patternId] ?? DEFAULT_PATTERN_VIEW), ...payload.view };
      return { ...state, patterns: { ...state.patterns, [payload.patternId]: view } };
    },
    playingSet: (state, { payload }: PayloadAction<boolean>) => ({ ...state, isPlaying: payload }),
    noticeSet: (state, { payload }: PayloadAction<NoticeWords | string | null>) => ({
      ...state,
      notice: typeof payload === 'string' ? { words: payload } : payload,
    }),
    copiesNextSet: (state, { payload }: PayloadAction<boolean>) => ({ ...state, copiesNext: payload }),
    spanSet: (state, { payload }: PayloadAction<TickSpan | null>) => ({ ...state, span: payload }),
    menuSet: (state, { payload }: PayloadAction<MenuPlace | null>) => ({ ...state, menu: payload }),
    ruleSet: (state, { payload }: PayloadAction<OpenRule | null>) => ({ ...state, rule: payload }),
    ruleParamsSet: (state, { payload }: PayloadAction<{ ruleId: string; params: Readonly<Record<string, unknown>> }>) => ({
      ...state,
      ruleParams: { ...state.ruleParams, [payload.ruleId]: payload.params },
    }),
    habitsSet: (state, { payload }: PayloadAction<Partial<Habits>>) => ({ ...state, habits: { ...state.habits, ...payload } }),
  },
});

export const viewReducer = slice.reducer;
export const {
  placementOpened,
  selectionSet,
  fingerSet,
  trayTabSet,
  patternViewSet,
  playingSet,
  noticeSet,
  copiesNextSet,
  spanSet,
  menuSet,
  ruleSet,
  ruleParamsSet,
  habitsSet,
} = slice.actions;
