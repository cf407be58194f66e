import type { ClickSound, InputQuantize, PadKind, StepLanding, StepLength } from '@yibbo/core';
import type { Channel } from '@yibbo/core/recording';
import { createSlice, type PayloadAction } from '@reduxjs/toolkit';
import { storeChanges, stored } from '../../browser/storage';

/** Input devices; each has its own latency. */
export type InputSource = 'screen' | 'letters' | 'device';

/** When recording ends: when it is told to, round and round till then; once the loop has been played; after some bars; or when it is told to, with
 *  the pattern growing till then. */
export type RecordingEnd = 'told' | 'once' | 'bars' | 'grows';

/** The MIDI input: none, every device, the simulated one, or one by its name. */
export type DeviceChoice = 'none' | 'all' | 'simulated' | `name:${string}`;

/** How this browser's person plays in. */
export interface PlayIn {
  readonly padKind: PadKind;
  /** The lowest key of the pads, for each family of sounds where it was moved. */
  readonly lowest: number | null;
  /** How loud a pad is: by where it is hit, or always so (1..127). */
  readonly padVelocity: 'place' | number;
  readonly stepLength: StepLength;
  readonly stepLanding: StepLanding;
  readonly hasClick: boolean;
  readonly clickSound: ClickSound;
  readonly clickLevelDb: number;
  readonly clickAccents: boolean;
  /** 0..4. */
  readonly countInBars: number;
  readonly landing: StepLanding;
  /** Whether each pass adds to the one before, or starts afresh from what was there. */
  readonly passesAdd: boolean;
  readonly ends: RecordingEnd;
  readonly bars: number;
  /** The bar that recording begins at, from 1. */
  readonly startBar: number;
  /** Whether only the time marked on the ruler is recorded, where some is. */
  readonly onlyMarked: boolean;
  /** Bars that are heard before what is recorded, 0..8. */
  readonly leadInBars: number;
  /** After so many bars more play stops; null where it plays on. */
  readonly runOnBars: number | null;
  readonly quantize: InputQuantize | null;
  /** How much later than it is heard something is played, in milliseconds, as a tap test has found. */
  readonly latencyMs: Readonly<Partial<Record<InputSource, number>>>;
  readonly device: DeviceChoice;
  readonly channel: Channel;
  /** The phrase that the simulated device plays, by its place among all. */
  readonly phrase: number;
  readonly humanMs: number;
  readonly humanVelocity: number;
  readonly mistakes: number;
}

const KEY = 'yibbo playing in';
const DEFAULTS: PlayIn = {
  padKind: 'keys',
  lowest: null,
  padVelocity: 'place',
  stepLength: { value: '1/8', form: 'straight' },
  stepLanding: 'merge',
  hasClick: true,
  clickSound: 'wood',
  clickLevelDb: -6,
  clickAccents: true,
  countInBars: 1,
  landing: 'merge',
  passesAdd: true,
  ends: 'told',
  bars: 2,
  startBar: 1,
  onlyMarked: true,
  leadInBars: 0,
  runOnBars: null,
  quantize: null,
  latencyMs: {},
  device: 'none',
  channel: 'all',
  phrase: 0,
  humanMs: 15,
  humanVelocity: 10,
  mistakes: 0,
};

const slice = createSlice({
  name: 'playIn',
  initialState: () => stored(KEY, DEFAULTS),
  reducers: {
    playInSet: (state, { payload }: PayloadAction<Partial<PlayIn>>) => ({ ...state, ...payload }),
  },
});

/** Remembers in this browser what has changed. */
export function storePlayIn(before: PlayIn, now: PlayIn): void {
  storeChanges(KEY, before, now);
}

export const playInReducer = slice.reducer;
export const { playInSet } = slice.actions;
