import type { Change, Id, TickSpan } from '@yibbo/core';
import { createSlice, type PayloadAction } from '@reduxjs/toolkit';
import { songChanged } from '../document/song';
import { placementOpened } from './session';

/** A step that was put in: the Changes it stands in, and those that took it back. A rest needs none. */
export interface EnteredStep {
  readonly tick: number;
  readonly ticks: number;
  readonly noteIds: readonly Id[];
  readonly doneIds: readonly Id[];
  readonly undoneIds: readonly Id[];
}

/** Steps being put in one after the other. */
export interface StepEntry {
  readonly run: Id;
  /** Where the first one goes. */
  readonly fromTick: number;
  readonly put: readonly EnteredStep[];
  /** Taken back, the last first. */
  readonly back: readonly EnteredStep[];
  /** Keys that are down: what is pressed beside them belongs to the same step. */
  readonly held: readonly number[];
}

/** Where the next step goes, once those that were put in have been put in. */
export function nextStepTick({ put, fromTick }: StepEntry): number {
  const last = put.at(-1);
  return last ? last.tick + last.ticks : fromTick;
}

/** The steps after a Change that takes one back, or does it again; as they are after any other. */
export function stepsAfter(steps: StepEntry, { id, undoes }: Pick<Change, 'id' | 'undoes'>): StepEntry {
  if (undoes === undefined) return steps;
  const at = steps.put.findLastIndex(({ doneIds }) => doneIds.includes(undoes));
  if (at >= 0) {
    const moved = { ...steps.put[at]!, doneIds: steps.put[at]!.doneIds.filter((each) => each !== undoes) };
    const undone = { ...moved, undoneIds: [...moved.undoneIds, id] };
    const before = steps.put.slice(0, at);
    // Rests that came after it go with it.
    const rests = steps.put.slice(at + 1).reverse();
    if (undone.doneIds.length > 0) return { ...steps, put: [...before, undone], back: [...rests, ...steps.back] };
    return { ...steps, put: before, back: [undone, ...rests, ...steps.back] };
  }
  const backAt = steps.back.findIndex(({ undoneIds }) => undoneIds.includes(undoes));
  if (backAt < 0) return steps;
  const step = steps.back[backAt]!;
  const again = { ...step, undoneIds: step.undoneIds.filter((each) => each !== undoes), doneIds: [...step.doneIds, id] };
  const rests = steps.back.slice(0, backAt).reverse();
  const after = steps.back.slice(backAt + 1);
  if (again.undoneIds.length > 0) return { ...steps, put: [...steps.put, ...rests], back: [again, ...after] };
  return { ...steps, put: [...steps.put, ...rests, again], back: after };
}

/** Whether the Change that undo or redo comes to next is of the step that was just taken back or done again in part. */
export function isSameStep({ put, back }: StepEntry, nextId: Id): boolean {
  const isHalf = (step: EnteredStep | undefined) => step !== undefined && step.doneIds.length > 0 && step.undoneIds.length > 0;
  const half = [put.at(-1), back[0]].find(isHalf);
  return half !== undefined && (half.doneIds.includes(nextId) || half.undoneIds.includes(nextId));
}

/** The recording under way. Ticks are of the pattern. */
export interface Recording {
  readonly run: Id;
  readonly placementId: Id;
  /** The pattern that it adds to. */
  readonly from: Id;
  /** The range that repeats meanwhile. */
  readonly lengthTicks: number;
  readonly range: TickSpan;
  /** Whether what is there in the range is not heard, and goes. */
  readonly isReplacing: boolean;
  /** Whether it is being counted in, or led in to. */
  readonly isAhead: boolean;
  /** The pass it is in, from 1. */
  readonly pass: number;
  readonly noteCount: number;
}

/** MIDI devices, as the browser has them. */
export interface Devices {
  readonly state: 'unasked' | 'asking' | 'refused' | 'missing' | 'there';
  readonly names: readonly string[];
}

export interface PlayingInState {
  /** Whether letters play, and do not command. */
  readonly lettersPlay: boolean;
  readonly steps: StepEntry | null;
  readonly recording: Recording | null;
  /** The takes of the last recording, and the pattern they add to; null where nothing was recorded since the part was opened. */
  readonly taken: { readonly from: Id; readonly takes: readonly Id[] } | null;
  readonly devices: Devices;
  /** The last tap test's result or progress; null if none was begun. */
  readonly tapTest: { readonly taps: number; readonly isOver: boolean; readonly foundMs: number | null } | null;
}

const INITIAL: PlayingInState = {
  lettersPlay: false,
  steps: null,
  recording: null,
  taken: null,
  devices: { state: 'unasked', names: [] },
  tapTest: null,
};

const slice = createSlice({
  name: 'playingIn',
  initialState: INITIAL,
  reducers: {
    lettersPlaySet: (state, { payload }: PayloadAction<boolean>) => ({ ...state, lettersPlay: payload }),
    stepsSet: (state, { payload }: PayloadAction<StepEntry | null>) => ({ ...state, steps: payload }),
    recordingSet: (state, { payload }: PayloadAction<Recording | null>) => ({ ...state, recording: payload }),
    takenSet: (state, { payload }: PayloadAction<PlayingInState['taken']>) => ({ ...state, taken: payload }),
    devicesSet: (state, { payload }: PayloadAction<Devices>) => ({ ...state, devices: payload }),
    tapTestSet: (state, { payload }: PayloadAction<PlayingInState['tapTest']>) => ({ ...state, tapTest: payload }),
  },
  extraReducers: (builder) =>
    void builder
      .addCase(placementOpened, (state) => ({ ...state, steps: null, taken: null, lettersPlay: false }))
      .addCase(songChanged, (state, { payload }) => (state.steps ? { ...state, steps: stepsAfter(state.steps, payload) } : state)),
});

export const playingInReducer = slice.reducer;
export const { lettersPlaySet, stepsSet, recordingSet, takenSet: takesTakenSet, devicesSet, tapTestSet } = slice.actions;
