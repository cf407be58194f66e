import type { SteadyChance } from '../chance/steady';
import { modulo } from '../time';
import type { FigureHit } from './figures';
import { spreadEvenly } from './spread';

/** How a round of steps is made. */
export interface RhythmPlan {
  readonly steps: number;
  readonly hits: number;
  /** 0..1: 1 spreads the hits as evenly as whole steps allow, 0 draws them by the weight of their steps. */
  readonly evenness: number;
  /** 0..1: how far weight goes from strong steps to weak ones. */
  readonly offBeat: number;
  /** By how many steps all are turned later. */
  readonly turn: number;
  readonly accents: number;
  /** Whether accents lie evenly among the hits, or on the strongest steps. */
  readonly accentsBy: 'even' | 'weight';
  readonly ghosts: number;
}

/** A round of steps by a plan. `levels` say how strong each step is, 0 the strongest; `chance` draws. Turning comes last: what is drawn is drawn
 *  where the steps would stand without it. */
export function plannedSteps(plan: RhythmPlan, levels: readonly number[], chance: SteadyChance): readonly (FigureHit | null)[] {
  const weights = levels.map((level) => weightOf(level, plan.offBeat));
  const hits = hitSteps(plan, weights, chance);
  const isHit = new Set(hits);
  const strong = new Set(accented(plan, hits, weights));
  const rests = levels.flatMap((_, step) => (isHit.has(step) ? [] : [step]));
  const ghosts = new Set(sampled(rests, Math.min(plan.ghosts, rests.length), ghostWeights(levels.length, isHit), chance, 'ghost'));
  const made = levels.map((_, step): FigureHit | null => {
    if (isHit.has(step)) return strong.has(step) ? 'strong' : 'hit';
    return ghosts.has(step) ? 'ghost' : null;
  });
  return turned(made, plan.turn);
}

/** Steps turned later by some of them. */
export function turned<T>(steps: readonly T[], by: number): readonly T[] {
  return steps.map((_, step) => steps[modulo(step - by, steps.length)]!);
}

/** Each level stronger weighs twice as much; off the beat, as much less. */
function weightOf(level: number, offBeat: number): number {
  return 2 ** (level * (1 - 2 * offBeat));
}

function hitSteps({ steps, hits, evenness }: RhythmPlan, weights: readonly number[], chance: SteadyChance): readonly number[] {
  const even = spreadEvenly(hits, steps, 0).flatMap((isHit, step) => (isHit ? [step] : []));
  const drawn = Math.round(even.length * (1 - evenness));
  if (drawn === 0) return even;
  // Of the even ones the strongest stay; the others are drawn anew, from all steps that are left.
  const kept = [...even].sort((a, b) => weights[b]! - weights[a]! || a - b).slice(0, even.length - drawn);
  const taken = new Set(kept);
  const free = weights.flatMap((_, step) => (taken.has(step) ? [] : [step]));
  return [...kept, ...sampled(free, drawn, weights, chance, 'hit')].sort((a, b) => a - b);
}

/** Some of the steps, drawn by weight, none twice: the smallest of exponential times, each as fast as its weight (Efraimidis and Spirakis, 2006). */
function sampled(
  steps: readonly number[],
  count: number,
  weights: readonly number[],
  chance: SteadyChance,
  words: string,
): readonly number[] {
  const time = (step: number) => -Math.log(1 - chance.uniform(`${words} ${step}`)) / weights[step]!;
  return [...steps].sort((a, b) => time(a) - time(b) || a - b).slice(0, count);
}

/** Ghosts come rather beside hits than far from them. */
function ghostWeights(length: number, isHit: ReadonlySet<number>): readonly number[] {
  return Array.from({ length }, (_, step) => (isHit.has(modulo(step + 1, length)) || isHit.has(modulo(step - 1, length)) ? 4 : 1));
}

function accented({ accents, accentsBy }: RhythmPlan, hits: readonly number[], weights: readonly number[]): readonly number[] {
  if (accentsBy === 'weight') return [...hits].sort((a, b) => weights[b]! - weights[a]! || a - b).slice(0, accents);
  const isStrong = hits.length ? spreadEvenly(Math.min(accents, hits.length), hits.length, 0) : [];
  return hits.filter((_, index) => isStrong[index]);
}
