/** The middle of some numbers in order of size; of an even count the mean of the two in the middle. Throws RangeError where there are none. */
export function middle(values: readonly number[]): number {
  if (values.length === 0) throw new RangeError('There is no middle of nothing.');
  const sorted = [...values].sort((a, b) => a - b);
  const half = sorted.length >> 1;
  return sorted.length % 2 ? sorted[half]! : (sorted[half - 1]! + sorted[half]!) / 2;
}
