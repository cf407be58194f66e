import {
  barTicks,
  chordName,
  division,
  findById,
  gridOf,
  heardAt,
  isOneChord,
  keyOf,
  layOnTop,
  marksSeenFrom,
  meterAt,
  namingIn,
  notesOf,
  treatmentParents,
  variantsAmong,
  type Division,
  type Document,
  type Grid,
  type Grids,
  type Key,
  type KeyChoice,
  type MeterAt,
  type MeterShape,
  type Naming,
  type Note,
  type Pattern,
  type Placement,
  type TempoAt,
  type Track,
  type Treatment,
} from '@yibbo/core';
import { createSelector } from '@reduxjs/toolkit';
import { DEFAULT_PATTERN_VIEW, type ViewMode, type PatternView } from '../preferences/pattern-views';
import type { State } from '../store';

/** The part that is open for editing, with all that hangs on it. */
export interface OpenPart extends Grids {
  readonly placement: Placement;
  readonly track: Track;
  readonly pattern: Pattern;
  readonly view: PatternView;
  readonly viewMode: ViewMode;
  readonly division: Division;
  readonly meter: MeterShape;
  /** The song's meters as seen from the pattern's beginning. */
  readonly meters: readonly MeterAt[];
  /** The song's tempos as seen from there. */
  readonly tempos: readonly TempoAt[];
  readonly grid: Grid;
  readonly rowGrids: ReadonlyMap<number, Grid>;
  readonly bars: number;
  /** The key of the pattern, or of its song; null where none is chosen. */
  readonly key: Key | null;
  readonly naming: Naming;
}

/** The range that repeats during a recording; the same object until it changes. */
const selectRecordingTime = createSelector(
  [
    (state: State) => state.playingIn.recording?.lengthTicks,
    (state: State) => state.playingIn.recording?.range,
    (state: State) => state.playingIn.recording?.isReplacing,
  ],
  (lengthTicks, range, isReplacing) =>
    lengthTicks === undefined || !range ? null : { lengthTicks, range, isReplacing: isReplacing === true },
);

const NO_NOTES: readonly Note[] = [];
const FIRST_DIVISION = division('1/16');

const selectDocument = (state: State) => state.song.document;
const selectTrial = (state: State) => state.trial.trial;

/** The document as it is seen and heard: with a trial's Change in it, unless the original is being compared; or as it was at a saved point. */
export const selectShownDocument = createSelector(
  [selectDocument, selectTrial, (state: State) => state.session.peek],
  (document, trial, peek): Document | null => {
    if (peek) return peek;
    if (!document || !trial || trial.isComparing) return document;
    return layOnTop(document, trial.performed.change).document;
  },
);

/** The document as it is heard: while a recording goes on, with its pattern as long as that is, and without what it replaces. */
export const selectPlayedDocument = createSelector(
  [selectShownDocument, (state: State) => state.playingIn.recording?.placementId, selectRecordingTime],
  (document, placementId, time): Document | null => {
    const patternId = document && time ? findById(document.placements, placementId)?.patternId : undefined;
    if (!document || !time || patternId === undefined) return document;
    const patterns = document.patterns.map((each) => (each.id === patternId ? { ...each, length: time.lengthTicks } : each));
    const notes = notesOf(document, patternId).filter(
      ({ start }) => !time.isReplacing || start < time.range.start || start >= time.range.end,
    );
    return { ...document, patterns, notes: { ...document.notes, [patternId]: notes } };
  },
);

const selectPlacement = createSelector(
  [
    (state: State) => state.song.document?.tracks,
    (state: State) => state.song.document?.placements,
    (state: State) => state.session.placementId,
  ],
  (tracks = [], placements = [], placementId) =>
    findById(placements, placementId) ?? placements.find(({ trackId }) => trackId === tracks[0]?.id),
);

export const selectPart = createSelector(
  [
    selectPlacement,
    (state: State) => state.song.document?.song,
    (state: State) => state.song.document?.tracks,
    (state: State) => state.song.document?.patterns,
    (state: State) => state.patternViews,
    (state: State) => state.preferences.middleOctave,
  ],
  (placement, song, tracks = [], patterns = [], views, middleOctave): OpenPart | null => {
    const track = findById(tracks, placement?.trackId);
    const pattern = findById(patterns, placement?.patternId);
    if (!song || !placement || !track || !pattern) return null;
    const view = { ...DEFAULT_PATTERN_VIEW, ...views[pattern.id] };
    const meter = meterAt(song.meters, placement.start);
    const inUse = view.division ?? FIRST_DIVISION;
    const key = keyFor(pattern.key ?? song.key);
    return {
      placement,
      track,
      pattern,
      view,
      meter,
      division: inUse,
      viewMode: view.viewMode ?? (track.kind === 'drums' ? 'steps' : 'notes'),
      meters: marksSeenFrom(song.meters, placement),
      tempos: marksSeenFrom(song.tempos, placement),
      grid: gridWithSpans(inUse, view.spanDivisions, meter),
      rowGrids: new Map(Object.entries(view.rowDivisions).map(([pitch, own]) => [Number(pitch), gridOf(own, meter)])),
      bars: pattern.length / barTicks(meter),
      key,
      naming: namingIn(key, middleOctave),
    };
  },
);

