/** The least of some values; Infinity where there are none. Lists may be as long as memory allows: spread over arguments, they may not. */
export function least(values: readonly number[]): number {
  return values.reduce((least, value) => Math.min(least, value), Infinity);
}

/** The most of some values; -Infinity where there are none. */
export function most(values: readonly number[]): number {
  return values.reduce((most, value) => Math.max(most, value), -Infinity);
}
