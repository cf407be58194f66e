import { hashText } from '../model/ids';
import { seededRandom } from './random';

/** Chance that stays put: the same words give the same number whatever else is drawn, so that a note that comes or goes changes nothing for the others. */
export interface SteadyChance {
  /** Uniform in [0, 1), for some words. */
  readonly uniform: (words: string) => number;
  /** In (-1, 1), the middle more often than the ends: the sum of two dice, less their mean. */
  readonly triangular: (words: string) => number;
}

/** Steady chance out of one draw of a seed. */
export function steadyChance(random: () => number): SteadyChance {
  const seed = random();
  const uniform = (words: string) => seededRandom(hashText(`${seed} ${words}`))();
  return { uniform, triangular: (words) => uniform(`${words} a`) + uniform(`${words} b`) - 1 };
}
