import { counted, type BroughtBack } from '@yibbo/core';

/** A day like 2026-11-30, as people say it. */
export function dayWords(day: string): string {
  return new Date(`${day}T12:00:00`).toLocaleDateString(undefined, { weekday: 'long', day: 'numeric', month: 'long' });
}

/** Songs restored from a copy, and those that were there already. */
export function broughtWords({ songs, known }: BroughtBack, from: string): string {
  const there = known.length
    ? ` ${counted(known.length, 'is', 'are')} here as ${known.length === 1 ? 'it was' : 'they were'}, or further on.`
    : '';
  return songs.length ? `Brought back: ${songs.join(', ')}.${there}` : `Nothing is missing that ${from} has.${there}`;
}
