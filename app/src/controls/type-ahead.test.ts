import { TypeAhead } from './type-ahead';

const NAMES = ['Delete', 'Duplicate', 'Half the time', 'Hear it', 'Halve'];

describe('letters typed in a menu', () => {
  it('typed quickly they are taken together, after a while they begin anew; the same letter goes on', () => {
    const typed = new TypeAhead();
    expect(typed.find('h', NAMES, 0, 0)).toBe(2);
    expect(typed.find('a', NAMES, 2, 100)).toBe(2);
    expect(typed.find('l', NAMES, 2, 200)).toBe(2);
    expect(typed.find('v', NAMES, 2, 300)).toBe(4);
    expect(typed.find('d', NAMES, 4, 2000)).toBe(0);
    expect(typed.find('d', NAMES, 0, 2100)).toBe(1);
    expect(typed.find('d', NAMES, 1, 2200)).toBe(0);
    expect(typed.find('x', NAMES, 0, 9000)).toBeNull();
    typed.restart();
    expect(typed.find('d', NAMES, -1, 9100)).toBe(0);
  });

  it('a name of one letter comes before longer ones', () => {
    const typed = new TypeAhead();
    expect(typed.find('d', ['C', 'D♭', 'D', 'E♭'], 0, 0)).toBe(2);
    expect(typed.find('d', ['C', 'D♭', 'D', 'E♭'], 2, 100)).toBe(1);
  });
});
