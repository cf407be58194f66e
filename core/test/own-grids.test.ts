import fc from 'fast-check';
import {
  COMMON_TIME,
  division,
  events,
  gridOf,
  isOnGrid,
  lineDistance,
  notesOf,
  ruleById,
  type Document,
  type Grid,
  type MeterAt,
  type Note,
  type OuterContext,
} from '../src';
import { note, PATTERN, run, runAny, songWith } from './make';

const STEP = 5040;
const BAR = 80_640;
const sixteenths = gridOf(division('1/16'), COMMON_TIME);
const triplets = gridOf(division('1/8', 'triplet'), COMMON_TIME);
/** Eleven in the space of eight sixteenths: lines at 40320·k/11, rounded. */
const elevens: Grid = { numerator: 40_320, denominator: 11 };
const shapes = (notes: readonly Note[]) => notes.map(({ start, length, pitch }) => [start, length, pitch]);
const context = (fields: Partial<OuterContext>) => fields;

describe('a row with a grid of its own', () => {
  const own = context({ grid: sixteenths, rowGrids: new Map([[60, triplets]]) });
  const song = songWith([note({ id: 'a', pitch: 60, length: 3 * 6720 }), note({ id: 'b', pitch: 64, length: 4 * STEP })]);

  it.each<[string, object, number[][]]>([
    [
      'set-length',
      { count: 1, unit: 'grid' },
      [
        [0, 6720, 60],
        [0, STEP, 64],
      ],
    ],
    [
      'split-lines',
      { at: 'grid' },
      [
        [0, 6720, 60],
        [6720, 6720, 60],
        [13_440, 6720, 60],
        [0, STEP, 64],
        [STEP, STEP, 64],
        [2 * STEP, STEP, 64],
        [3 * STEP, STEP, 64],
      ],
    ],
    [
      'first-cut',
      { count: 2, unit: 'grid' },
      [
        [0, 13_440, 60],
        [13_440, 6720, 60],
        [0, 2 * STEP, 64],
        [2 * STEP, 2 * STEP, 64],
      ],
    ],
  ])('rules %s', (action, params, expected) => {
    const byPitch = (a: number[], b: number[]) => a[2]! - b[2]! || a[0]! - b[0]!;
    expect(shapes(runAny(song, action, params, [], own).notes).sort(byPitch)).toEqual(expected);
  });

  it.each<[string, object, number[][]]>([
    ['resize', { edge: 'end', count: 1, unit: 'grid' }, [[0, 4 * 6720, 60]]],
    [
      'split-at',
      { count: 1, unit: 'grid', from: 'notes' },
      [
        [0, 6720, 60],
        [6720, 2 * 6720, 60],
      ],
    ],
    [
      'duplicate',
      { roundTo: 'grid' },
      [
        [0, 3 * 6720, 60],
        [3 * 6720, 3 * 6720, 60],
      ],
    ],
  ])('rules %s of its notes alone', (action, params, expected) => {
    const alone = runAny(song, action, params, ['a'], own).notes.filter(({ pitch }) => pitch === 60);
    expect(shapes(alone)).toEqual(expected);
  });
});

describe('lines that are no whole number of ticks apart', () => {
  it('a note cut, nudged or set by them stays on them, however often and far', () => {
    const grid = context({ grid: elevens });
    fc.assert(
      fc.property(fc.nat(40), fc.integer({ min: 1, max: 30 }), fc.integer({ min: 1, max: 3 }), (line, count, by) => {
        const start = lineDistance(elevens, 0, line);
        const song = songWith([note({ start, length: lineDistance(elevens, start, 22) })], 8);
        for (const cut of run(song, 'first-cut', { count: by, unit: 'grid' }, [], grid).notes)
          expect(isOnGrid(elevens, cut.start)).toBe(true);
        let there: Document = song;
        for (let nudge = 0; nudge < count; nudge++) there = run(there, 'nudge', { count: by, unit: 'grid' }, [], grid).after;
        expect(notesOf(there, PATTERN)[0]!.start).toBe(start + lineDistance(elevens, start, count * by));
        for (let nudge = 0; nudge < count; nudge++) there = run(there, 'nudge', { count: -by, unit: 'grid' }, [], grid).after;
        expect(there).toEqual(song);
        const long = run(song, 'set-length', { count, unit: 'grid' }, [], grid).notes[0]!;
        expect(isOnGrid(elevens, long.start + long.length)).toBe(true);
      }),
    );
  });

  it('a nudge over the edge of a stretch with a grid of its own comes back', () => {
    const grid: Grid = { ...sixteenths, spans: [{ start: BAR / 2, end: BAR, grid: triplets }] };
    const nudged = (song: Document, count: number) => run(song, 'nudge', { count, unit: 'grid' }, [], context({ grid })).after;
    fc.assert(
      fc.property(fc.nat(10), fc.integer({ min: 1, max: 12 }), (step, count) => {
        const song = songWith([note({ start: step * STEP - (step * STEP >= BAR / 2 ? (step * STEP) % 6720 : 0) })]);
        expect(nudged(nudged(song, count), -count)).toEqual(song);
      }),
    );
    // From the last sixteenth before the edge to the edge, and on by triplets.
    const at = songWith([note({ start: 7 * STEP })]);
    expect(notesOf(nudged(at, 1), PATTERN)[0]!.start).toBe(8 * STEP);
    expect(notesOf(nudged(at, 2), PATTERN)[0]!.start).toBe(8 * STEP + 6720);
  });
});

