import type { LaneTarget } from '../lanes/targets';
import type { InputQuantize } from '../model/entities';
import type { TickSpan } from '../notes/span';
import { clamp } from '../time';
import { lineFor, quantizedStart } from './input-quantize';

/** How what is played becomes notes. */
export interface TakeSetup {
  /** The range that repeats, in ticks. */
  readonly lengthTicks: number;
  /** The range that is recorded: notes that begin outside it are only heard. */
  readonly range: TickSpan;
  readonly quantize: InputQuantize | null;
  /** A note that comes so little before the range begins was meant for its beginning, in ticks. */
  readonly earlyTicks: number;
  /** The length of every note, for drums; null where a note is as long as it was held. */
  readonly hitTicks: number | null;
}

/** A note as it was played, in play ticks, which count on from pass to pass; whole from press to release, whatever lies between. */
export interface PlayedNote {
  readonly tick: number;
  readonly endTick: number;
  readonly pitch: number;
  readonly velocity: number;
  readonly release?: number;
}

/** Something turned while playing, at a play tick. */
export interface PlayedTurn {
  readonly tick: number;
  readonly target: LaneTarget;
  readonly value: number;
}

/** A note of a take: of which pass, where it was played, and where it goes; ticks from the beginning of the pattern. */
export interface TakenNote {
  readonly pass: number;
  readonly raw: number;
  readonly start: number;
  readonly length: number;
  readonly pitch: number;
  readonly velocity: number;
  readonly releaseVelocity?: number;
}

/** Where a played note goes; null where it begins outside of what is recorded. With input quantize the line it is nearest to says which pass it is of,
 *  so that a note that comes early for the first beat is not the last of the pass before. */
export function takenNote(played: PlayedNote, setup: TakeSetup): TakenNote | null {
  const place = placeOf(Math.round(played.tick), setup);
  if (!place) return null;
  const { pass, raw } = place;
  const length = setup.hitTicks ?? Math.max(1, Math.round(played.endTick) - Math.round(played.tick));
  return {
    pass,
    raw,
    start: quantizedStart(raw, setup.quantize, setup.lengthTicks),
    length,
    pitch: played.pitch,
    velocity: played.velocity,
    ...(played.release === undefined ? {} : { releaseVelocity: played.release }),
  };
}

function placeOf(tick: number, { lengthTicks, range, quantize, earlyTicks }: TakeSetup): { pass: number; raw: number } | null {
  const pass = Math.max(0, Math.floor(tick / lengthTicks));
  const inPass = tick - pass * lengthTicks;
  const line = quantize ? lineFor(inPass, quantize) : inPass;
  if (line >= lengthTicks && range.start === 0) return { pass: pass + 1, raw: 0 };
  if (line >= range.start && line < range.end) return { pass, raw: Math.max(range.start, inPass) };
  const isEarly = inPass < range.start && inPass >= range.start - earlyTicks;
  return isEarly ? { pass, raw: range.start } : null;
}

/** Where something turned goes: its pass and its tick in the pattern; null outside of what is recorded. */
export function takenTurn(
  { tick }: PlayedTurn,
  { lengthTicks, range }: TakeSetup,
): { readonly pass: number; readonly tick: number } | null {
  const pass = Math.max(0, Math.floor(tick / lengthTicks));
  const inPass = Math.round(tick) - pass * lengthTicks;
  return inPass >= range.start && inPass < range.end ? { pass, tick: clamp(inPass, 0, lengthTicks - 1) } : null;
}
