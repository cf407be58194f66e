import { secondsAt, tickAtSeconds, type TempoAt } from '../time';

/** A stretch of song time played round and round. Play ticks count on from 0 without wrapping; each lap takes the tempos
 *  of the song between `fromTick` and `fromTick + lengthTicks`. */
export interface Lap {
  readonly fromTick: number;
  readonly lengthTicks: number;
  readonly tempos: readonly TempoAt[];
}

function lapSeconds({ fromTick, lengthTicks, tempos }: Lap): number {
  return secondsAt(tempos, fromTick + lengthTicks) - secondsAt(tempos, fromTick);
}

/** Seconds from play tick 0 to `playTick`. */
export function playSeconds(lap: Lap, playTick: number): number {
  const round = Math.floor(playTick / lap.lengthTicks);
  const inLap = playTick - round * lap.lengthTicks;
  return round * lapSeconds(lap) + secondsAt(lap.tempos, lap.fromTick + inLap) - secondsAt(lap.tempos, lap.fromTick);
}

/** The (fractional) play tick reached `seconds` after play tick 0. */
export function playTickAt(lap: Lap, seconds: number): number {
  const whole = lapSeconds(lap);
  const round = Math.floor(seconds / whole);
  const tick = tickAtSeconds(lap.tempos, secondsAt(lap.tempos, lap.fromTick) + seconds - round * whole);
  return round * lap.lengthTicks + tick - lap.fromTick;
}