describe('meters that change', () => {
  // A bar of 3/4, then 4/4: bars begin at beats 0, 3, 7 of quarter notes.
  const meters: readonly MeterAt[] = [
    { tick: 0, numerator: 3, denominator: 4 },
    { tick: 3 * 20_160, numerator: 4, denominator: 4 },
  ];
  it('quantize to bars goes to the bars there are', () => {
    const song = songWith([note({ id: 'a', start: 2.8 * 20_160 }), note({ id: 'b', start: 6.6 * 20_160, pitch: 62 })], 4);
    const { notes } = run(song, 'quantize', { to: 'bar', strength: 100 }, [], context({ meters, meter: meters[0]! }));
    expect(notes.map(({ start }) => start / 20_160)).toEqual([3, 7]);
  });

  it('on the beat is counted from where each meter begins', () => {
    const eighths: readonly MeterAt[] = [
      { tick: 0, numerator: 5, denominator: 8 },
      { tick: 5 * 10_080, numerator: 2, denominator: 4 },
    ];
    const notes = [0, 5 * 10_080, 5 * 10_080 + 20_160, 6 * 10_080].map((start, index) => note({ id: `n${index}`, start }));
    const picked = ruleById('on-beat').pick(notes, new Set(), { tolerance: 0 }, { grid: sixteenths, meter: eighths[0]!, meters: eighths });
    expect(picked).toEqual(['n0', 'n1', 'n2']);
  });
});

describe('the whole pattern is what can be heard of it', () => {
  const beyond = note({ id: 'far', start: 3 * BAR, pitch: 60 });
  it.each([
    ['reverse', {}],
    ['invert', { by: 'semitones' }],
    ['join', {}],
    ['nudge', { count: 1, unit: 'grid' }],
  ])('%s leaves a note beyond the end as it is, and the others as if it were not there', (action, params) => {
    const heard = [
      note({ id: 'a', pitch: 60 }),
      note({ id: 'b', start: 2 * STEP, pitch: 67 }),
      note({ id: 'c', start: 20_160, pitch: 60 }),
    ];
    const [alone, beside] = [runAny(songWith(heard), action, params).notes, runAny(songWith([...heard, beyond]), action, params).notes];
    expect(beside.filter(({ id }) => id !== 'far')).toEqual(alone);
    expect(beside.find(({ id }) => id === 'far')).toEqual(beyond);
  });
});

it('two voices of one pitch are joined each for itself', () => {
  const song = songWith([
    note({ id: 'a', length: STEP }),
    note({ id: 'b', start: 2 * STEP, length: STEP }),
    note({ id: 'c', start: STEP, length: STEP, voice: 2 }),
    note({ id: 'd', start: 4 * STEP, length: STEP, voice: 2 }),
  ]);
  expect(run(song, 'join').notes.map(({ id, start, length, voice }) => [id, start, length, voice])).toEqual([
    ['a', 0, 3 * STEP, undefined],
    ['c', STEP, 4 * STEP, 2],
  ]);
});

it('an end quantized with swing goes to the next swung line, not one further', () => {
  // Sixteenths at 75 %: the second of each pair comes at three quarters of it, tick 7560.
  const song = songWith([note({ start: 6000, length: 1200 })]);
  const { notes } = run(song, 'quantize', { what: 'ends', strength: 100, swing: 75 }, []);
  expect(notes[0]!.start + notes[0]!.length).toBe(7560);
});

it('a chance typed so that it comes to nearly 100 is always, and can be kept', () => {
  const song = songWith([note({ chance: 83 })]);
  const { after, notes } = run(song, 'type-values', { chance: '*1.2' });
  expect(notes[0]!.chance).toBeUndefined();
  expect(notesOf(after, PATTERN)).toHaveLength(1);
});

describe('a roll that reaches over the end of the loop', () => {
  const rolled = note({ id: 'r', start: 7 * STEP, length: 4 * STEP, roll: { hits: 4, shape: 'even' } });
  const play = (notes: Note[], steps: number) =>
    events({ ...songWith(notes), patterns: [{ ...songWith(notes).patterns[0]!, length: 8 * STEP }] }, 0, steps * STEP, {
      view: { kind: 'pattern', placementId: 'placement' },
    }).map(({ tick, noteId }) => [tick / STEP, noteId]);

  it('is ended by the next note of its row, in the next pass too, and doubles none', () => {
    expect(play([note({ id: 'n', start: STEP, length: STEP }), rolled], 16)).toEqual([
      [1, 'n'],
      [7, 'r'],
      [8, 'r'],
      [9, 'n'],
      [15, 'r'],
    ]);
    expect(play([note({ id: 'n', length: STEP }), rolled], 16).filter(([step]) => step === 8)).toEqual([[8, 'n']]);
  });
});

it('the pattern view hears another pattern where its placement begins inside it', () => {
  // A bass whose placement begins a beat into its pattern, beside a pattern that begins with its own.
  const song = songWith([note({ id: 'shown' })], 1);
  const bass = { ...song.tracks[0]!, id: 'bass', order: 1 };
  const withBass: Document = {
    ...song,
    tracks: [...song.tracks, bass],
    patterns: [...song.patterns, { ...song.patterns[0]!, id: 'line' }].sort((a, b) => (a.id < b.id ? -1 : 1)),
    placements: [...song.placements, { ...song.placements[0]!, id: 'under', trackId: 'bass', patternId: 'line', offset: 20_160 }],
    notes: { ...song.notes, line: [note({ id: 'second beat', patternId: 'line', start: 20_160 })] },
  };
  const heard = events(withBass, 0, 20_160, { view: { kind: 'pattern', placementId: 'placement' } });
  expect(heard.map(({ noteId, tick }) => [noteId, tick])).toEqual(
    [
      ['shown', 0],
      ['second beat', 0],
    ].sort(),
  );
});
