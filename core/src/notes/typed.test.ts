import { note } from '../../test/make';
import { COMMON_NAMING } from '../theory';
import { COMMON_TIME, division, gridOf, TICKS_PER_QUARTER } from '../time';
import { readPhrase, typeValue, type TypedField } from '.';

const BEAT = TICKS_PER_QUARTER;
const STEP = BEAT / 4;
const context = { meters: [{ tick: 0, ...COMMON_TIME }], naming: COMMON_NAMING };

describe('a phrase in letters', () => {
  const read = (text: string, rows: { pitch: number; name: string }[] = [], startTick = 0) =>
    readPhrase(text, { grid: gridOf(division('1/8'), COMMON_TIME), meter: COMMON_TIME, naming: COMMON_NAMING, rows, startTick, octave: 3 });
  const seen = (text: string, rows?: { pitch: number; name: string }[]) => {
    const phrase = read(text, rows);
    return phrase.ok ? phrase.notes.map(({ start, length, pitch }) => [(2 * start) / BEAT, (2 * length) / BEAT, pitch]) : phrase.problem;
  };

  it('counts, lengths, rests and octaves, however it is spaced and written', () => {
    const line = [
      [0, 1, 38],
      [1, 1, 38],
      [2, 1, 38],
      [3, 1, 41],
      [5, 1, 48],
      [6, 1, 48],
    ];
    expect(seen('D2*3 F2 - C3*2')).toEqual(line);
    expect(seen('  d2x3, f - | c3 × 2'.replace(' × ', '×'))).toEqual(line);
    expect(seen('e:3 -:2 G♭:1/16 rest b♭')).toEqual([
      [0, 3, 52],
      [5, 0.5, 54],
      [6.5, 1, 58],
    ]);
  });

  it('chords and accents, and the rows of a kit by name', () => {
    expect(seen('C4+Eb+G:2')).toEqual([
      [0, 2, 60],
      [0, 2, 63],
      [0, 2, 67],
    ]);
    const kit = [
      { pitch: 36, name: 'Kick' },
      { pitch: 42, name: 'Closed hat' },
    ];
    expect(seen('kick closedhat! KICK+closed', kit)).toEqual([
      [0, 1, 36],
      [1, 1, 42],
      [2, 1, 36],
      [2, 1, 42],
    ]);
    const accented = read('C4 C4!');
    expect(accented.ok && accented.notes.map(({ isAccented }) => isAccented)).toEqual([false, true]);
  });

  it.each([
    ['D2 H4 E2', 3, 5, 'Character 4: “H4” is no note here.'],
    ['D2*', 2, 3, 'after “*” comes how often'],
    ['D2:q', 2, 4, 'how many steps'],
    ['C4+Z', 3, 4, 'Character 4: “Z”'],
    ['C4 C12', 3, 6, 'outside the keyboard'],
    ['*3', 0, 1, 'has to come first'],
    ['C4!?', 3, 4, '“?” cannot stand here'],
  ])('%s points at what it cannot read', (text, from, to, words) => {
    expect(seen(text)).toMatchObject({ from, to, words: expect.stringContaining(words) as string });
  });

  it('a phrase of any length and nonsense never throws', () => {
    expect(read('C4*999 C4*999 C4*999').ok).toBe(false);
    expect(read('')).toEqual({ ok: true, notes: [], endTick: 0 });
  });
});

describe('typed values', () => {
  const two = [note({ id: 'a', start: BEAT, velocity: 60 }), note({ id: 'b', start: 3 * BEAT, pitch: 64, velocity: 100 })];
  const typed = (field: TypedField, text: string) => {
    const result = typeValue(two, field, text, context);
    return result.ok ? result.notes.map((each) => each[field]) : result.words;
  };

  it('set, add, take away, multiply, divide', () => {
    expect(typed('velocity', '96')).toEqual([96, 96]);
    expect(typed('velocity', '+40')).toEqual([100, 127]);
    expect(typed('velocity', '−70')).toEqual([1, 30]);
    expect(typed('velocity', '*1.2')).toEqual([72, 120]);
    expect(typed('velocity', '50%')).toEqual([30, 50]);
    expect(typed('length', '1/8')).toEqual([BEAT / 2, BEAT / 2]);
    expect(typed('length', '1/8t')).toEqual([BEAT / 3, BEAT / 3]);
    expect(typed('length', '+0.5')).toEqual([1.5 * BEAT, 1.5 * BEAT]);
    expect(typed('length', '/2')).toEqual([BEAT / 2, BEAT / 2]);
    expect(typed('pitch', 'f#3')).toEqual([54, 54]);
    expect(typed('pitch', 'A')).toEqual([69, 69]);
    expect(typed('pitch', '-12')).toEqual([48, 52]);
    expect(typed('start', '2.3')).toEqual([6 * BEAT, 6 * BEAT]);
    expect(typed('start', '1.2+50')).toEqual([1.5 * BEAT, 1.5 * BEAT]);
    expect(typed('start', '+1/16')).toEqual([BEAT + STEP, 3 * BEAT + STEP]);
    // As one group: it stops at the beginning and keeps its shape.
    expect(typed('start', '-9')).toEqual([0, 2 * BEAT]);
    expect(typed('start', '*0.5')).toEqual([BEAT, 2 * BEAT]);
    expect(typed('velocity', ' ')).toEqual([60, 100]);
  });

  it('what cannot be read is said with how to type it', () => {
    for (const [field, text] of [
      ['velocity', '128'],
      ['velocity', 'loud'],
      ['length', '1/0'],
      ['pitch', 'H'],
      ['pitch', '*2'],
      ['start', '1.9'],
      ['start', '*'],
      ['velocity', '/0'],
    ] as const)
      expect(typed(field, text)).toMatch(/^Type /);
  });
});
