import type { SongCard } from '@yibbo/core';

/** Number of songs from which search and order are offered. */
export const MANY_SONGS = 8;

export const SONG_ORDERS = ['changed', 'name', 'tempo'] as const;
export type SongOrder = (typeof SONG_ORDERS)[number];

const COMPARE: Readonly<Record<SongOrder, (a: SongCard, b: SongCard) => number>> = {
  changed: (a, b) => b.changedAt - a.changedAt,
  name: (a, b) => a.name.localeCompare(b.name, 'en', { sensitivity: 'base', numeric: true }),
  tempo: (a, b) => (a.bpm ?? Infinity) - (b.bpm ?? Infinity),
};

/** The songs that have every word of `sought` in their name or the names of their tracks, whatever its case and accents, in order. */
export function foundSongs(songs: readonly SongCard[], sought: string, order: SongOrder): readonly SongCard[] {
  const words = plain(sought).split(/\s+/).filter(Boolean);
  const texts = ({ name, tracks }: SongCard) => plain([name, ...(tracks ?? []).map((track) => track.name)].join(' '));
  return songs.filter((song) => words.every((word) => texts(song).includes(word))).sort(COMPARE[order]);
}

function plain(text: string): string {
  return text.normalize('NFD').replace(/\p{M}/gu, '').toLowerCase();
}

/** Names told one by one; the others are counted. */
const NAMES_TOLD = 8;

/** Songs by their names, in a line that stays short however many there are. */
export function namesInShort(names: readonly string[]): string {
  if (names.length <= NAMES_TOLD) return names.join(', ');
  return `${names.slice(0, NAMES_TOLD - 1).join(', ')} and ${names.length - NAMES_TOLD + 1} more`;
}
