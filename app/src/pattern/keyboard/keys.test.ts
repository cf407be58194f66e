import { HELD_KEYS } from '../grid/gesture/held';
import { KEYS } from './keys';

const named = ({ key, ctrl = false, shift = false }: (typeof KEYS)[number]) =>
  `${ctrl ? 'Ctrl+' : ''}${shift ? 'Shift+' : ''}${key.toLowerCase()}`;

it('no two acts have the same key, and none is one that is held during a drag', () => {
  const names = KEYS.map(named);
  expect(names.filter((name, index) => names.indexOf(name) !== index)).toEqual([]);
  expect(names.filter((name) => (Object.values(HELD_KEYS) as string[]).includes(name))).toEqual([]);
});

it('every key says what it does', () => {
  for (const { words } of KEYS) expect(words).toMatch(/^[A-Z0-9]\S*/);
});
