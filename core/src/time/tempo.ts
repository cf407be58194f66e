import { TICKS_PER_QUARTER } from './ticks';

/** `bpm` quarter notes a minute from `tick` on. */
export interface TempoAt {
  readonly tick: number;
  readonly bpm: number;
}

export const DEFAULT_BPM = 120;

function secondsPerTick(bpm: number): number {
  return 60 / (bpm * TICKS_PER_QUARTER);
}

/** Quarter notes a minute at `tick`; 120 where none is written. `tempos` is sorted by tick. */
export function bpmAt(tempos: readonly TempoAt[], tick: number): number {
  let bpm = DEFAULT_BPM;
  for (const tempo of tempos) {
    if (tempo.tick > tick) break;
    bpm = tempo.bpm;
  }
  return bpm;
}

/** The tempo at tick 0, which rules before it too: what is counted in goes at the speed of what comes. */
function beginningOf([first]: readonly TempoAt[]): TempoAt {
  return first?.tick === 0 ? first : { tick: 0, bpm: DEFAULT_BPM };
}

/** Seconds from tick 0 to `tick` (may be fractional, or negative). */
export function secondsAt(tempos: readonly TempoAt[], tick: number): number {
  let seconds = 0;
  let from = beginningOf(tempos);
  for (const next of tempos) {
    if (next.tick >= tick) break;
    seconds += (next.tick - from.tick) * secondsPerTick(from.bpm);
    from = next;
  }
  return seconds + (tick - from.tick) * secondsPerTick(from.bpm);
}

/** The (fractional) tick reached `seconds` after tick 0: the inverse of `secondsAt`. */
export function tickAtSeconds(tempos: readonly TempoAt[], seconds: number): number {
  let left = seconds;
  let from = beginningOf(tempos);
  for (const next of tempos) {
    const span = (next.tick - from.tick) * secondsPerTick(from.bpm);
    if (left < span) break;
    left -= span;
    from = next;
  }
  return from.tick + left / secondsPerTick(from.bpm);
}
