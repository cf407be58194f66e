import { SILENT_DB } from './level';
import { dbToGain, sineTurn } from './math';
import type { EngineTrack } from './messages';

/** How loud something goes to either side; 1 is as it is. */
export interface Gains {
  readonly left: number;
  readonly right: number;
}

/** Gains turned up or down by a factor. */
export function turnedGains({ left, right }: Gains, factor: number): Gains {
  return { left: left * factor, right: right * factor };
}

/** Left and right gain of a track's notes that have a pan of their own: its level and its sound's, panned at equal power. */
export function gainsOf({ levelDb, pan: trackPan, isAudible, sound }: EngineTrack, notePan: number): Gains {
  const pan = Math.max(-1, Math.min(1, trackPan + notePan));
  const gain = isAudible && levelDb > SILENT_DB ? dbToGain(levelDb + sound.levelDb) : 0;
  const turn = (pan + 1) / 8;
  return { left: gain * sineTurn(0.25 - turn) * 1.4142135623730951, right: gain * sineTurn(turn) * 1.4142135623730951 };
}
