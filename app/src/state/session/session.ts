import type { ActionFamily, Document, Id, Offer, Place, Taken, TickSpan, BarSpan } from '@yibbo/core';
import { createSlice, type PayloadAction } from '@reduxjs/toolkit';
import { songChanged } from '../document/song';

/** The effect of one finger on empty ground. */
export type Finger = 'draws' | 'paints' | 'selects' | 'scrolls';

/** The tray's content: a family of actions, the selection rules, or the view settings. */
export type TrayTab = ActionFamily | 'select' | 'view';

/** Something a notice or a silent track offers to do about it. */
export type Remedy =
  | { readonly kind: 'unmute' | 'levelUp'; readonly trackId: Id }
  /** Notes that were moved to another row go back to theirs. */
  | { readonly kind: 'rowBack'; readonly noteIds: readonly Id[]; readonly pitch: number }
  | { readonly kind: 'octaves'; readonly noteIds: readonly Id[]; readonly semitones: number }
  /** Of these, the pieces of a split, every second is selected. */
  | { readonly kind: 'everySecond'; readonly noteIds: readonly Id[] }
  /** Another action, where one can do nothing. */
  | { readonly kind: 'offer'; readonly offer: Offer }
  | { readonly kind: 'endSolo'; readonly trackIds: readonly Id[] }
  | { readonly kind: 'unmutePlacement'; readonly placementId: Id }
  /** A bar of the song that is out of view. */
  | { readonly kind: 'showBar'; readonly tick: number }
  /** A place that is out of view. */
  | { readonly kind: 'show'; readonly place: { readonly patternId: Id; readonly tick: number; readonly pitch: number } }
  | {
      readonly kind:
        | 'undo'
        | 'adjust'
        | 'deselect'
        | 'lengthen'
        | 'ownPlacements'
        | 'unmuteAll'
        | 'unmuteNotes'
        | 'alwaysSound'
        | 'openSound'
        | 'chooseKey';
    };

/** The subject of a section's sheet: a section; bars that are to become one; or the unnamed bars after a section, or before the first. */
export type SectionOf = { readonly sectionId: Id } | { readonly bars: BarSpan } | { readonly after: Id | null };

/** A sheet about the open pattern: the grid (of the pattern, a row, a stretch of time), a row, how far a nudge goes, and so on. */
export type PatternSheet =
  | { readonly kind: 'grid'; readonly of: 'pattern' | 'row' | 'span' }
  | { readonly kind: 'row' | 'nudge' | 'length' | 'drawing' | 'lanes' | 'chords' | 'tools' | 'play-in' | 'recording' | 'takes' };

/** A sheet about the song and what is in it, on the song page and beside a pattern; `key` is the pattern's there. */
export type SongSheet =
  | { readonly kind: 'track' | 'sound'; readonly trackId: Id }
  /** Bars of the song. */
  | { readonly kind: 'stretch'; readonly bars: BarSpan }
  /** A section, or a stretch that has no name yet. */
  | { readonly kind: 'section'; readonly of: SectionOf }
  /** The adjustable actions of a placement, by default of the open part. */
  | { readonly kind: 'treatments'; readonly placementId?: Id }
  /** A part that is to be put on another track too. */
  | { readonly kind: 'to-track'; readonly placementId: Id; /** Whether it is to follow, and not to be copied. */ readonly follows?: true }
  /** Recordings under the notes, one of them unfolded. */
  | { readonly kind: 'recordings'; readonly recordingId?: Id }
  /** The shelf; with a section or bars that are to be put on it. */
  | { readonly kind: 'shelf'; readonly saves?: SectionOf }
  | {
      readonly kind:
        'key' | 'song' | 'tracks' | 'recipes' | 'add-track' | 'levels' | 'add-section' | 'order' | 'backdrop' | 'wav' | 'history' | 'help';
    };

/** Of several sheets the one of a kind. */
export type SheetOfKind<S extends Sheet, K> = S extends unknown ? (K extends S['kind'] ? S : never) : never;

/** The setup shown in place of the tray. */
export type Sheet = PatternSheet | SongSheet;

/** A short message for the person. */
export interface NoticeWords {
  readonly words: string;
  readonly remedy?: Remedy;
  /** Whether it is about the last step alone, and goes with the next. */
  readonly isOfLastStep?: boolean;
}

/** A selection rule with its settings. */
export interface Picked {
  readonly ruleId: string;
  readonly params: Readonly<Record<string, unknown>>;
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
  /** The selection when it was opened. */
  readonly among: readonly Id[];
  readonly isWithin: boolean;
}

