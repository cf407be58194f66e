import type { ToneSound } from '../audio/sounds';
import { BALANCE } from './balance';

/** Keys a fourth apart over a sound's own range, its highest among them. */
export function keysOver({ range: [low, high] }: ToneSound): number[] {
  const keys = Array.from({ length: Math.floor((high - low) / 5) + 1 }, (_, index) => low + 5 * index);
  return keys.at(-1) === high ? keys : [...keys, high];
}

/** A sound that is as loud over its whole range, where it was measured. */
export function balanced(sound: ToneSound): ToneSound {
  const levels = BALANCE[sound.id];
  return levels ? { ...sound, keyLevels: keysOver(sound).map((key, index) => [key, levels[index]!] as const) } : sound;
}
