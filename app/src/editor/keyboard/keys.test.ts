import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { HELD_KEYS } from '../../state/on-screen/held';
import { keyTable } from './key-table';
import { KEYS } from './keys';
import { actOf, actWith } from './match-key';
import { ownKeyOf, shownKey, withOwnKey } from './own-keys';

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

describe('a key', () => {
  const plain = { ctrlKey: false, metaKey: false, altKey: false, shiftKey: false, isAltGraph: false };
  const words = (input: Partial<Parameters<typeof actOf>[0]>) => actOf({ ...plain, key: '', code: '', ...input })?.words ?? null;

  it('of another layout does what it says: digits by their place, signs however they are written', () => {
    expect(words({ key: '&', code: 'Digit1' })).toBe('Coarser grid');
    expect(words({ key: '1', code: 'Digit1', shiftKey: true })).toBe('Coarser grid');
    expect(words({ key: '.', code: 'Comma', shiftKey: true })).toBe('Rotate the current row on');
    expect(words({ key: '[', code: 'Digit8', ctrlKey: true, altKey: true, isAltGraph: true })).toBe('Track before');
    expect(words({ key: 'z', code: 'KeyW', ctrlKey: true })).toBe('Undo');
    expect(words({ key: 'Z', code: 'KeyW', ctrlKey: true, shiftKey: true })).toBe('Redo');
  });

  it('with Alt or Cmd belongs to the browser, but for what Cmd does here', () => {
    expect(words({ key: 'r', code: 'KeyR' })).toBe('Rotate on');
    expect(words({ key: 'r', code: 'KeyR', altKey: true })).toBeNull();
    expect(words({ key: 'r', code: 'KeyR', metaKey: true })).toBeNull();
    expect(words({ key: 'z', code: 'KeyZ', metaKey: true })).toBe('Undo');
  });
});

describe("a key of one's own", () => {
  const pressed = { key: 'b', code: 'KeyM', ctrlKey: false, metaKey: false, altKey: false, shiftKey: false, isAltGraph: false };
  const rotate = KEYS.find(({ words }) => words === 'Rotate on')!;

  it('acts by its place on the keyboard, whatever it writes; the key it had does nothing, and who had it has none', () => {
    const { own, lost } = withOwnKey({}, rotate, ownKeyOf(pressed)!, actOf({ ...pressed, key: 'm' }));
    expect(actWith({ ...pressed, key: 'μ' }, own)?.words).toBe('Rotate on');
    expect(actWith({ ...pressed, key: 'r', code: 'KeyR' }, own)).toBeNull();
    expect(lost?.words).toBe('Mute');
    expect(shownKey(rotate, own)).toBe('B');
    expect(shownKey(lost!, own)).toBe('–');
    expect(actWith({ ...pressed, key: 'R', code: 'KeyR', shiftKey: true }, own)?.words).toBe('Rotate back');
  });

  it('cannot be one that is held during drags, or that every screen needs', () => {
    for (const key of ['e', 'F', ' ', 'Escape', 'Tab', 'Enter', 'Shift']) expect(ownKeyOf({ ...pressed, key })).toBeNull();
  });
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