export interface SessionState {
  readonly placementId: Id | null;
  /** Notes selected on purpose: what actions take. */
  readonly selected: readonly Id[];
  /** The stretch of time of the frame that the notes were selected by; null where they were selected another way. */
  readonly frame: TickSpan | null;
  /** The note drawn last, while nothing is selected: its values show, its ends can be taken hold of, and keys act on it. */
  readonly currentId: Id | null;
  /** The rule that picked the selected notes among all of the pattern; null where they were selected in another way. */
  readonly picked: Picked | null;
  /** Placements selected on the song page. */
  readonly placementIds: readonly Id[];
  /** The bar the song plays from, from 1. */
  readonly playFromBar: number;
  /** The bars pressed last on the song's ruler, or marked there by a drag. */
  readonly stretch: BarSpan | null;
  /** Whether only the selected placements play on the song page. */
  readonly playsSelection: boolean;
  readonly finger: Finger;
  readonly trayTab: TrayTab;
  readonly isPlaying: boolean;
  /** Whether a press tells what something is, in place of doing it. */
  readonly isAsking: boolean;
  /** Tracks that come in or go out at the next bar. */
  readonly switching: Readonly<Record<Id, 'in' | 'out'>>;
  readonly notice: NoticeWords | null;
  /** Said to those who hear the page, where others see it: "3 notes deleted". The count tells two of the same words apart. */
  readonly spoken: { readonly words: string; readonly count: number };
  /** Whether the next drag of notes leaves the originals where they are. */
  readonly copiesNext: boolean;
  /** The stretch of time marked on the ruler of the open pattern. */
  readonly span: TickSpan | null;
  /** Notes taken by the last action, for its way back. */
  readonly taken: Taken | null;
  readonly menu: MenuPlace | null;
  readonly rule: OpenRule | null;
  readonly sheet: Sheet | null;
  /** Whether the open sheet was opened out of the toolbox. */
  readonly isFromToolbox: boolean;
  /** Where keys act on the notes; null until one is used there. */
  readonly cursor: Place | null;
  readonly ruleParams: Readonly<Record<string, Readonly<Record<string, unknown>>>>;
  /** The WAV file that is being made, and how far it is, 0 to 1; null while none is. */
  readonly making: { readonly name: string; readonly progress: number } | null;
  /** The chord that the next tap on the notes puts there, by its name, while the chord pads are open; null where none is chosen. */
  readonly chordToPut: string | null;
  /** The run of Changes that still goes on, of which undo takes back one at a time; null while none does. */
  readonly openRun: Id | null;
  /** The song as it was at a saved point, while that is heard and seen in its place. */
  readonly peek: Document | null;
}

const INITIAL: SessionState = {
  placementId: null,
  selected: [],
  frame: null,
  currentId: null,
  picked: null,
  placementIds: [],
  playFromBar: 1,
  stretch: null,
  playsSelection: false,
  finger: 'draws',
  trayTab: 'copy',
  isPlaying: false,
  isAsking: false,
  switching: {},
  notice: null,
  spoken: { words: '', count: 0 },
  copiesNext: false,
  span: null,
  taken: null,
  menu: null,
  rule: null,
  sheet: null,
  isFromToolbox: false,
  cursor: null,
  ruleParams: {},
  making: null,
  chordToPut: null,
  openRun: null,
  peek: null,
};

