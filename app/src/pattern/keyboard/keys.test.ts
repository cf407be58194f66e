import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { HELD_KEYS } from '../grid/gesture/held';
import { keyTable } from './key-table';
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

const GUIDE = join(__dirname, '../../../../docs/guide.md');

it('the guide lists every key (npm run docs writes it)', () => {
  const lines = keyTable().map(([key, words]) => `| ${key.replace('|', '\\|')} | ${words} |`);
  const section = `<!-- keys -->\n| key | what it does |\n|---|---|\n${lines.join('\n')}\n<!-- /keys -->`;
  const guide = readFileSync(GUIDE, 'utf8');
  if (process.env.DOCS === 'write')
    writeFileSync(
      GUIDE,
      guide.replace(/<!-- keys -->[^]*<!-- \/keys -->/, () => section),
    );
  expect(readFileSync(GUIDE, 'utf8')).toContain(section);
});
