import type { Change, ChangeLabel } from '@yibbo/core';

/** The Changes that a history does not have. */
export function notIn(history: readonly ChangeLabel[], changes: readonly Change[]): readonly Change[] {
  const had = new Set(history.map(({ id }) => id));
  return changes.filter(({ id }) => !had.has(id));
}
