import type { ActionFamily, AmountUnit, Division, Id, Place, Shape, TickSpan } from '@yibbo/core';
import { createSlice, type PayloadAction } from '@reduxjs/toolkit';

export type Dress = 'steps' | 'notes';
/** What one finger on empty ground does. */
export type Finger = 'draws' | 'paints' | 'selects' | 'scrolls';
/** Which rows are shown: every key, those of the scale, of the kit, or those that have notes. */
export type RowChoice = 'every' | 'scale' | 'kit' | 'used';

/** How one pattern is being looked at. Not part of the song, never in undo; remembered in this browser. */
export interface PatternView {
  readonly dress: Dress | null;
  /** Null until it is chosen: then the one that fits the notes best. */
  readonly division: Division | null;
  /** The bar on show and the row in hand in Steps. */
  readonly bar: number;
  readonly rowInHand: number | null;
  /** Rows with a division of their own, by pitch. */
  readonly rowDivisions: Readonly<Record<number, Division>>;
  /** Stretches of time with a division of their own, in order and apart from each other. */
  readonly spanDivisions: readonly (TickSpan & { readonly division: Division })[];
  /** Whether the division follows how far the notes are zoomed in. */
  readonly followsZoom: boolean;
  /** Null until it is chosen: the kit's rows for drums, every row else. */
  readonly rowChoice: RowChoice | null;
}

/** What the tray shows: a family of actions, the selection rules, or how the pattern is looked at. */
export type TrayTab = ActionFamily | 'select' | 'view';

/** Something a notice or a silent track offers to do about it. */
export type Cure =
  | { readonly kind: 'unmute' | 'levelUp'; readonly trackId: Id }
  /** Notes that were moved to another row go back to theirs. */
  | { readonly kind: 'rowBack'; readonly noteIds: readonly Id[]; readonly pitch: number }
  | { readonly kind: 'octaves'; readonly noteIds: readonly Id[]; readonly semitones: number }
  | { readonly kind: 'endSolo'; readonly trackIds: readonly Id[] }
  | { readonly kind: 'unmutePlacement'; readonly placementId: Id }
  | { readonly kind: 'lengthen' | 'unmuteNotes' | 'alwaysSound' | 'openSound' | 'chooseKey' };

/** A distance, apart from the grid. */
export interface Amount {
  readonly count: number;
  readonly unit: AmountUnit;
}

/** What stands in the tray's place to be set up: the grid (of the pattern, a row, a stretch of time), a row, the key, how far a nudge goes,
 *  the pattern's length. */
export type Sheet =
  { readonly kind: 'grid'; readonly of: 'pattern' | 'row' | 'span' } | { readonly kind: 'row' | 'key' | 'nudge' | 'length' | 'drawing' };

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
  /** Notes that were rotated in their own span: where the last turn left them, and that span. */
  readonly turned: { readonly places: string; readonly span: TickSpan } | null;
  readonly menu: MenuPlace | null;
  readonly rule: OpenRule | null;
  readonly sheet: Sheet | null;
  /** Where keys act on the notes; null until one is used there. */
  readonly cursor: Place | null;
  readonly ruleParams: Readonly<Record<string, Readonly<Record<string, unknown>>>>;
  readonly habits: Habits;
}

/** What a person has set for every pattern in this browser. */
export interface Habits {
  /** Whether notes sound as they are drawn and moved. */
  readonly hearsDrawing: boolean;
  /** Whether the velocity lane is open; null until it is chosen: then it is on a wide screen. */
  readonly laneOpen: boolean | null;
  /** The octave MIDI key 60 is said to be in. */
  readonly middleOctave: 3 | 4;
  readonly isSnapping: boolean;
  /** Whether dragged notes go by whole boxes or to the lines. */
  readonly snapsBy: 'distance' | 'line';
  /** Whether drum hits are drawn as marks of one width in Notes. */
  readonly hitsAsMarks: boolean;
  /** How long a drawn note is: one box, as the last one, or so many ticks. */
  readonly drawnLength: 'grid' | 'last' | number;
  readonly lastLength: number | null;
  /** How far a nudge goes; null is a box, or a millisecond with snapping off. */
  readonly nudge: Amount | null;
  /** The line that runs of notes, and velocities in the lane, follow. */
  readonly shape: Shape;
  readonly turns: number;
  /** Whether painted runs keep to the scale. */
  readonly paintsInScale: boolean;
}

export const DEFAULT_PATTERN_VIEW: PatternView = {
  dress: null,
  division: null,
  bar: 0,
  rowInHand: null,
  rowDivisions: {},
  spanDivisions: [],
  followsZoom: false,
  rowChoice: null,
};

const HABITS_KEY = 'yibbo habits';
const DEFAULT_HABITS: Habits = {
  hearsDrawing: true,
  laneOpen: null,
  middleOctave: 4,
  isSnapping: true,
  snapsBy: 'distance',
  hitsAsMarks: false,
  drawnLength: 'grid',
  lastLength: null,
  nudge: null,
  shape: 'hand',
  turns: 2,
  paintsInScale: false,
};
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
  turned: null,
  menu: null,
  rule: null,
  sheet: null,
  cursor: null,
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
      turned: null,
      menu: null,
      rule: null,
      sheet: null,
      cursor: null,
      copiesNext: false,
    }),
    selectionSet: (state, { payload }: PayloadAction<readonly Id[]>) => ({ ...state, selected: payload }),
    fingerSet: (state, { payload }: PayloadAction<Finger>) => ({ ...state, finger: payload }),
    trayTabSet: (state, { payload }: PayloadAction<TrayTab>) => ({ ...state, trayTab: payload }),
    patternViewSet: (state, { payload }: PayloadAction<{ patternId: Id; view: Partial<PatternView> }>) => {
      const view = { ...DEFAULT_PATTERN_VIEW, ...state.patterns[payload.patternId], ...payload.view };
      return { ...state, patterns: { ...state.patterns, [payload.patternId]: view } };
    },
    playingSet: (state, { payload }: PayloadAction<boolean>) => ({ ...state, isPlaying: payload }),
    noticeSet: (state, { payload }: PayloadAction<NoticeWords | string | null>) => ({
      ...state,
      notice: typeof payload === 'string' ? { words: payload } : payload,
    }),
    copiesNextSet: (state, { payload }: PayloadAction<boolean>) => ({ ...state, copiesNext: payload }),
    spanSet: (state, { payload }: PayloadAction<TickSpan | null>) => ({ ...state, span: payload }),
    turnedSet: (state, { payload }: PayloadAction<ViewState['turned']>) => ({ ...state, turned: payload }),
    menuSet: (state, { payload }: PayloadAction<MenuPlace | null>) => ({ ...state, menu: payload }),
    ruleSet: (state, { payload }: PayloadAction<OpenRule | null>) => ({ ...state, rule: payload }),
    sheetSet: (state, { payload }: PayloadAction<Sheet | null>) => ({ ...state, sheet: payload }),
    cursorSet: (state, { payload }: PayloadAction<Place | null>) => ({ ...state, cursor: payload }),
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
  turnedSet,
  menuSet,
  ruleSet,
  sheetSet,
  cursorSet,
  ruleParamsSet,
  habitsSet,
} = slice.actions;
