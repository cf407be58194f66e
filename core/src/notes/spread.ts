import { modulo } from '../time';

/** Which of `steps` steps are hit when `hits` of them are spread as evenly as whole steps allow, the first on step `offset`. Any two
 *  neighbouring hits are as far apart as any other two, or one step more or less. */
export function spreadEvenly(hits: number, steps: number, offset: number): boolean[] {
  const many = Math.min(hits, steps);
  return Array.from({ length: steps }, (_, step) => (modulo(step - offset, steps) * many) % steps < many);
}

/** Which of `steps` steps are hit when every `every`-th is, counted from step `offset`. */
export function everyNth(every: number, steps: number, offset: number): boolean[] {
  return Array.from({ length: steps }, (_, step) => modulo(step - offset, every) === 0);
}
