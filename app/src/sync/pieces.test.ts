import type { Change } from '@yibbo/core';
import { firstPiece } from './pieces';

const change = (id: string, letters = 0) => ({ id, label: 'x'.repeat(letters), at: 0, device: 'd', entries: [] }) as unknown as Change;
/** A Change that is so many letters long once it is written out. */
const ofSize = (id: string, size: number) => change(id, size - JSON.stringify(change(id)).length);
const idsIn = (body: string) => (JSON.parse(body) as { changes: { id: string }[] }).changes.map(({ id }) => id);

it('a request takes as many Changes as there are, up to five hundred or half a megabyte, and always one', () => {
  const few = [change('a'), change('b')];
  expect(JSON.parse(firstPiece(7, 'h', few).body)).toEqual({ base: 7, head: 'h', changes: few });
  expect(JSON.parse(firstPiece(0, null, []).body)).toEqual({ base: 0, head: null, changes: [] });
  const many = Array.from({ length: 501 }, (_, index) => change(`c${index}`));
  expect(firstPiece(0, null, many).count).toBe(500);
  expect(firstPiece(0, null, many, 1).count).toBe(1);
  const half = 512 * 1024;
  expect(idsIn(firstPiece(0, null, [ofSize('a', half - 200), ofSize('b', 200), change('c')]).body)).toEqual(['a', 'b']);
  expect(idsIn(firstPiece(0, null, [ofSize('a', half - 200), ofSize('b', 201)]).body)).toEqual(['a']);
  expect(idsIn(firstPiece(0, null, [ofSize('a', 2 * half), change('b')]).body)).toEqual(['a']);
});