const slice = createSlice({
  name: 'session',
  initialState: INITIAL,
  reducers: {
    placementOpened: (state, { payload }: PayloadAction<Id | null>) => ({
      ...state,
      placementId: payload,
      selected: [],
      frame: null,
      currentId: null,
      picked: null,
      span: null,
      taken: null,
      menu: null,
      rule: null,
      sheet: null,
      chordToPut: null,
      cursor: null,
      copiesNext: false,
    }),
    selectionSet: (state, { payload }: PayloadAction<readonly Id[]>) => ({
      ...state,
      selected: payload,
      frame: null,
      currentId: null,
      picked: null,
    }),
    /** The selection is what a rule picks of the whole pattern. */
    pickedSet: (state, { payload }: PayloadAction<Picked>) => ({ ...state, picked: payload }),
    /** Notes are selected by a frame drawn round them. */
    framed: (state, { payload }: PayloadAction<{ readonly noteIds: readonly Id[]; readonly frame: TickSpan }>) => ({
      ...state,
      selected: payload.noteIds,
      frame: payload.noteIds.length ? payload.frame : null,
      currentId: null,
      picked: null,
    }),
    currentSet: (state, { payload }: PayloadAction<Id | null>) => ({
      ...state,
      selected: [],
      frame: null,
      currentId: payload,
      picked: null,
    }),
    placementsSelected: (state, { payload }: PayloadAction<readonly Id[]>) => ({ ...state, placementIds: payload }),
    /** Bars are marked: play begins there. */
    stretchSet: (state, { payload }: PayloadAction<BarSpan | null>) => ({
      ...state,
      stretch: payload,
      playFromBar: payload?.first ?? state.playFromBar,
    }),
    playsSelectionSet: (state, { payload }: PayloadAction<boolean>) => ({ ...state, playsSelection: payload }),
    fingerSet: (state, { payload }: PayloadAction<Finger>) => ({ ...state, finger: payload }),
    trayTabSet: (state, { payload }: PayloadAction<TrayTab>) => ({ ...state, trayTab: payload }),
    playingSet: (state, { payload }: PayloadAction<boolean>) => ({ ...state, isPlaying: payload }),
    askingSet: (state, { payload }: PayloadAction<boolean>) => ({ ...state, isAsking: payload, sheet: payload ? null : state.sheet }),
    /** A track is to come in or go out at the next bar; with null that is over. */
    switchingSet: (state, { payload }: PayloadAction<{ trackId: Id; goes: 'in' | 'out' | null }>) => {
      const { [payload.trackId]: _before, ...others } = state.switching;
      return { ...state, switching: payload.goes ? { ...others, [payload.trackId]: payload.goes } : others };
    },
    noticeSet: (state, { payload }: PayloadAction<NoticeWords | string | null>) => ({
      ...state,
      notice: typeof payload === 'string' ? { words: payload } : payload,
    }),
    spokenSet: (state, { payload: words }: PayloadAction<string>) => ({ ...state, spoken: { words, count: state.spoken.count + 1 } }),
    copiesNextSet: (state, { payload }: PayloadAction<boolean>) => ({ ...state, copiesNext: payload }),
    spanSet: (state, { payload }: PayloadAction<TickSpan | null>) => ({ ...state, span: payload }),
    takenSet: (state, { payload }: PayloadAction<Taken | null>) => ({ ...state, taken: payload }),
    menuSet: (state, { payload }: PayloadAction<MenuPlace | null>) => ({ ...state, menu: payload }),
    ruleSet: (state, { payload }: PayloadAction<OpenRule | null>) => ({ ...state, rule: payload }),
    sheetSet: (state, { payload }: PayloadAction<Sheet | null>) => ({
      ...state,
      sheet: payload,
      chordToPut: payload?.kind === 'chords' ? state.chordToPut : null,
      isFromToolbox:
        payload !== null && payload.kind !== 'tools' && (state.sheet?.kind === 'tools' || (state.sheet !== null && state.isFromToolbox)),
    }),
    chordToPutSet: (state, { payload }: PayloadAction<string | null>) => ({ ...state, chordToPut: payload }),
    openRunSet: (state, { payload }: PayloadAction<Id | null>) => ({ ...state, openRun: payload }),
    makingSet: (state, { payload }: PayloadAction<SessionState['making']>) => ({ ...state, making: payload }),
    peekSet: (state, { payload }: PayloadAction<Document | null>) => ({ ...state, peek: payload }),
    cursorSet: (state, { payload }: PayloadAction<Place | null>) => ({ ...state, cursor: payload }),
    ruleParamsSet: (state, { payload }: PayloadAction<{ ruleId: string; params: Readonly<Record<string, unknown>> }>) => ({
      ...state,
      ruleParams: { ...state.ruleParams, [payload.ruleId]: payload.params },
    }),
  },
  extraReducers: (builder) =>
    // A notice about one step must not stay beside the next.
    void builder.addCase(songChanged, (state) => (state.notice?.isOfLastStep ? { ...state, notice: null } : state)),
});

export const sessionReducer = slice.reducer;
export const {
  placementOpened,
  selectionSet,
  framed,
  currentSet,
  placementsSelected,
  stretchSet,
  playsSelectionSet,
  fingerSet,
  trayTabSet,
  playingSet,
  askingSet,
  switchingSet,
  noticeSet,
  spokenSet,
  copiesNextSet,
  spanSet,
  takenSet,
  menuSet,
  ruleSet,
  pickedSet,
  sheetSet,
  cursorSet,
  peekSet,
  makingSet,
  chordToPutSet,
  openRunSet,
  ruleParamsSet,
} = slice.actions;
