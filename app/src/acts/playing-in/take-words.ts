import { counted } from '@yibbo/core';

/** A recording's result in words. */
export function tookWords(takes: number, notes: number): string {
  if (takes === 0) return notes === 0 ? 'Nothing was played.' : 'Nothing was played in the time that is recorded.';
  return takes === 1 ? `${counted(notes, 'note')} recorded.` : `${counted(notes, 'note')} recorded in ${takes} takes.`;
}
