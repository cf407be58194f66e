import type { Grid } from './grid';

/** Steps of a whole number or an exact fraction of ticks: how a grid is stored, so that it means the same wherever it is used again. */
export type TickSteps = `${string} ticks`;

const STEPS = /^([1-9]\d{0,8})(?:\/([1-9]\d{0,3}))? ticks$/;

/** Whether a text from anywhere is steps of ticks: "5040 ticks", "20160/11 ticks". */
export function isTickSteps(text: unknown): text is TickSteps {
  return typeof text === 'string' && STEPS.test(text);
}

/** The steps of a plain grid, wherever its lines are counted from. */
export function stepsOf({ numerator, denominator }: Grid): TickSteps {
  const divisor = commonDivisor(numerator, denominator);
  const below = denominator === divisor ? '' : `/${denominator / divisor}`;
  return `${numerator / divisor}${below} ticks`;
}

/** The grid of steps of ticks, counted from tick 0. */
export function gridOfSteps(steps: TickSteps): Grid {
  const [, numerator, denominator = '1'] = STEPS.exec(steps) as unknown as [string, string, string?];
  return { numerator: Number(numerator), denominator: Number(denominator) };
}

function commonDivisor(a: number, b: number): number {
  return b === 0 ? a : commonDivisor(b, a % b);
}
