import { secondsAt, tickAtSeconds, type TempoAt } from '../time';

/** A stretch of song time played over and over. Play ticks count on without wrapping; each pass takes the tempos of the song between
 *  `fromTick` and `fromTick + lengthTicks`. */
export interface LoopClock {
  /** The play tick that the first pass begins at; 0 where it is not said. What comes before it is played once, in the song's own time. */
  readonly originTick?: number;
  readonly fromTick: number;
  readonly lengthTicks: number;
  readonly tempos: readonly TempoAt[];
}

function passSeconds({ fromTick, lengthTicks, tempos }: LoopClock): number {
  return secondsAt(tempos, fromTick + lengthTicks) - secondsAt(tempos, fromTick);
}

/** Seconds from where the first pass begins to `playTick`; negative before it. */
export function playSeconds(clock: LoopClock, playTick: number): number {
  const since = playTick - (clock.originTick ?? 0);
  const pass = Math.max(0, Math.floor(since / clock.lengthTicks));
  const inPass = since - pass * clock.lengthTicks;
  return pass * passSeconds(clock) + secondsAt(clock.tempos, clock.fromTick + inPass) - secondsAt(clock.tempos, clock.fromTick);
}

/** The (fractional) play tick reached `seconds` after the first pass begins, or before where they are negative. */
export function playTickAt(clock: LoopClock, seconds: number): number {
  const whole = passSeconds(clock);
  const pass = Math.max(0, Math.floor(seconds / whole));
  const tick = tickAtSeconds(clock.tempos, secondsAt(clock.tempos, clock.fromTick) + seconds - pass * whole);
  return (clock.originTick ?? 0) + pass * clock.lengthTicks + tick - clock.fromTick;
}
