/** Chance that stays put: the same words give the same number whatever else is drawn, so that a note that comes or goes changes nothing for the others. */
export interface SteadyChance {
  /** Uniform in [0, 1), for some words. */
  readonly uniform: (words: string) => number;
  /** In (-1, 1), the middle more often than the ends: the sum of two dice, less their mean. */
  readonly triangular: (words: string) => number;
}

/** Steady chance out of one draw of a seed. */
export function steadyChance(random: () => number): SteadyChance {
  const seed = Math.floor(random() * 0x1_0000_0000);
  const uniform = (words: string) => drawn(seed, words);
  const other = Math.imul(seed ^ 0x5bd1e995, 0x9e3779b1);
  return { uniform, triangular: (words) => drawn(seed, words) + drawn(other, words) - 1 };
}

/** A number in [0, 1) of a seed and a text: FNV-1a from the seed on, stirred by the end of MurmurHash3, since near texts are to be far apart. */
function drawn(seed: number, text: string): number {
  let value = seed;
  for (let index = 0; index < text.length; index++) value = Math.imul(value ^ text.charCodeAt(index), 0x01000193);
  value = Math.imul(value ^ (value >>> 16), 0x85ebca6b);
  value = Math.imul(value ^ (value >>> 13), 0xc2b2ae35);
  return ((value ^ (value >>> 16)) >>> 0) / 0x1_0000_0000;
}
