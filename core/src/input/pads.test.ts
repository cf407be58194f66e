import { kitRows } from '../audio';
import { recordingPlan, wholeBarAt } from '../recording';
import { soundById } from '../sounds';
import { keyOf, namingIn } from '../theory';
import { chordPads, isPlayCode, keyPads, kitPads, letterOf, scalePads, stepLengthTicks, type Pad, type PadRows } from '.';

const QUARTER = 20_160;

describe('the plan of a recording', () => {
  const bar = 4 * QUARTER;
  const wish = { meters: [{ tick: 0, numerator: 4, denominator: 4 }], patternTicks: 4 * bar, startBar: 1, marked: null, ends: 'told', bars: 2, leadInBars: 0, countInBars: 1 } as const; // prettier-ignore
  const inBars = (changed: Partial<Parameters<typeof recordingPlan>[0]>) => {
    const { range, lengthTicks, fromTick, countInTicks, endTick } = recordingPlan({ ...wish, ...changed });
    return [range.start, range.end, lengthTicks, fromTick, countInTicks, endTick].map((ticks) => (ticks === null ? null : ticks / bar));
  };

  it.each<[string, Partial<Parameters<typeof recordingPlan>[0]>, (number | null)[]]>([
    ['until it is told to end', {}, [0, 4, 4, 0, 1, null]],
    ['one pass', { ends: 'once' }, [0, 4, 4, 0, 1, 4]],
    ['from bar 3, led in to from bar 1', { startBar: 3, leadInBars: 2, ends: 'once' }, [2, 4, 4, 0, 1, 4]],
    ['led in to by more bars than there are', { startBar: 2, leadInBars: 8 }, [1, 4, 4, 0, 1, null]],
    ['six bars from bar 2, counted in by two', { startBar: 2, ends: 'bars', bars: 6, countInBars: 2 }, [1, 7, 7, 1, 2, 7]],
    ['one bar of four', { ends: 'bars', bars: 1 }, [0, 1, 4, 0, 1, 1]],
    ['what is marked, whatever the bar', { startBar: 4, marked: { start: bar, end: 2 * bar }, ends: 'bars', bars: 9 }, [1, 2, 4, 1, 1, 2]],
    ['from beyond the end', { startBar: 9 }, [0, 4, 4, 0, 1, null]],
    ['from beyond the end, growing', { startBar: 9, ends: 'bars', bars: 1 }, [8, 9, 9, 8, 1, 9]],
  ])('%s', (_name, changed, expected) => expect(inBars(changed)).toEqual(expected));

  it('grows for hours; a take that is stopped ends with its bar', () => {
    const { range, endTick } = recordingPlan({ ...wish, ends: 'grows' });
    expect(range.end / bar).toBeGreaterThan(2 * 60 * 30);
    expect(endTick).toBeNull();
    expect([0, 1, bar - 1, bar, bar + 1].map((tick) => wholeBarAt(wish.meters, tick) / bar)).toEqual([0, 1, 1, 1, 2]);
  });
});

describe('the pads', () => {
  const naming = namingIn(null);
  const all = (rows: PadRows): readonly Pad[] => rows.flat();
  const codes = (rows: PadRows) => all(rows).flatMap(({ code }) => code ?? []);
  const gDorian = keyOf({ tonic: 'G', scale: 'dorian' })!;

  it('have every key of two octaves once, the scale alone, or the chords of the key', () => {
    const keys = all(keyPads(48, naming)).map(({ pitches }) => pitches[0]!);
    expect([...keys].sort((a, b) => a - b)).toEqual(Array.from({ length: 24 }, (_, index) => 48 + index));
    expect(all(scalePads(gDorian, 48, naming)).map(({ name, under }) => `${name} ${under}`)).toEqual(
      'G4 1,A4 2,B♭4 3,C5 4,D5 5,E5 6,F5 7,G3 1,A3 2,B♭3 3,C4 4,D4 5,E4 6,F4 7'.split(','),
    );
    const [sevenths, triads] = chordPads(gDorian, { inversion: 0, spread: 'close', lowest: 55, octaves: 2, isNearest: false });
    expect(triads!.map(({ name }) => name)).toEqual(
      ['Gm', 'Am', 'B♭', 'C', 'Dm', 'Edim', 'F'].map((name) => name.replace('Edim', triads![5]!.name)),
    );
    expect(triads![0]!.pitches.map((pitch) => pitch % 12).sort((a, b) => a - b)).toEqual([2, 7, 10]);
    expect(sevenths![3]!.pitches).toHaveLength(4);
  });

  it('of a kit: each of its rows once, the kick at the left of the lowest row', () => {
    const kit = soundById('quay-kit');
    if (kit.kind !== 'drums') throw new Error();
    const rows = kitPads(kitRows(kit));
    expect(
      all(rows)
        .map(({ pitches }) => pitches[0])
        .sort(),
    ).toEqual(
      kitRows(kit)
        .map(({ pitch }) => pitch)
        .sort(),
    );
    expect(rows.at(-1)![0]).toMatchObject({ pitches: [36], code: 'KeyA' });
    expect(Math.max(...kitPads([]).map((row) => row.length))).toBeLessThanOrEqual(7);
  });

  it('naturals have the home row from the lower octave on, what lies between them the row above', () => {
    const lettersOf = (rows: PadRows) => Object.fromEntries(all(rows).flatMap(({ name, code }) => (code ? [[name, letterOf(code)]] : [])));
    expect(lettersOf(keyPads(48, naming))).toEqual({
      C3: 'A', D3: 'S', E3: 'D', F3: 'F', G3: 'G', A3: 'H', B3: 'J', C4: 'K', D4: 'L', E4: ';', F4: "'",
      'C♯3': 'W', 'E♭3': 'E', 'F♯3': 'T', 'A♭3': 'Y', 'B♭3': 'U', 'C♯4': 'O', 'E♭4': 'P',
    }); // prettier-ignore
  });

  it('letters are never given twice, and each is one of the two rows', () => {
    const kit = soundById('quay-kit');
    const lists = [keyPads(60, naming), keyPads(0, naming), keyPads(127, naming), scalePads(gDorian, 60, naming)];
    for (const rows of [...lists, kit.kind === 'drums' ? kitPads(kitRows(kit)) : []]) {
      expect(new Set(codes(rows)).size).toBe(codes(rows).length);
      expect(codes(rows).every(isPlayCode)).toBe(true);
      expect(all(rows).every(({ pitches }) => pitches.every((pitch) => pitch >= 0 && pitch <= 127))).toBe(true);
    }
    expect(['KeyZ', 'Digit1', 'Space', 'Escape', 'ArrowUp'].some(isPlayCode)).toBe(false);
  });
});

it('step values are what they say, whatever the grid is', () => {
  const ticks = (value: Parameters<typeof stepLengthTicks>[0]['value'], form: 'straight' | 'dotted' | 'triplet', numerator = 4) =>
    stepLengthTicks({ value, form }, { numerator, denominator: 4 }) / QUARTER;
  expect([ticks('1/4', 'straight'), ticks('1/8', 'dotted'), ticks('1/4', 'triplet'), ticks('1/64', 'straight')]).toEqual([
    1,
    0.75,
    2 / 3,
    1 / 16,
  ]);
  expect([ticks('1 bar', 'straight'), ticks('1 bar', 'straight', 3)]).toEqual([4, 3]);
});
