import type { AmountUnit, Id, NoteLanding, PlacementLanding, Shape, SweepMode } from '@yibbo/core';
import { createSlice, type PayloadAction } from '@reduxjs/toolkit';
import { storeChanges, stored } from '../../browser/storage';

/** A distance, apart from the grid. */
export interface Amount {
  readonly count: number;
  readonly unit: AmountUnit;
}

/** How long a drawn note is: one step, as the last one, or a number of ticks. */
export type DrawnLength = 'grid' | 'last' | number;

export type LaneHeight = 'low' | 'middle' | 'high';

/** Settings for every pattern in this browser. */
export interface Preferences {
  /** Whether notes sound as they are drawn and moved. */
  readonly hearsDrawing: boolean;
  /** Whether the velocity lane is open; null until it is chosen: then it is on a wide screen. */
  readonly laneOpen: boolean | null;
  /** How high lanes are, where that was chosen. */
  readonly laneHeights: Readonly<Partial<Record<string, LaneHeight>>>;
  /** Whether a press in a lane of what turns draws, or takes hold of points. */
  readonly lanePress: 'draws' | 'points';
  /** Whether points of lanes go along with notes that are moved or copied. */
  readonly lanesTravel: boolean;
  /** The octave MIDI key 60 is said to be in. */
  readonly middleOctave: 3 | 4;
  readonly isSnapping: boolean;
  /** Whether dragged notes go by whole steps or to the lines. */
  readonly snapsBy: 'distance' | 'line';
  /** Whether drum hits are drawn as marks of one width in Notes. */
  readonly hitsAsMarks: boolean;
  /** How long new notes are, by song, where that was chosen: else one step. */
  readonly drawnLengths: Readonly<Record<Id, DrawnLength>>;
  /** How long the last note was that was drawn, in ticks, by song. */
  readonly lastLengths: Readonly<Record<Id, number>>;
  /** How far a nudge goes; null is a step, or a millisecond with snapping off. */
  readonly nudge: Amount | null;
  /** The line that runs of notes, and velocities in the lane, follow. */
  readonly shape: Shape;
  readonly turns: number;
  /** How a sweep over velocities treats chords. */
  readonly sweepMode: SweepMode;
  /** Whether other tracks' notes show behind those of the open pattern. */
  readonly hasBackdrop: boolean;
  /** Which of them do, where that was chosen; else all that are not muted. */
  readonly backdropTracks: Readonly<Record<Id, boolean>>;
  /** Whether another variant of the open pattern shows as an outline. */
  readonly outlinesVariant: boolean;
  /** How dropped placements land on others. */
  readonly landing: PlacementLanding;
  /** How dragged notes land on others. */
  readonly noteLanding: NoteLanding;
  /** How far a nudge moves placements. */
  readonly placementNudge: Amount;
  /** Families of actions that are folded away in the panel. */
  readonly foldedFamilies: readonly string[];
  /** Whether the view goes along with what is playing. */
  readonly followsPlay: boolean;
  /** Whether painted runs keep to the key, once there is one. */
  readonly runsKeepToKey: boolean;
  /** Whether the song page names tracks in every row, not only in the first of each section. */
  readonly namesEveryRow: boolean;
  /** How often each tool was taken, by its label: the line of tools shows those used most. */
  readonly toolUses: Readonly<Record<string, number>>;
  /** Whether the toolbox stays open after an act. */
  readonly isToolboxPinned: boolean;
  /** The person's name, for others who have the same song open; empty for none. */
  readonly ownName: string;
}

const KEY = 'yibbo habits';
const DEFAULTS: Preferences = {
  hearsDrawing: true,
  laneOpen: null,
  laneHeights: {},
  lanePress: 'draws',
  lanesTravel: false,
  middleOctave: 4,
  isSnapping: true,
  snapsBy: 'distance',
  hitsAsMarks: false,
  drawnLengths: {},
  lastLengths: {},
  nudge: null,
  shape: 'hand',
  turns: 2,
  runsKeepToKey: true,
  sweepMode: 'scale',
  hasBackdrop: false,
  backdropTracks: {},
  outlinesVariant: false,
  landing: 'merge',
  noteLanding: 'merge',
  placementNudge: { count: 1, unit: 'bar' },
  foldedFamilies: [],
  followsPlay: true,
  namesEveryRow: false,
  toolUses: {},
  isToolboxPinned: false,
  ownName: '',
};

/** A tool used this often halves all counts, so that new habits can show. */
const MOST_USES = 100;

/** Songs that something is remembered for, those changed last. */
const SONGS_KEPT = 200;

function ofSongs<T>(all: Readonly<Record<Id, T>>, songId: Id, value: T): Readonly<Record<Id, T>> {
  const { [songId]: _before, ...others } = all;
  return Object.fromEntries([...Object.entries(others).slice(1 - SONGS_KEPT), [songId, value]]);
}

function halved(counts: Readonly<Record<string, number>>): Readonly<Record<string, number>> {
  const entries = Object.entries(counts).map(([name, count]) => [name, Math.floor(count / 2)] as const);
  return Object.fromEntries(entries.filter(([, count]) => count > 0));
}

const slice = createSlice({
  name: 'preferences',
  initialState: () => stored(KEY, DEFAULTS),
  reducers: {
    /** How long new notes of a song are from now on. */
    drawnLengthSet: (state, { payload: { songId, length } }: PayloadAction<{ songId: Id; length: DrawnLength }>) => ({
      ...state,
      drawnLengths: ofSongs(state.drawnLengths, songId, length),
    }),
    /** A note of this length was drawn in a song. */
    lengthDrawn: (state, { payload: { songId, ticks } }: PayloadAction<{ songId: Id; ticks: number }>) => ({
      ...state,
      lastLengths: ofSongs(state.lastLengths, songId, ticks),
    }),
    /** A tool was taken, by its label. */
    toolUsed: (state, { payload: label }: PayloadAction<string>) => {
      const toolUses = { ...state.toolUses, [label]: (state.toolUses[label] ?? 0) + 1 };
      return { ...state, toolUses: toolUses[label]! < MOST_USES ? toolUses : halved(toolUses) };
    },
    preferencesSet: (state, { payload }: PayloadAction<Partial<Preferences>>) => ({ ...state, ...payload }),
  },
});

/** Remembers in this browser what has changed. */
export function storePreferences(before: Preferences, now: Preferences): void {
  storeChanges(KEY, before, now);
}

export const preferencesReducer = slice.reducer;
export const { preferencesSet, drawnLengthSet, lengthDrawn, toolUsed } = slice.actions;
