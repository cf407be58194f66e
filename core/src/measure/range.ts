import type { ToneSound } from '../audio/sounds';
import { keysOver } from '../sounds/balanced';
import { loudest, PLAYED } from './figures';
import { struck } from './struck';

/** How loud a sound is at keys over its range, in LUFS over the loudest 100 ms at velocity 100. */
export function loudnessOver(sound: ToneSound): number[] {
  return keysOver(sound).map((pitch) => loudest(struck(sound, { ...PLAYED[sound.family], pitch })));
}

export interface RangeFigures {
  /** How far apart the loudest and the softest key are, and the two most different neighbours, in dB. */
  readonly spread: number;
  readonly jump: number;
}

/** How even a sound is over its range, dry. */
export function rangeFigures(sound: ToneSound): RangeFigures {
  const levels = loudnessOver(dryOf(sound));
  const sorted = [...levels].sort((a, b) => a - b);
  return {
    spread: sorted.at(-1)! - sorted[0]!,
    jump: levels.slice(1).reduce((most, level, index) => Math.max(most, Math.abs(level - levels[index]!)), 0),
  };
}

/** The levels in dB, for each of these keys, at which a sound is as loud as where its family is measured: dry, for what a room adds to one key it takes from
 *  its neighbour. */
export function balanceOf(sound: ToneSound): number[] {
  const { keyLevels: _levels, ...bare } = dryOf(sound);
  const heard = loudest(struck(bare, PLAYED[sound.family]));
  return loudnessOver(bare).map((level) => Math.round((heard - level) * 10) / 10);
}

function dryOf(sound: ToneSound): ToneSound {
  return { ...sound, room: 0, echo: 0, width: 0 };
}
