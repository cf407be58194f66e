import type { MeterShape } from '../time';

/** How strong a place of the bar is, by the published measure of syncopation (Longuet-Higgins and Lee, 1984): 0 at the bar line, one less for each
 *  finer division of the bar that it begins. `tick` counts from the bar line, a whole note having `wholeTicks`. */
export function metricLevel(tick: number, { numerator, denominator }: MeterShape, wholeTicks: number): number {
  const beat = wholeTicks / denominator;
  let level = 0;
  let span = beat * numerator;
  for (const parts of divisionsOf(numerator)) {
    if (isOn(tick, span)) return level;
    span /= parts;
    level -= 1;
  }
  while (!isOn(tick, span) && level > LOWEST) {
    if (isOn(tick, span / 3)) return level - 1;
    span /= 2;
    level -= 1;
  }
  return level;
}

/** Finer than this no place is told from another. */
const LOWEST = -12;

function isOn(tick: number, span: number): boolean {
  const rest = tick % span;
  return Math.min(rest, span - rest) < 1e-6;
}

/** Into how many parts a bar is divided, level by level, down to its beats: 4 into 2 and 2, 6 into 2 and 3; beats that make no even parts lie side by
 *  side. */
function divisionsOf(beats: number): readonly number[] {
  if (beats === 1) return [];
  if (beats % 2 === 0) return [2, ...divisionsOf(beats / 2)];
  return [beats];
}

/** How syncopated a round of steps is: for each hit that is followed by a rest on a stronger step, the difference of their levels, summed. Hits on
 *  ever stronger rests count with the strongest one before the next hit. */
export function syncopation(hits: readonly boolean[], levels: readonly number[]): number {
  const { length } = hits;
  let sum = 0;
  for (let at = 0; at < length; at++) {
    if (!hits[at]) continue;
    let strongest = -Infinity;
    for (let next = 1; next <= length && !hits[(at + next) % length]; next++)
      strongest = Math.max(strongest, levels[(at + next) % length]!);
    if (strongest > levels[at]!) sum += strongest - levels[at]!;
  }
  return sum;
}

/** How syncopated, in a word, by the sum over a bar of sixteen steps. */
export function syncopationWords(sum: number): string {
  if (sum === 0) return 'straight';
  if (sum <= 3) return 'a little syncopated';
  return sum <= 7 ? 'syncopated' : 'strongly syncopated';
}
