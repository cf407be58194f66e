import type { Id } from '../model/entities';
import type { ClickSettings } from '../playback/click';
import type { SamplesOf } from '../playback/recorded';
import type { Ending } from './rendered';
import type { WavBits } from './wav';

export const WAV_RATES = [44_100, 48_000] as const;
/** How loud a file leaves: as it is heard, its true peak at -1 dB, or its loudness at -14 LUFS, peaks held by the limiter. */
export const WAV_LEVELS = ['heard', 'peak', 'loudness'] as const;

export interface WavOptions {
  readonly start: number;
  readonly end: number;
  /** The tracks that are heard; null for all that are not muted. */
  readonly trackIds: readonly Id[] | null;
  /** The click that goes with them; absent where none does. */
  readonly click?: ClickSettings | null;
  /** The samples of recordings, where those are to be in the file too. */
  readonly samplesOf?: SamplesOf;
  /** The samples of files that tracks play. */
  readonly oneShotsOf?: SamplesOf;
  readonly ending: Ending;
  readonly sampleRate: (typeof WAV_RATES)[number];
  readonly bits: WavBits;
  readonly level: (typeof WAV_LEVELS)[number];
}

/** A piece of a file's samples, and how much of the work is done, 0 to 1. */
export interface WavPiece {
  readonly bytes: Uint8Array;
  readonly progress: number;
}

export interface WavEnd {
  /** The file's beginning, which can only be written once its length is known. */
  readonly header: Uint8Array;
  readonly frames: number;
  /** Decibels it was turned up or down. */
  readonly gainDb: number;
  /** Its loudness in LUFS, where one was asked for and its peaks did not let it be reached. */
  readonly fellShortAt?: number;
}
