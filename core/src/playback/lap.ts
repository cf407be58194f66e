import { secondsAt, tickAtSeconds, type TempoAt } from '../time';

/** A stretch of song time played round and round. Play ticks count on without wrapping; each lap takes the tempos of the song between
 *  `fromTick` and `fromTick + lengthTicks`. */
export interface Lap {
  /** The play tick that the first lap begins at; 0 where it is not said. What comes before it is played once, in the song's own time. */
  readonly originTick?: number;
  readonly fromTick: number;
  readonly lengthTicks: number;
  readonly tempos: readonly TempoAt[];
}

function lapSeconds({ fromTick, lengthTicks, tempos }: Lap): number {
  return secondsAt(tempos, fromTick + lengthTicks) - secondsAt(tempos, fromTick);
}

/** Seconds from where the first lap begins to `playTick`; negative before it. */
export function playSeconds(lap: Lap, playTick: number): number {
  const since = playTick - (lap.originTick ?? 0);
  const round = Math.max(0, Math.floor(since / lap.lengthTicks));
  const inLap = since - round * lap.lengthTicks;
  return round * lapSeconds(lap) + secondsAt(lap.tempos, lap.fromTick + inLap) - secondsAt(lap.tempos, lap.fromTick);
}

/** The (fractional) play tick reached `seconds` after the first lap begins, or before where they are negative. */
export function playTickAt(lap: Lap, seconds: number): number {
  const whole = lapSeconds(lap);
  const round = Math.max(0, Math.floor(seconds / whole));
  const tick = tickAtSeconds(lap.tempos, secondsAt(lap.tempos, lap.fromTick) + seconds - round * whole);
  return (lap.originTick ?? 0) + round * lap.lengthTicks + tick - lap.fromTick;
}
