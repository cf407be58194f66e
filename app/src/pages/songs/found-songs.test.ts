import type { SongCard } from '@yibbo/core';
import { foundSongs, namesInShort } from './found-songs';

const card = (name: string, changedAt: number, bpm?: number, track = 'Deck Drums'): SongCard => ({
  id: name,
  name,
  changedAt,
  ...(bpm === undefined ? {} : { bpm }),
  tracks: [{ colour: 0, symbol: 'disc', name: track, marks: [] }],
});
const songs = [card('Tide Table 10', 1, 108), card('tide table 9', 3, 134, 'Bilge Bass'), card('Façade', 2), card('Gull Parade', 4, 92)];
const names = (...given: [string, 'changed' | 'name' | 'tempo']) => foundSongs(songs, ...given).map(({ name }) => name);

it('songs are found by words of their names and tracks, whatever the case and the accents, and put in order', () => {
  expect(names('', 'changed')).toEqual(['Gull Parade', 'tide table 9', 'Façade', 'Tide Table 10']);
  expect(names('', 'name')).toEqual(['Façade', 'Gull Parade', 'tide table 9', 'Tide Table 10']);
  expect(names('', 'tempo')).toEqual(['Gull Parade', 'Tide Table 10', 'tide table 9', 'Façade']);
  expect(names('TABLE tide', 'name')).toEqual(['tide table 9', 'Tide Table 10']);
  expect(names('facade', 'name')).toEqual(['Façade']);
  expect(names('tide bass', 'name')).toEqual(['tide table 9']);
  expect(names('lighthouse', 'name')).toEqual([]);
});

it('a line of names stays short: eight are told, of more the first seven and how many there are beside them', () => {
  const names = Array.from({ length: 20 }, (_, index) => `S${index + 1}`);
  expect(namesInShort(names.slice(0, 2))).toBe('S1, S2');
  expect(namesInShort(names.slice(0, 8))).toBe('S1, S2, S3, S4, S5, S6, S7, S8');
  expect(namesInShort(names.slice(0, 9))).toBe('S1, S2, S3, S4, S5, S6, S7 and 2 more');
  expect(namesInShort(names)).toBe('S1, S2, S3, S4, S5, S6, S7 and 13 more');
});