/** A key worked out once for each choice. */
const keyFor = createSelector([(choice: KeyChoice | undefined) => choice], (choice) => (choice ? keyOf(choice) : null));

function gridWithSpans(inUse: Division, spans: PatternView['spanDivisions'], meter: MeterShape): Grid {
  const grid = gridOf(inUse, meter);
  if (spans.length === 0) return grid;
  return { ...grid, spans: spans.map(({ start, end, division: own }) => ({ start, end, grid: gridOf(own, meter) })) };
}

const notesIn = (document: Document | null, part: OpenPart | null) => (document && part ? notesOf(document, part.pattern.id) : NO_NOTES);

/** The open pattern's notes as they are. */
export const selectNotes = createSelector([selectDocument, selectPart], notesIn);
/** The open pattern's notes as a trial would have them. */
export const selectShownNotes = createSelector([selectShownDocument, selectPart], notesIn);

/** The open part's notes after its treatments; null if it has none. */
export const selectHeardNotes = createSelector([selectShownDocument, selectPart], (document, part) =>
  document && part ? heardAt(document, part.placement) : null,
);

/** The treatments that work on the open part, in their order. */
export const selectTreatments = createSelector(
  [(state: State) => state.song.document?.treatments, (state: State) => state.song.document?.song.id, selectPart],
  (all = [], songId, part): readonly Treatment[] => {
    if (!part || all.length === 0) return NO_TREATMENTS;
    const parents = treatmentParents(songId ?? '', part.track, part.placement);
    return parents.flatMap((id) => all.filter(({ parentId }) => parentId === id));
  },
);
const NO_TREATMENTS: readonly Treatment[] = [];

/** The variant before the open one, to be compared with: as an outline where that is switched on. Null where there is no other. */
export const selectOtherVariant = createSelector(
  [(state: State) => state.song.document?.patterns, (state: State) => selectPart(state)?.pattern.id],
  (patterns, patternId): Pattern | null => {
    const variants = patterns && patternId ? variantsAmong(patterns, patternId) : [];
    return variants.length > 1 ? variants.at(variants.findIndex(({ id }) => id === patternId) - 1)! : null;
  },
);

/** Notes of another variant that show as outlines; null where none do. */
export const selectVariantOutline = createSelector(
  [selectDocument, selectOtherVariant, (state: State) => state.preferences.outlinesVariant],
  (document, other, isOn) => (isOn && document && other ? notesOf(document, other.id) : null),
);

/** Selected notes that are still there: of the trial's result while one runs. */
export const selectSelectedNotes = createSelector(
  [selectShownNotes, (state: State) => state.session.selected, selectTrial],
  (notes, selected, trial) => {
    const ids = new Set(trial && !trial.isComparing && selected.length ? trial.performed.select : selected);
    return ids.size ? notes.filter(({ id }) => ids.has(id)) : NO_NOTES;
  },
);

/** Whether anything is selected that is still there; if not, actions take the whole pattern. */
export function selectHasSelection(state: State): boolean {
  return selectSelectedNotes(state).length > 0;
}

/** The current note, as it is or as a trial would have it; null where there is none or something is selected. */
export const selectCurrentNote = createSelector(
  [selectShownNotes, (state: State) => state.session.currentId, (state: State) => state.session.selected],
  (notes, currentId, selected): Note | null => (currentId !== null && selected.length === 0 ? (findById(notes, currentId) ?? null) : null),
);

/** The notes that handles, keys and the readout act on: the selection, else the current note, else none. */
export const selectHandledNotes = createSelector([selectSelectedNotes, selectCurrentNote], (selected, current) =>
  selected.length || !current ? selected : [current],
);

/** The usual name of the chord that is selected, else of what sounds where one note is selected or the cursor stands; null where that has none, and on a
 *  kit's part. */
export const selectChordName = createSelector(
  [selectPart, selectHandledNotes, (state: State) => state.session.cursor, selectShownNotes, selectHeardNotes],
  (part, handled, cursor, written, heard): string | null => {
    if (!part || part.track.kind === 'drums') return null;
    if (handled.length > 1) return isOneChord(handled) ? nameOf(handled, part) : null;
    const tick = handled[0]?.start ?? cursor?.tick;
    if (tick === undefined) return null;
    return nameOf(
      (heard ?? written).filter(({ start, length, muted }) => !muted && start <= tick && tick < start + length),
      part,
    );
  },
);

function nameOf(notes: readonly Note[], { key }: OpenPart): string | null {
  return chordName(
    notes.map(({ pitch }) => pitch),
    key,
  );
}
