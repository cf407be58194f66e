import { ACTIONS, SELECTION_RULES, SHORT_LETTERS } from '@yibbo/core';
import { LINE_STARTS, lineChoice } from './line-choice';
import { TOOLS } from './tools';
import { TABS } from './families';

const choose = (uses: Record<string, number>, room = 3) =>
  lineChoice([...'abcdef'], (name) => name, ['d', 'a', 'c', 'f'], uses, room).join('');

describe('the tools in the line', () => {
  it('begin with those named first, as many as fit, in their own order', () => {
    expect(choose({})).toBe('acd');
    expect(choose({}, 2)).toBe('ad');
    expect(choose({}, 9)).toBe('abcdef');
  });

  it('give way to others that are used more, the last named first', () => {
    expect(choose({ b: 2 })).toBe('acd');
    expect(choose({ b: 4 })).toBe('abd');
    expect(choose({ b: 4, c: 3 })).toBe('bcd');
    expect(choose({ b: 9, e: 9, f: 9, a: 5 })).toBe('bef');
  });

  it('all exist, and their names fit', () => {
    for (const tab of TABS) {
      const names = tab === 'select' ? SELECTION_RULES.map(({ id }) => id) : TOOLS[tab].map(({ label }) => label);
      for (const start of [...LINE_STARTS[tab].drums, ...LINE_STARTS[tab].pitched]) expect(names).toContain(start);
    }
    const all = TABS.flatMap((tab) => (tab === 'select' ? [] : TOOLS[tab]));
    expect(new Set(all.map(({ label }) => label)).size).toBe(all.length);
    for (const { label, name, value } of all) {
      const shown = value ? `${name} ${value}` : name;
      expect(label.toLowerCase()).toContain(shown.toLowerCase());
      if (name !== label) expect(name.length).toBeLessThanOrEqual(SHORT_LETTERS);
    }
    for (const { short } of [...ACTIONS, ...SELECTION_RULES]) expect(short.length).toBeLessThanOrEqual(SHORT_LETTERS);
  });
});
